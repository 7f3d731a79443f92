import { get } from 'node:http';
import { WebSocket } from 'ws';
import { Gauge, type Knobs } from '../src/gauge.js';
import { parsePlace } from '../src/place.js';
import type { StandIn } from '@tribos/stand-in-local';
import { startGauge } from '../src/server.js';
import { trueGap, trueSize, truePart } from '../src/truePart.js';

const BORE = 'AT part=bore cylinder=0 depth=15 angle=0 nominal=77 gauge=dial-bore unit=mm engine=644-Twin';
const still = (over: Partial<Knobs> = {}): Knobs => ({ scatter: 1, drift: 0, slip: 0, ...over });
const held = (line = BORE, knobs = still(), now?: () => number) => {
  const gauge = new Gauge(7, knobs, now);
  expect(gauge.hear(line)).toBeNull();
  return gauge;
};
const figure = (answer: string | null) => Number(/^READING (\S+)$/u.exec(answer ?? '')![1]);
const take = (gauge: Gauge) => figure(gauge.hear('TAKE'));

describe('where the gauge is held', () => {
  it('is read from the line, with usual values for what is missing', () => {
    expect(parsePlace('part=piston nominal=76.967')).toEqual({
      part: 'piston',
      nominal: 76.967,
      cylinder: 0,
      depth: 0,
      angle: 0,
      place: 'gauge-height',
      gauge: 'micrometer',
      unit: 'mm',
      engine: '',
      zero: null,
      needle: 'clockwise-larger',
      leaf: null,
      thing: '',
      spot: '',
      ring: '',
      filed: 0,
    });
    expect(parsePlace('part=bore nominal=0')).toBeNull();
    expect(parsePlace('nominal=77')).toBeNull();
    expect(parsePlace('')).toBeNull();
  });
});

describe('the hidden part', () => {
  it('is the same every time, worn most near the ring’s reversal, oval about its own axis', () => {
    const at = (depth: number, angle: number) =>
      trueSize({ ...parsePlace('part=bore nominal=77 engine=644-Twin cylinder=1')!, depth, angle });
    expect(truePart('unheard-of', 3)).toEqual(truePart('unheard-of', 3));
    expect(truePart('unheard-of', 3)).not.toEqual(truePart('unheard-of', 4));
    expect(at(15, 52)).toBeGreaterThan(at(80, 52));
    // Long axis at 52°: 0.031 more than across it, a little less by 15 mm.
    expect(at(12, 52) - at(12, 142)).toBeCloseTo(0.031, 6);
    expect(at(12, 52)).toBeCloseTo(at(12, 232), 9);
  });
});

describe('a wrench on the line', () => {
  it('clicks near what it is set to', () => {
    const gauge = held('AT part=torque nominal=43 gauge=wrench thing=5');
    const all = Array.from({ length: 300 }, () => take(gauge));
    const mean = all.reduce((s, v) => s + v, 0) / all.length;
    expect(mean).toBeCloseTo(43, 0);
    expect(all.filter((v) => Math.abs(v - 43) <= 0.04 * 43).length).toBeGreaterThan(290);
  });
});

