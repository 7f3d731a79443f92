import type { StandIn } from '@tribos/stand-in-local';
import { startOutside } from '../src/server.js';
import { Shops, type Knobs, type Order } from '../src/shop.js';

const knobs = (over: Partial<Knobs> = {}): Knobs => ({ day: 10, bias: 0, spread: 0, off: 0, ...over });
const order = (over: Partial<Order> = {}): Order => ({
  format: 'tribos-order',
  id: 'order-1',
  turn: 1,
  what: 'bore',
  wall: 'iron-sleeve',
  unit: 'mm',
  readings: true,
  lines: [0, 1].map((cylinder) => ({ cylinder, low: '77.503', high: '77.515', aim: '77.508' })),
  ...over,
});
interface Said {
  state: string;
  price: { amount: string } | null;
  due: string | null;
  readings: { cylinder: number; value: string }[];
  text: string;
}

describe('a firm', () => {
  const shops = (over: Partial<Knobs> = {}) => {
    let now = Date.UTC(2026, 0, 5, 8);
    const made = new Shops(knobs(over), () => now);
    return { made, wait: (seconds: number) => (now += seconds * 1_000) };
  };

  it('takes an order in, names its price, takes its days, and sends readings along', () => {
    const { made, wait } = shops();
    const ask = () => made.get('ferrow', 'order-1') as Said;
    expect(made.get('ferrow', 'order-1')).toBeNull();
    expect(made.put('ferrow', order())).toMatchObject({ state: 'accepted', price: null, turn: 1 });
    wait(3);
    const quoted = ask();
    expect(quoted).toMatchObject({ state: 'quoted', price: { amount: '124.00' } });
    wait(20);
    // The day it named stays the day it named, and putting the order again changes nothing.
    expect(made.put('ferrow', order())).toEqual(quoted);
    made.skip(3);
    const ready = ask();
    expect(ready.state).toBe('ready');
    expect(ready.readings.map((r) => r.cylinder)).toEqual([0, 0, 0, 1, 1, 1]);
    for (const { value } of ready.readings) expect(Math.abs(Number(value) - 77.508)).toBeLessThan(0.006);
    expect(made.get('quillon', 'order-1')).toBeNull();
  });

  it('does it again for nothing when it comes again', () => {
    const { made } = shops();
    made.put('ferrow', order());
    made.skip(5);
    expect(made.put('ferrow', order({ turn: 2 }))).toMatchObject({ state: 'accepted', turn: 2 });
    made.skip(5);
    expect(made.get('ferrow', 'order-1')).toMatchObject({ state: 'ready', price: null });
  });

  it('refuses what cannot be, and never bores a plated wall', () => {
    const { made } = shops();
    const refused = (over: Partial<Order>) =>
      made.put('f', order({ id: JSON.stringify(over).slice(0, 30), ...over })) as Said;
    expect(refused({ wall: 'plated' }).state).toBe('refused');
    expect(refused({ wall: 'chrome' }).text).toContain('do not bore');
    expect(refused({ what: 'wish' }).state).toBe('refused');
    expect(
      refused({ lines: [{ cylinder: 0, low: '77.515', high: '77.503', aim: '77.508' }] }).text,
    ).toContain('runs backwards');
    expect(refused({ what: 'replate', wall: 'plated' }).state).toBe('accepted');
  });

  it('is off by its bias, and now and then one bore goes too far that it calls good', () => {
    const truths = (over: Partial<Knobs>, id: string) => {
      const made = new Shops(knobs(over), () => 0);
      made.put('f', order({ id }));
      made.skip(9);
      const [held] = made.all() as { truth: number[] }[];
      return { truth: held!.truth, said: (made.get('f', id) as Said).readings };
    };
    expect(truths({ bias: 3 }, 'x').truth.map((t) => Math.round(t * 1e4) / 1e4)).toEqual([77.511, 77.511]);
    const { truth, said } = truths({ off: 1 }, 'y');
    const wrong = truth.findIndex((t) => t > 77.515);
    expect(truth.filter((t) => t > 77.5185)).toHaveLength(1);
    for (const r of said.filter((s) => s.cylinder === wrong)) expect(Number(r.value)).toBeLessThan(77.518);
  });
});

describe('its line', () => {
  let standIn: StandIn;
  beforeAll(async () => {
    standIn = await startOutside(0, knobs());
  });
  afterAll(() => standIn.close());
  const at = (path: string, init: RequestInit = {}) => fetch(`http://127.0.0.1:${standIn.port}${path}`, init);
  const put = (path: string, body: unknown) => at(path, { method: 'PUT', body: JSON.stringify(body) });
  const trouble = (what: string) =>
    at('/trouble', { method: 'POST', body: JSON.stringify({ trouble: what }) });

  it('keeps orders by their id, and refuses what is none', async () => {
    expect((await at('/ferrow/orders/order-1')).status).toBe(404);
    expect((await put('/ferrow/orders/other', order())).status).toBe(400);
    expect((await put('/ferrow/orders/order-1', { id: 'order-1' })).status).toBe(400);
    expect((await at('/ferrow/orders/order-1', { method: 'PUT', body: '{' })).status).toBe(400);
    expect((await put('/ferrow/orders/order-1', order())).status).toBe(200);
    expect((await at('/ferrow/orders/order-1')).status).toBe(200);
    expect((await at('/ferrow/orders/order-1', { method: 'DELETE' })).status).toBe(404);
    const state = (await (await at('/state')).json()) as { held: unknown[] };
    expect(state.held).toHaveLength(1);
  });

  it('can be made to hang up or say rubbish, and to answer again', async () => {
    await trouble('cut');
    await expect(at('/ferrow/orders/order-1')).rejects.toThrow();
    await trouble('rubbish');
    const said = new Set<string>();
    for (let i = 0; i < 5; i += 1) said.add((await (await at('/ferrow/orders/order-1')).text()).slice(0, 60));
    expect(said.size).toBe(5);
    await trouble('nonsense');
    await trouble('none');
    expect(((await (await at('/ferrow/orders/order-1')).json()) as Said).state).toBe('accepted');
  });

  it('has a page of its own, for this machine only', async () => {
    expect(await (await at('/')).text()).toContain('Boring, plating and head shop stand-in');
    expect((await at('/state', { headers: { origin: 'http://elsewhere.example' } })).status).toBe(403);
  });
});
