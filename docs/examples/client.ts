import { randomBytes } from 'node:crypto';
// Made of this server's own description: npx openapi-typescript http://127.0.0.1:4100/api/docs.json -o api.ts
import type { components, paths } from './api.js';

type Json<C> = C extends { content: { 'application/json': infer B } } ? B : never;
type Sent<O> = O extends { requestBody: infer C } ? Json<C> : null;
type Answered<O> = O extends { responses: infer R } ? { [S in keyof R]: Json<R[S]> }[keyof R] : never;

/** Calls one endpoint as its description says: what is sent and what is answered are checked by the compiler. */
export function clientOf(base: string) {
  let cookie = '';
  return async <P extends keyof paths, M extends keyof paths[P] & string>(
    method: M,
    path: P,
    body: Sent<paths[P][M]>,
    ids: Readonly<Record<string, string>> = {},
  ): Promise<Answered<paths[P][M]>> => {
    const url = base + path.replace(/\{(\w+)\}/gu, (_, id: string) => ids[id]!);
    const headers = { 'content-type': 'application/json', cookie };
    const answer = await fetch(url, {
      method: method.toUpperCase(),
      headers,
      ...(body === null ? {} : { body: JSON.stringify(body) }),
    });
    if (!answer.ok) throw new Error(((await answer.json()) as components['schemas']['Problem']).detail);
    cookie = answer.headers.get('set-cookie')?.split(';')[0] ?? cookie;
    return (await answer.json()) as Answered<paths[P][M]>;
  };
}

/** A UUIDv7: sending the same thing twice changes nothing. */
export const newId = (): string => {
  const hex = Date.now().toString(16).padStart(12, '0') + '7' + randomBytes(10).toString('hex').slice(0, 19);
  return hex.replace(/^(.{8})(.{4})(.{4})(.)(.{3})(.{12}).*$/u, '$1-$2-$3-a$5-$6');
};

/** Founds an engine with its limit, opens a job on it, sends six readings and reads what they prove. */
export async function walk(base: string, email: string, password: string) {
  const call = clientOf(base);
  await call('post', '/api/session', { email, password });
  const [engineId, jobId] = [newId(), newId()];
  await call('post', '/api/engines', {
    id: engineId,
    maker: 'Pellworm',
    model: 'Example',
    kind: 'watercraft',
    strokes: 2,
    wall: 'plated',
    cylinders: ['only'],
    bore: 60_000_000,
    stroke: 50_000_000,
    wallDepth: 70_000_000,
    cooling: 'liquid',
    depths: { top: 10_000_000, mid: 30_000_000, low: 50_000_000 },
    zeroAt: 'exhaust',
    pinAxisDeg: 90,
    pin: null,
  });
  await call(
    'post',
    '/api/engines/{id}/limits',
    {
      id: newId(),
      feature: 'bore',
      state: 'service',
      unit: 'mm',
      low: null,
      high: 60_050_000,
      confirmed: true,
      sourceType: 'engine-maker',
      party: 'Pellworm',
      document: 'Manual',
      page: '4',
      revision: '',
    },
    { id: engineId },
  );
  await call('post', '/api/jobs', {
    id: jobId,
    engineId,
    customer: 'Iveta Osei',
    phone: '',
    engineNumber: '',
    use: '',
    complaint: 'smokes',
    bench: null,
    promised: null,
    plan: 'usual',
    seized: false,
    fittedPiston: null,
  });
  const gauges = await call('get', '/api/gauges', null);
  const gauge = gauges.find(
    ({ instrument: g }) => g.type === 'dial-bore' && g.rangeLow <= 60_000_000 && g.rangeHigh >= 60_000_000,
  )!;
  const reading = (text: string, depth: number, angle: number) => ({
    id: newId(),
    kind: 'reading' as const,
    at: new Date().toISOString(),
    text,
    instrumentId: gauge.instrument.id,
    station: { part: 'bore' as const, cylinder: 0, depth, angle },
  });
  await call(
    'post',
    '/api/jobs/{id}/log',
    {
      entries: [10, 30, 50].flatMap((mm) => [
        reading('60.01', mm * 1_000_000, 0),
        reading('60.06', mm * 1_000_000, 90),
      ]),
    },
    { id: jobId },
  );
  const { verdicts } = await call('get', '/api/jobs/{id}/verdicts', null, { id: jobId });
  return verdicts.map((v) => ({ state: v.state, headline: v.headline }));
}
