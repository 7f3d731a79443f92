import {
  money,
  type Firm,
  mm,
  um,
  USUAL,
  USUAL_LEAVES,
  type BorePlace,
  type EngineSpec,
  type Instrument,
  type InstrumentType,
  type JobFile,
  type Limit,
  type AnyEntry,
  type LogEntry,
  type ReadingEntry,
  type Setting,
  type Thermal,
  type SizePlace,
  parseReading,
  boresOf,
  checksOf,
  deepestScores,
  findingsOf,
  judged,
  judgeJob,
  kitsOf,
  mapsOf,
  readingsOf,
  waysOf,
  type Judgement,
} from '@tribos/core';

/** Small builders so that a test names only what it is about. */
export function instrument(
  id: string,
  type: InstrumentType,
  setting: Setting = { kind: 'none' },
  over: Partial<Instrument> = {},
): Instrument {
  const { resolution, repeatability, maxError, travel } = USUAL[type];
  return {
    id,
    name: id,
    type,
    unit: 'mm',
    resolution,
    repeatability,
    studyRepeats: null,
    maxError,
    rangeLow: mm(0),
    rangeHigh: mm(150),
    contacts: 2,
    setting,
    travel,
    leaves: type === 'leaf' ? USUAL_LEAVES : [],
    calibrationDue: '2030-01-01',
    retiredOn: null,
    importedBy: null,
    ...over,
  };
}

export const MIC = instrument('mic', 'micrometer');
export const RING = instrument('ring-set', 'dial-bore', { kind: 'ring', u: 300 });
export const IN_MIC = instrument('mic-set', 'dial-bore', { kind: 'micrometer', instrumentId: 'mic' });
export const TELESCOPING = instrument('telescoping', 'telescoping');
export const CALLIPER = instrument('calliper', 'calliper');
export const LEAVES = instrument('leaves', 'leaf');
export const GAUGES = [RING, IN_MIC, TELESCOPING, CALLIPER, MIC];

export function limit(
  feature: Limit['feature'],
  state: Limit['state'],
  low: number | null,
  high: number | null,
  over: Partial<Limit> & { party?: string; type?: Limit['source']['type']; checkedBy?: string | null } = {},
): Limit {
  const { party = 'Varrow', type = 'engine-maker', checkedBy = 'second', ...rest } = over;
  return {
    id: `${party}.${feature}.${state}`,
    feature,
    state,
    low: low === null ? null : mm(low),
    high: high === null ? null : mm(high),
    unit: 'mm',
    conditions: {},
    source: {
      type,
      party,
      document: `${party} manual`,
      page: '1',
      revision: '1',
      enteredBy: 'first',
      checkedBy,
    },
    ...rest,
  };
}

export const TWIN: EngineSpec = {
  id: 'twin',
  maker: 'Varrow',
  model: '644 Twin',
  kind: 'motorcycle',
  strokes: 4,
  cylinders: ['left', 'right'],
  bore: mm(77),
  stroke: mm(69.1),
  wall: 'iron-sleeve',
  zeroAt: 'front',
  pinAxisDeg: 90,
  depths: { top: mm(15), mid: mm(45), low: mm(80) },
  wallDepth: mm(105),
  ports: [],
  sleeveOuter: mm(82.5),
  pin: mm(18),
  cooling: 'liquid',
  year: null,
  code: null,
  limits: [
    limit('bore', 'new', 77, 77.012),
    limit('bore', 'service', null, 77.105),
    limit('bore.out-of-round', 'service', null, 0.05),
    limit('bore.taper', 'service', null, 0.05),
    limit('sleeve.wall', 'service', 2, null),
    limit('clearance', 'new', 0.03, 0.048),
    limit('clearance', 'service', null, 0.15),
  ],
  kits: [0.25, 0.5, 1].map((o) => ({
    id: `plus-${o}`,
    maker: 'Varrow',
    name: `+${o.toFixed(2)}`,
    oversize: mm(o),
    piston: mm(76.967 + o),
    material: 'cast-high-silicon' as const,
    gaugeHeight: mm(10),
  })),
};

export const TWENTY: Thermal = {
  celsius: 20,
  measured: true,
  sameBench: true,
  cylinder: null,
  piston: null,
};

/** What the log adds to an entry that was typed in this shop and reached its server at a time nobody kept. */
export const HERE = { received: null, importedBy: null } as const;

