/* global window, document, fetch, location */
// Asks for what this address needs first while the screens are still on their way: who is signed in, and the job.
// The first call of the API for it takes the answer from here (kit/early.ts).
(() => {
  const job = /^\/jobs\/[0-9a-f-]{36}(?=\/|$)/u.exec(location.pathname);
  const ask = (path) => {
    const answer = fetch(`/api${path}`, { credentials: 'same-origin' });
    answer.catch(() => undefined);
    return [path, answer];
  };
  // Large pieces of the job's screens, filled in by the build: they are read while the first one is still run.
  const pieces = [];
  if (job)
    for (const href of pieces)
      document.head.append(Object.assign(document.createElement('link'), { rel: 'modulepreload', href }));
  window.tribosEarly = new Map(['/session', ...(job ? [job[0]] : [])].map(ask));
})();
