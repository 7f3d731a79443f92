import { mm, thingsOfKind, type EngineSpec, type LeafEntry, type Limit, type Port } from '@tribos/core';
import { CALLIPER, GAUGES, instrument, LEAVES, limit, reading, TWIN } from '../support.js';
import { Book } from '../strip/support.js';

export const source = TWIN.limits[0]!.source;
export const DIAL = instrument('dial', 'dial');
export const ALL = [...GAUGES, LEAVES, DIAL];

const gasket = (where: 'base' | 'head') => (t: number) => ({
  name: `${where} ${t}`,
  where,
  thickness: mm(t),
  made: 'metal',
  lies: '',
  source,
});

const min = (feature: Limit['feature'], low: number): Limit => limit(feature, 'new', low, null);

/** A four-stroke twin with everything that is set up: gaskets, crank, valves, cams. */
export const FOUR: EngineSpec = {
  ...TWIN,
  limits: [
    ...TWIN.limits,
    limit('setup.squish', 'new', 1.05, 1.35),
    limit('setup.deck', 'new', 0, 0.2),
    limit('setup.valve.intake', 'new', 0.08, 0.12),
    limit('setup.valve.exhaust', 'new', 0.14, 0.18),
    min('setup.contact.intake', 1),
    min('setup.contact.exhaust', 1.2),
    { ...limit('setup.cam.intake-opens', 'new', null, null), low: 12, high: 18, unit: '°' },
    limit('setup.decompressor', 'new', 0.4, 0.9),
  ],
  parts: {
    ...TWIN.parts,
    gaskets: { gaskets: [...[0.25, 0.4].map(gasket('base')), ...[0.6, 0.8].map(gasket('head'))] },
    'crank-train': {
      trains: [{ throw: mm(34.55), rod: mm(125), offset: 0, burette: 30, dome: 0, source }],
    },
    'valve-train': { trains: [{ lift: mm(1), intake: 20, exhaust: 0, set: 'shims', source }] },
  },
};

const port = (name: string, roof: number, from: number, to: number): Port => ({
  name,
  roof: mm(roof),
  floor: mm(68),
  from,
  to,
});
/** A two-stroke twin with three ports a cylinder. */
export const TWO: EngineSpec = {
  ...FOUR,
  strokes: 2,
  kind: 'snowmobile',
  bore: mm(76.4),
  ports: [port('exhaust', 38.5, -34, 34), port('transfer', 53, 55, 125), port('transfer', 53, 235, 305)],
};

const parts = (engine: EngineSpec, kind: string) => thingsOfKind(kind)(engine);
export const intakes = parts(FOUR, 'valve-intake');
export const exhausts = parts(FOUR, 'valve-exhaust');
export const cylinders = parts(FOUR, 'cylinder');

let n = 0;
const at = (part: string, thing: string, spot: string) => ({ part, thing, spot }) as never;

/** A log that is written as it is read: sizes by the gauge that takes them, gaps by leaves. */
export class Setup extends Book {
  constructor(engine: EngineSpec = FOUR) {
    super(engine, ALL);
  }
  private read(part: string, thing: string, spot: string, text: string, gauge: string): this {
    this.log.push({ ...reading(at(part, thing, spot), text, gauge), id: `r${(n += 1)}` });
    return this;
  }
  deck = (cylinder: number, ...ends: readonly string[]) => {
    ends.forEach((e, i) =>
      this.read('setup.deck', cylinders[cylinder]!.key, i ? 'pin-b' : 'pin-a', e, DIAL.id),
    );
    return this;
  };
  squish = (cylinder: number, wire: string, ...ends: readonly string[]) => {
    const { key } = cylinders[cylinder]!;
    this.read('setup.wire', key, '', wire, 'mic');
    ends.forEach((e, i) => this.read('setup.squish', key, i ? 'pin-b' : 'pin-a', e, 'mic'));
    return this;
  };
  clay = (valve: string, text: string) => this.read('setup.clay', valve, '', text, CALLIPER.id);
  /** Rooms by angle. */
  sweep = (valve: string, rooms: Readonly<Record<string, string>>) => {
    for (const [angle, text] of Object.entries(rooms)) this.read('setup.sweep', valve, angle, text, DIAL.id);
    return this;
  };
  decompressor = (valve: string, text: string) => this.read('setup.decompressor', valve, '', text, DIAL.id);
  port = (of: 'roof' | 'width', key: string, text: string) =>
    this.read(`setup.port-${of}`, key, '', text, CALLIPER.id);
  leaf = (valve: string, thickness: number, answer: 'goes' | 'does-not') => {
    n += 1;
    this.log.push({
      id: `l${n}`,
      kind: 'leaf',
      at: new Date(Date.UTC(2026, 2, 1, 10, 0, n)).toISOString(),
      received: null,
      by: 'Ines',
      importedBy: null,
      station: at('setup.lash', valve, ''),
      instrumentId: LEAVES.id,
      stack: [mm(thickness)],
      answer,
      seen: null,
    } as unknown as LeafEntry);
    return this;
  };
  /** Lash of a valve by two leaves; inside its limits where none are named. */
  lash = (valve: string, [goes, not] = valve.startsWith('valve-exhaust') ? [0.15, 0.18] : [0.09, 0.12]) =>
    this.leaf(valve, not!, 'does-not').leaf(valve, goes!, 'goes');
  shim = (valve: string, text: string) => this.read('setup.shim', valve, '', text, 'mic');
}