describe('a reading', () => {
  it('scatters as its kind of gauge does, about the truth and one scale error', () => {
    const gauge = held();
    const all = Array.from({ length: 400 }, () => take(gauge));
    const truth = gauge.sent[0]!.truth;
    const mean = all.reduce((a, b) => a + b, 0) / all.length;
    const s = Math.sqrt(all.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (all.length - 1));
    expect(Math.abs(mean - truth)).toBeLessThan(0.0035);
    expect(s).toBeGreaterThan(0.0013);
    expect(s).toBeLessThan(0.0018);
    expect(all.every((v) => Math.abs(v * 1000 - Math.round(v * 1000)) < 1e-6)).toBe(true);
  });

  it('is repeated by a seed', () => {
    const [a, b] = [held(), held()];
    expect([take(a), take(a)]).toEqual([take(b), take(b)]);
  });

  it('of a thimble may be a turn off, and says so only to whoever checks', () => {
    const gauge = held(BORE.replace('dial-bore', 'telescoping'), still({ slip: 1, scatter: 0 }));
    expect(take(gauge) - gauge.sent[0]!.truth).toBeCloseTo(0.5, 2);
    expect(gauge.sent[0]!.slipped).toBe(true);
  });

  it('of an inch gauge is in inches, of a calliper in hundredths', () => {
    expect(take(held(BORE.replace('unit=mm', 'unit=in')))).toBeCloseTo(77.05 / 25.4, 2);
    const calliper = take(held(BORE.replace('dial-bore', 'calliper')));
    expect(calliper).toBeCloseTo(Math.round(calliper * 100) / 100, 9);
  });

  it('held in its setting shows its zero', () => {
    const line = 'AT part=setting nominal=77.05 gauge=dial-bore unit=mm zero=77.05';
    expect(take(held(line, still({ scatter: 0 })))).toBe(0);
  });

  it('from a zero is a deviation, in the sense of its needle, and wanders', () => {
    let clock = 0;
    const line = (needle: string) => `${BORE} zero=77.050 needle=${needle}`;
    const knobs = still({ scatter: 0, drift: 3 });
    const gauge = held(line('clockwise-larger'), knobs, () => clock);
    const off = Math.round((trueSize(gauge.place!) - 77.05) * 1000);
    expect(take(gauge)).toBe(off);
    clock = 120_000;
    expect(take(gauge)).toBe(off + 6);
    const other = held(line('clockwise-smaller'), still({ scatter: 0 }));
    expect(take(other)).toBe(-off);
  });
});

describe('what it cannot do', () => {
  it('is said in a line', () => {
    const gauge = new Gauge(1, still());
    expect(gauge.hear('TAKE')).toBe('ERROR The gauge is not held anywhere yet.');
    expect(gauge.hear('AT nonsense')).toMatch(/^ERROR AT needs/u);
    expect(gauge.hear('DANCE')).toMatch(/^ERROR DANCE is not understood/u);
    expect(gauge.hear('  ')).toBeNull();
    expect(gauge.hear(BORE.replace('dial-bore', 'leaf'))).toBeNull();
    expect(gauge.hear('TAKE')).toMatch(/^ERROR No leaf is laid/u);
    expect(gauge.hear(BORE.replace('dial-bore', 'plumb-line'))).toBeNull();
    expect(gauge.hear('TAKE')).toMatch(/^ERROR There is no such gauge/u);
  });

  it('answers leaves by how they feel, wider after every turn that was filed', () => {
    const at = (leaf: number, filed: number) =>
      `AT part=ring-gap ring=top cylinder=0 depth=20 nominal=0.3 gauge=leaf engine=312-MX leaf=${leaf} filed=${filed}`;
    const answer = (leaf: number, filed = 0) => held(at(leaf, filed)).hear('TAKE');
    const truth = (filed: number) => trueGap(parsePlace(at(0.3, filed).slice(3))!);
    expect(answer(0.1)).toBe('READING goes');
    expect(answer(0.5)).toBe('READING does-not');
    expect(truth(10) - truth(0)).toBeCloseTo(0.06, 9);
    expect(answer(truth(0) + 0.03)).toBe('READING does-not');
    expect(answer(truth(0) + 0.03, 20)).toBe('READING goes');
  });
});