const AT = '2026-03-01T10:00:00.000Z';
let made = 0;

export function reading(
  station: SizePlace,
  text: string,
  instrumentId = 'ring-set',
  over: Partial<ReadingEntry> = {},
): ReadingEntry {
  const parsed = parseReading(text, { unit: 'mm' });
  if (!parsed.ok) throw new Error(parsed.sentence);
  made += 1;
  return {
    id: `r${made}`,
    at: AT,
    ...HERE,
    by: 'first',
    kind: 'reading',
    station,
    instrumentId,
    text,
    unit: parsed.unit,
    value: parsed.value,
    step: parsed.step,
    corrects: null,
    zeroId: null,
    seen: null,
    ...over,
  };
}

export const bore = (cylinder: number, depth: number, angle: number): BorePlace => ({
  part: 'bore',
  cylinder,
  depth: mm(depth),
  angle,
});

/** Readings of whole cylinders: rows are depths, columns the directions of the plan. */
export function bores(
  maps: readonly (readonly (readonly string[])[])[],
  instrumentId = 'ring-set',
  engine = TWIN,
): ReadingEntry[] {
  const depths = [engine.depths.top, engine.depths.mid, engine.depths.low];
  return maps.flatMap((rows, cylinder) =>
    rows.flatMap((row, d) =>
      row.map((text, i) =>
        reading(
          {
            part: 'bore',
            cylinder,
            depth: rows.length === 2 && d === 1 ? depths[2]! : depths[d]!,
            angle: row.length === 2 ? i * 90 : i * 45,
          },
          text,
          instrumentId,
        ),
      ),
    ),
  );
}

export const piston = (
  cylinder: number,
  text: string,
  over: { place?: 'gauge-height' | 'crown'; kit?: string | null } = {},
): ReadingEntry =>
  reading(
    { part: 'piston', cylinder, place: over.place ?? 'gauge-height', kit: over.kit ?? null },
    text,
    'mic',
  );

/** A boring shop that spreads little: what it is asked for comes back. */
export const BORER: Firm = {
  id: 'borer',
  name: 'A boring shop',
  unit: 'mm',
  works: (['bore', 'replate', 'sleeve', 'exchange'] as const).map((what, i) => ({
    what,
    price: money(6_000 + 9_000 * i),
    days: { soonest: 2, usual: 3, latest: 6 },
  })),
  freight: money(1_500),
  learned: { bias: 0, spread: 1_500, returns: 12 },
};

export function jobFile(
  log: readonly (AnyEntry | LogEntry)[],
  over: {
    engine?: EngineSpec;
    job?: Partial<JobFile['job']>;
    decisions?: JobFile['decisions'];
    instruments?: readonly Instrument[];
    studies?: JobFile['studies'];
    shop?: Partial<JobFile['shop']>;
  } = {},
): JobFile {
  return {
    format: 'tribos-job',
    version: 6,
    shop: {
      name: 'Test shop',
      rules: { wearThreshold: 0.95 },
      allowance: { clearance: um(0), reason: '' },
      ...over.shop,
    },
    engine: over.engine ?? TWIN,
    instruments: over.instruments ?? GAUGES,
    studies: over.studies ?? [],
    job: {
      id: 'job',
      number: 1,
      customer: 'A customer',
      machine: 'Varrow 644 Twin',
      engineNumber: '',
      use: '',
      complaint: '',
      bench: null,
      promised: null,
      plan: 'usual',
      seized: false,
      thermal: TWENTY,
      fitted: { piston: null, ring: null },
      overrides: [],
      variant: { year: null, code: null, use: null },
      ...over.job,
    },
    log,
    decisions: over.decisions ?? [],
  };
}

/** A judgement with facts of the cylinder's rooms beside it, each worked when it is asked for. */
export function judgedWhole(...[file, unit = 'mm', spreadOf, rooms]: Parameters<typeof judgeJob>) {
  const of = judged(file, spreadOf, rooms);
  return Object.assign(Object.create(judgeJob(file, unit, spreadOf, rooms)) as Judgement, {
    bores: boresOf(of, unit),
    readings: readingsOf(of, unit),
    checks: checksOf(of, unit),
    findings: findingsOf(of),
    scores: deepestScores(of),
    maps: mapsOf(of, unit),
    kits: kitsOf(of, unit),
    ways: () => waysOf(of, unit),
  });
}
