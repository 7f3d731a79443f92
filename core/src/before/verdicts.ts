import { standingIn, type AnyEntry } from '../ledger/index.js';
import {
  ATMOSPHERE,
  leakRuns,
  leakText,
  LEAK_END,
  LEAK_MARK,
  LEAK_TEST,
  type LeakRun,
} from '../crank/index.js';
import { fact, type JobFile } from '../job/index.js';
import type { FeatureKey } from '../specs/index.js';
import { fromBase } from '../units/index.js';
import {
  againstLimit,
  judgeValue,
  limitSaid,
  ofCylinder,
  type Figure,
  type Subject,
} from '../verdicts/index.js';
import { airFactor, type Air } from './air.js';
import { AIR, BEFORE_KINDS, COMPRESSION, HEARD, LEAK_DOWN, type CompressionEntry } from './beforeEntries.js';

const { hypot, max, min, sqrt } = Math;

/** A compression tester reads so much of its value off, one standard deviation: valve, hose and gauge. */
export const TESTER = 0.02;
/** The same tester on the next cylinder repeats so well, of its value. */
const REPEATS = 0.01;
/** A leak-down tester’s two gauges, percentage points. */
const LEAK_DOWN_U = 2;

/** What a test before says: a verdict of what came in, which decides nothing about what goes out. */
export interface BeforeVerdict {
  readonly key: string;
  readonly figure: Figure;
  readonly headline: string;
  readonly details: readonly string[];
}

/** Entries of the tests before that stand, in order. */
export const beforeLog = (file: JobFile): readonly AnyEntry[] =>
  standingIn(file.log, [...BEFORE_KINDS, LEAK_TEST, LEAK_MARK, LEAK_END]);

/** The air the tests were taken in: the last that was said. */
export const airOf = fact(
  'airOf',
  (file): Air => beforeLog(file).findLast(AIR.is) ?? { altitude: null, barometer: null },
);

/** Leak tests that stand, in the air that was said. */
const allLeakRuns = fact('allLeakRuns', (file): readonly LeakRun[] => {
  const { barometer, altitude } = airOf(file);
  const air = barometer === null && altitude === null ? ATMOSPHERE : airFactor(airOf(file)) * ATMOSPHERE;
  return leakRuns(file, air);
});

/** Leak tests before it came apart. */
export const leakRunsBefore = (file: JobFile): readonly LeakRun[] =>
  allLeakRuns(file).filter((r) => r.test.when === 'before');
/** Leak tests after it went together. */
export const leakRunsAfter = (file: JobFile): readonly LeakRun[] =>
  allLeakRuns(file).filter((r) => r.test.when === 'after');

/** The compression of a cylinder that stands, dry or wet; null before any. */
export const compressionOf = (file: JobFile, cylinder: number, how: 'dry' | 'wet'): CompressionEntry | null =>
  beforeLog(file)
    .filter(COMPRESSION.is)
    .findLast((c) => c.cylinder === cylinder && c.how === how) ?? null;

/** As it was typed, with its unit. */
const typedText = ({ text, unit }: Pick<CompressionEntry, 'text' | 'unit'>): string =>
  /[a-z]$/iu.test(text) ? text : `${text} ${unit}`;

const kPa = (v: number, unit: string): string =>
  `${Number(fromBase('pressure', v, unit).toFixed(unit === 'bar' ? 2 : 0))} ${unit}`;

function figureOf(
  file: JobFile,
  of: {
    feature: FeatureKey;
    side: 'max' | 'min';
    subject: Subject;
    title: string;
    value: number;
    parts: readonly (readonly [string, number])[];
    at: string;
    step: number;
  },
): Figure {
  return judgeValue(file, {
    ...of,
    of: {
      value: of.value,
      components: of.parts.map(([kind, amplitude]) => ({
        key: `${of.title}:${kind}`,
        kind: kind === 'scale' ? 'scale' : 'resolution',
        amplitude,
        dof: Infinity,
        shape: 'normal',
      })),
    },
    states: ['service', 'new'],
    progress: { read: 1, planned: 1 },
    blockedBy: null,
    caveats: [],
    working: [],
    instruments: [],
    depth: null,
    named: `before-${of.feature}`,
  });
}

/** Each cylinder’s compression against its limit, brought to sea level. */
function compressions(file: JobFile): BeforeVerdict[] {
  const factor = airFactor(airOf(file));
  return file.engine.cylinders.flatMap((name, at): BeforeVerdict[] => {
    const dry = compressionOf(file, at, 'dry');
    if (!dry) return [];
    const value = dry.value / factor;
    const judged = figureOf(file, {
      feature: 'compression',
      side: 'min',
      subject: ofCylinder(at),
      title: `Compression, ${name}`,
      value,
      parts: [
        ['scale', TESTER * value],
        ['resolution', dry.step / factor / sqrt(12)],
      ],
      at: dry.at,
      step: dry.step,
    });
    // A cold engine shows less, an open decompressor anything: neither condemns one.
    const excuse =
      dry.decompressor === 'open'
        ? 'The decompressor was open: it says nothing.'
        : dry.engine === 'cold' && judged.state !== 'within'
          ? 'Taken cold: a warm engine shows more. Warm it and take it again.'
          : null;
    const figure: Figure =
      excuse === null || judged.state === 'noLimit'
        ? judged
        : { ...judged, state: 'undecided', because: 'incomplete' };
    const wet = compressionOf(file, at, 'wet');
    const of = file.engine.cylinders.length === 1 ? 'Compression' : `Compression ${name}`;
    return [
      {
        key: `compression:${at}`,
        figure,
        headline: `${of} ${typedText(dry)} dry${factor === 1 ? '' : `, ${kPa(value, dry.unit)} as at sea level`}: ${againstLimit(figure)}.`,
        details: [
          limitSaid(figure, (v) => kPa(v, dry.unit)),
          ...(excuse ? [excuse] : []),
          ...(wet ? [wetText(dry, wet)] : []),
        ],
      },
    ];
  });
}

