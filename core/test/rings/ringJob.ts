import {
  FILED,
  inHouse,
  mm,
  nm,
  readEntry,
  RING_STEP,
  type AnyEntry,
  type EngineSpec,
  type EntryKind,
  type EntryReading,
  type GappedRing,
  type JobFile,
  type LeafAnswer,
  type LeafEntry,
  type Limit,
  type LogEntry,
  type RingPack,
} from '@tribos/core';
import { bores, GAUGES, HERE, jobFile, LEAVES, limit, TWIN } from '../support.js';

const source = limit('bore', 'new', 1, 2, { party: 'Corrie', type: 'part-maker' }).source;

/** A pack of four rings for Corrie's piston, with a mark on top and second. */
export const PACK: RingPack = {
  piston: 'Corrie',
  maker: 'Corrie',
  rings: [
    { ring: 'top', height: mm(1), section: 'barrel', face: 'chromed', mark: 'T' },
    { ring: 'second', height: mm(1.2), section: 'taper', face: 'bare iron', mark: 'N' },
    { ring: 'upper-rail', height: mm(0.45), section: 'rail', face: 'chromed', mark: null },
    { ring: 'lower-rail', height: mm(0.45), section: 'rail', face: 'chromed', mark: null },
  ],
  expander: true,
  gapDepth: null,
  mark: { is: 'dot', at: 0 },
  clock: null,
  pegs: [],
  hatch: null,
  source,
};

export const factor = (feature: Limit['feature'], over: number): Limit => ({
  ...limit(feature, 'new', null, null, { party: 'Corrie', type: 'part-maker' }),
  low: over * 10_000,
  unit: '×',
});

export const corrie = (feature: Limit['feature'], low: number | null, high: number | null): Limit =>
  limit(feature, 'new', low, high, { party: 'Corrie', type: 'part-maker' });

interface Wanted {
  readonly bore?: string;
  readonly gauge?: string;
  readonly limits?: readonly Limit[];
  readonly pack?: Partial<RingPack>;
  readonly engine?: Partial<EngineSpec>;
  readonly job?: Partial<JobFile['job']>;
  readonly log?: readonly LogEntry[];
  readonly decided?: boolean;
  readonly unread?: boolean;
}

/** A single whose bore is the same everywhere, with Corrie's kit decided on. */
export function ringJob(of: Wanted = {}): JobFile {
  const size = of.bore ?? '79.000';
  const nominal = size.endsWith('in') ? TWIN.bore : mm(Number(size));
  const engine: EngineSpec = {
    ...TWIN,
    cylinders: ['cylinder'],
    bore: nominal,
    kits: [
      {
        ...TWIN.kits[0]!,
        id: 'kit',
        maker: 'Corrie',
        name: 'Corrie',
        oversize: mm(0),
        piston: nm(nominal - 40_000),
      },
    ],
    limits: [
      ...TWIN.limits.filter((l) => l.feature !== 'bore'),
      limit('bore', 'service', null, (of.engine?.bore ?? nominal) / 1e6 + 0.1),
      ...(of.limits ?? [factor('ring.gap.top.factor', 0.0042)]),
    ],
    ...of.engine,
    parts: { 'ring-packs': { packs: [{ ...PACK, ...of.pack }] } },
  };
  const row = [size, size];
  const read = of.unread ? [] : engine.cylinders.map(() => [row, row, row]);
  return inHouse(
    jobFile([...bores(read, of.gauge ?? 'ring-set', engine), ...(of.log ?? [])], {
      engine,
      instruments: [...GAUGES, LEAVES],
      ...(of.job ? { job: of.job } : {}),
      decisions:
        of.decided === false
          ? []
          : [
              {
                id: 'd1',
                at: '2026-03-01T09:00:00.000Z',
                by: 'first',
                importedBy: null,
                route: 'fit',
                kitId: 'kit',
                reason: '',
              },
            ],
    }),
  );
}

let made = 0;
const common = (minute: number) => {
  made += 1;
  return {
    id: `x${made}`,
    at: new Date(Date.parse('2026-03-01T12:00:00.000Z') + minute * 60_000 + made * 1_000).toISOString(),
  };
};

/** The job with entries added, each read as the server would read it. @throws what was refused */
export function with_<E extends AnyEntry, B extends { readonly id: string; readonly at: string }>(
  file: JobFile,
  kind: EntryKind<E, B>,
  fields: Omit<B, 'id' | 'at' | 'kind'>,
  minute = 0,
): JobFile {
  const read = tried(file, kind, fields, minute);
  if (!read.ok) throw new Error(`${read.path}: ${read.sentence}`);
  return inHouse({ ...file, log: [...file.log, read.entry] });
}

/** What becomes of an entry when it is read. */
export const tried = <E extends AnyEntry, B extends { readonly id: string; readonly at: string }>(
  file: JobFile,
  kind: EntryKind<E, B>,
  fields: Omit<B, 'id' | 'at' | 'kind'>,
  minute = 0,
): EntryReading<LogEntry> =>
  readEntry(
    { ...fields, ...common(minute), kind: kind.kind },
    {
      ...HERE,
      by: 'first',
      engine: file.engine,
      instruments: file.instruments,
      known: (id) => file.log.find((e) => e.id === id),
      found: () => new Set(),
    },
  );

export const leaf = (
  file: JobFile,
  ring: GappedRing,
  thickness: number | readonly number[],
  answer: LeafAnswer,
  { depth = mm(15), cylinder = 0, minute = 0 } = {},
): JobFile => {
  const stack = (typeof thickness === 'number' ? [thickness] : thickness).map((t) => mm(t));
  const entry: LeafEntry = {
    ...HERE,
    ...common(minute),
    by: 'first',
    kind: 'leaf',
    station: { part: 'ring-gap', cylinder, ring, depth },
    instrumentId: 'leaves',
    stack,
    answer,
  };
  return inHouse({ ...file, log: [...file.log, entry] });
};

export const filed = (
  file: JobFile,
  ring: GappedRing,
  strokes: number,
  tool: 'grinder' | 'file' = 'grinder',
) => with_(file, FILED, { cylinder: 0, ring, tool, strokes });

export const done = (
  file: JobFile,
  ring: GappedRing,
  ...what: readonly ('washed' | 'squared' | 'bagged')[]
) => what.reduce((f, w) => with_(f, RING_STEP, { cylinder: 0, ring, what: w }), file);
