import { v7 } from 'uuid';

/** A device signed in to a world, as benches drive it: the API, without a browser. */
export async function signedIn(base, email = 'tomasz@ternhollow.example', password = 'demo-bench-77') {
  const session = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password }),
  });
  if (!session.ok) throw new Error(`${email} cannot sign in: ${session.status}`);
  const cookie = session.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
  /** Status 0 when nothing answered. */
  const send = async (method, path, body) => {
    try {
      const answer = await fetch(`${base}/api${path}`, {
        method,
        headers: { cookie, 'content-type': 'application/json' },
        ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      });
      return { status: answer.status, body: await answer.json().catch(() => null) };
    } catch {
      return { status: 0, body: null };
    }
  };
  return {
    email,
    cookie,
    send,
    /** A fresh job on the demo's twin, with the ids a reading needs. */
    async openJob(model = '644 Twin') {
      const { body: engines } = await send('GET', '/engines');
      const id = v7();
      const { status, body } = await send('POST', '/jobs', {
        id,
        engineId: engines.find((e) => e.model === model).id,
        customer: 'Bench',
        phone: '',
        engineNumber: '',
        use: '',
        complaint: '',
        bench: null,
        promised: null,
        plan: 'quick',
        seized: false,
        fittedPiston: null,
      });
      if (status !== 201) throw new Error(`no job: ${status}`);
      const { file } = body;
      return {
        id,
        depths: file.engine.depths,
        gauge: file.instruments.find((i) => i.name.startsWith('Bore gauge 1')).id,
      };
    },
    reading: (job, text, angle = 0) => ({
      id: v7(),
      kind: 'reading',
      at: new Date().toISOString(),
      station: { part: 'bore', cylinder: 0, depth: job.depths.top, angle },
      instrumentId: job.gauge,
      text,
    }),
  };
}