/** What oil on the rings changed. */
export function wetText(
  dry: Pick<CompressionEntry, 'value' | 'step' | 'unit'>,
  wet: Pick<CompressionEntry, 'value' | 'step'>,
): string {
  const more = wet.value - dry.value;
  const u = hypot(REPEATS * dry.value, REPEATS * wet.value, dry.step / sqrt(12), wet.step / sqrt(12));
  const said = `Wet ${more < 0 ? '−' : '+'}${kPa(Math.abs(more), dry.unit)}`;
  return more > 2 * u
    ? `${said}: oil sealed it, so pressure goes past the rings or the wall.`
    : `${said}: no more than the tester’s own scatter; rings are not where it goes.`;
}

/** Spread across cylinders: (largest − smallest) / largest, percent. */
function spread(file: JobFile): BeforeVerdict[] {
  const dry = file.engine.cylinders.map((_, at) => compressionOf(file, at, 'dry'));
  if (dry.length < 2 || dry.some((d) => d === null)) return [];
  const all = dry as CompressionEntry[];
  const values = all.map((d) => d.value);
  const [high, low] = [max(...values), min(...values)];
  if (high === 0) return [];
  const value = ((high - low) / high) * 100;
  // The tester’s own scale is in both and drops out.
  const read = max(...all.map((d) => d.step)) / sqrt(12) / high;
  const u = 100 * hypot((REPEATS * low) / high, (REPEATS * low) / high, read, (read * low) / high);
  const figure = figureOf(file, {
    feature: 'compression.spread',
    side: 'max',
    subject: { of: 'engine' },
    title: 'Compression spread',
    value,
    parts: [['scale', u]],
    at: all.at(-1)!.at,
    step: 1,
  });
  const same = all.every((d) => d.engine === all[0]!.engine && d.decompressor === all[0]!.decompressor);
  return [
    {
      key: 'spread',
      figure:
        same || figure.state === 'noLimit'
          ? figure
          : { ...figure, state: 'undecided', because: 'incomplete' },
      headline: `Spread across cylinders ${value.toFixed(1)} %${figure.state === 'noLimit' ? '' : `: ${againstLimit(same ? figure : { state: 'undecided' })}`}.`,
      details: [
        limitSaid(figure, (v) => `${v} %`),
        ...(same ? [] : ['Not all were taken alike, warm or cold: take them again the same way.']),
      ],
    },
  ];
}

function leakDowns(file: JobFile): BeforeVerdict[] {
  return file.engine.cylinders.flatMap((name, at): BeforeVerdict[] => {
    const last = beforeLog(file)
      .filter(LEAK_DOWN.is)
      .findLast((l) => l.cylinder === at);
    if (!last) return [];
    const figure = figureOf(file, {
      feature: 'leak-down',
      side: 'max',
      subject: ofCylinder(at),
      title: `Leak-down, ${name}`,
      value: last.percent,
      parts: [['scale', LEAK_DOWN_U]],
      at: last.at,
      step: 1,
    });
    return [
      {
        key: `leak-down:${at}`,
        figure,
        headline: `Leak-down${file.engine.cylinders.length === 1 ? '' : ` ${name}`} ${last.percent} %${figure.state === 'noLimit' ? '' : `: ${againstLimit(figure)}`}.`,
        details: [limitSaid(figure, (v) => `${v} %`), ...last.heard.map((h) => `Heard ${HEARD[h]}.`)],
      },
    ];
  });
}

function leaks(file: JobFile): BeforeVerdict[] {
  return leakRunsBefore(file).flatMap((run): BeforeVerdict[] =>
    run.figure === null
      ? []
      : [
          {
            key: `leak:${run.test.id}`,
            figure: run.figure,
            headline: `${leakText(run)}.`,
            details: [
              limitSaid(
                run.figure,
                (v) => `${Number(fromBase('pressure-rate', v, 'bar/min').toFixed(4))} bar/min`,
              ),
              ...(run.slope!.fromWarmth > 0
                ? ['Nobody took the temperature: one kelvin of drift is in its uncertainty.']
                : []),
            ],
          },
        ],
  );
}

/** Everything the tests before say, each against its limit. */
export const beforeVerdicts = fact('beforeVerdicts', (file): readonly BeforeVerdict[] => [
  ...compressions(file),
  ...spread(file),
  ...leakDowns(file),
  ...leaks(file),
]);