describe('its line and page', () => {
  let standIn: StandIn;
  beforeEach(async () => {
    standIn = await startGauge(0, 7, still());
  });
  afterEach(() => standIn.close());
  const http = (path: string, init: RequestInit = {}) =>
    fetch(`http://127.0.0.1:${standIn.port}${path}`, init);
  const post = (path: string, body: object = {}) =>
    http(path, { method: 'POST', body: JSON.stringify(body) });
  const connect = (origin?: string) =>
    new Promise<{ socket: WebSocket; heard: string[]; next: () => Promise<string> }>((resolve, reject) => {
      const socket = new WebSocket(`ws://127.0.0.1:${standIn.port}`, origin ? { origin } : {});
      const heard: string[] = [];
      socket.on('message', (data) => heard.push(String(data)));
      socket.on('error', reject);
      socket.on('open', () =>
        resolve({
          socket,
          heard,
          next: () => new Promise((done) => socket.once('message', (data) => done(String(data)))),
        }),
      );
    });

  it('answers HELLO, sends on TAKE and on its own button', async () => {
    const { socket, next } = await connect('http://127.0.0.1:4177');
    socket.send('HELLO 1');
    expect(await next()).toBe('READY stand-in gauge');
    socket.send(BORE);
    socket.send('TAKE');
    expect(await next()).toMatch(/^READING 77\.\d{3}$/u);
    const unasked = next();
    await post('/press');
    expect(await unasked).toMatch(/^READING/u);
    socket.close();
  });

  it('is gone when unplugged and back when plugged in', async () => {
    const { socket } = await connect();
    const gone = new Promise((resolve) => socket.once('close', resolve));
    await post('/unplug');
    await gone;
    await expect(connect()).rejects.toThrow();
    await post('/plug');
    (await connect()).socket.close();
  });

  it('turns only its own knobs, in their range', async () => {
    const { knobs } = (await (await post('/knobs', { slip: 0.5, scatter: 99, other: 1 })).json()) as {
      knobs: Knobs;
    };
    expect(knobs).toEqual({ scatter: 1, drift: 0, slip: 0.5 });
  });

  it('serves its page under a strict policy and nothing else', async () => {
    const page = await http('/');
    expect(await page.text()).toContain('Gauge stand-in');
    expect(page.headers.get('content-security-policy')).toContain("default-src 'self'");
    expect((await http('/page.js')).status).toBe(200);
    expect((await http('/../package.json')).status).toBe(404);
    expect((await http('/knobs', { method: 'POST', body: '{' })).status).toBe(400);
  });

  it('lets no page of another machine hold it', async () => {
    await expect(connect('https://elsewhere.example')).rejects.toThrow();
    const answer = await http('/state', { headers: { origin: 'https://elsewhere.example' } });
    expect(answer.status).toBe(403);
    // A name elsewhere that was made to lead to this machine.
    const led = await new Promise<number>((resolve) =>
      get(
        { host: '127.0.0.1', port: standIn.port, path: '/state', headers: { host: 'elsewhere.example' } },
        (r) => resolve(r.statusCode ?? 0),
      ),
    );
    expect(led).toBe(403);
  });
});

describe('a thing of the engine besides its cylinders', () => {
  const LINE = 'AT part=crank.run-out nominal=0.05 thing=two spot=- gauge=dial unit=mm engine=744-Four';

  it('has a run-out of its own, the same each time but for the scatter of the needle', () => {
    const gauge = held(LINE);
    const texts = Array.from({ length: 12 }, () => take(gauge));
    const truth = trueSize(parsePlace(LINE.slice(3))!);
    expect(truth).toBeGreaterThan(0.015);
    expect(truth).toBeLessThan(0.06);
    for (const t of texts) expect(Math.abs(t - truth)).toBeLessThan(0.01);
    expect(trueSize(parsePlace(LINE.slice(3).replace('two', 'five'))!)).not.toBe(truth);
  });

  it('has a gap that leaves find, and a size worn by no more than a hundredth or so', () => {
    const side = parsePlace('part=crank.rod-side nominal=0.3 thing=0 spot=- gauge=leaf engine=744-Four')!;
    expect(trueGap(side)).toBeGreaterThan(0.1);
    expect(trueGap(side)).toBeLessThan(0.35);
    const journal = parsePlace('part=bearings.journal nominal=36 thing=2 spot=a-0 engine=744-Four')!;
    expect(36 - trueSize(journal)).toBeGreaterThan(0);
    expect(36 - trueSize(journal)).toBeLessThan(0.014);
  });
});
