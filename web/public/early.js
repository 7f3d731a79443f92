/* global window, fetch, location */
// Asks for what this address needs first while the screens are still on their way: who is signed in, and the job.
// The first call of the API for it takes the answer from here (kit/early.ts).
(() => {
  const job = /^\/jobs\/[0-9a-f-]{36}(?=\/|$)/u.exec(location.pathname);
  const ask = (path) => {
    const answer = fetch(`/api${path}`, { credentials: 'same-origin' });
    answer.catch(() => undefined);
    return [path, answer];
  };
  window.tribosEarly = new Map(['/session', ...(job ? [job[0]] : [])].map(ask));
})();
