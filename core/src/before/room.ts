import { CAUTIONS } from '../strip/index.js';
import { LEAK_END, LEAK_MARK, LEAK_TEST, leakText, bar } from '../crank/index.js';
import type { JobFile } from '../job/index.js';
import type { AnyEntry } from '../ledger/index.js';
import { overallOf, type Action, type Block, type Room, type Section, type Step } from '../verdicts/index.js';
import { AIR, BEFORE_KINDS, COMPRESSION, HEARD, LEAK_DOWN, SEEN_BEFORE, SKIPPED } from './beforeEntries.js';
import { SEEN, seenOf, TESTS, testsOf } from './seen.js';
import { beforeLog, beforeVerdicts, compressionOf, leakRunsBefore } from './verdicts.js';

/** Something asked before an engine comes apart. */
export interface BeforeStep extends Step {
  readonly what: string;
  readonly name: string;
  readonly lost: string;
}

/** What is asked before this engine comes apart, done, left out or open. */
export function beforeSteps(file: JobFile): readonly BeforeStep[] {
  const log = beforeLog(file);
  const skipped = (what: string) => log.filter(SKIPPED.is).findLast((s) => s.what === what) ?? null;
  const { cylinders } = file.engine;
  const tests = testsOf(file.engine).map((what): BeforeStep => {
    const done =
      what === 'compression'
        ? cylinders.every((_, at) => compressionOf(file, at, 'dry') !== null)
        : what === 'leak-down'
          ? cylinders.every((_, at) => log.some((e) => LEAK_DOWN.is(e) && e.cylinder === at))
          : leakRunsBefore(file).some((r) => r.ended === 'finished' && r.slope?.enough);
    return {
      key: `before:${what}`,
      what,
      name: TESTS[what].name,
      lost: TESTS[what].lost,
      done: done ? what : null,
      excused: skipped(what)?.text ?? null,
      sentence: () => `${TESTS[what].name} before it comes apart.`,
    };
  });
  const looks = seenOf(file.engine).map((s): BeforeStep => {
    const said = log.filter(SEEN_BEFORE.is).filter((e) => e.what === s.key);
    const done = s.each ? cylinders.every((_, at) => said.some((e) => e.cylinder === at)) : said.length > 0;
    return {
      key: `before:${s.key}`,
      what: s.key,
      name: s.name,
      lost: s.lost,
      done: done ? s.key : null,
      excused: skipped(s.key)?.text ?? null,
      sentence: () => `${s.name}: looked at before it comes apart.`,
    };
  });
  return [...tests, ...looks];
}

function tell(entry: AnyEntry, file: JobFile): string | null {
  const of = (at: number) => (file.engine.cylinders.length === 1 ? '' : ` ${file.engine.cylinders[at]}`);
  if (AIR.is(entry))
    return entry.barometer !== null ? `Air ${entry.barometer} hPa` : `Altitude ${entry.altitude ?? '–'} m`;
  if (COMPRESSION.is(entry))
    return `Compression${of(entry.cylinder)} ${entry.how}: ${entry.text} ${/[a-z]$/iu.test(entry.text) ? '' : entry.unit}, ${entry.engine}`.replace(
      ' ,',
      ',',
    );
  if (LEAK_DOWN.is(entry))
    return `Leak-down${of(entry.cylinder)}: ${entry.percent} %${entry.heard.map((h) => `, heard ${HEARD[h]}`).join('')}`;
  if (SEEN_BEFORE.is(entry))
    return `${SEEN.find((s) => s.key === entry.what)?.name ?? entry.what}${entry.cylinder === null ? '' : of(entry.cylinder)}: ${entry.answer}${entry.text ? `, ${entry.text}` : ''}`;
  if (SKIPPED.is(entry)) {
    const name =
      entry.what in TESTS
        ? TESTS[entry.what as keyof typeof TESTS].name
        : SEEN.find((s) => s.key === entry.what)?.name;
    return `${name ?? entry.what} left out${entry.text ? `: ${entry.text}` : ''}`;
  }
  if (LEAK_TEST.is(entry)) return `Crankcase ${entry.way} set to ${bar(entry.value)}`;
  if (LEAK_MARK.is(entry)) return `After ${Math.round(entry.seconds)} s: ${bar(entry.value)}`;
  if (LEAK_END.is(entry))
    return `Leak test ${entry.how}${entry.bubbles ? `, bubbles: ${entry.bubbles}` : ''}`;
  return null;
}

function report(file: JobFile): Section[] {
  const log = beforeLog(file);
  if (log.length === 0) return [];
  const verdicts = beforeVerdicts(file).map((v): Block => ({
    kind: 'verdict',
    state: overallOf(v.figure),
    headline: v.headline,
    details: v.details,
  }));
  const seen = log
    .filter(SEEN_BEFORE.is)
    .map((e) => [
      `${SEEN.find((s) => s.key === e.what)?.name ?? ''}${e.cylinder === null ? '' : `, ${file.engine.cylinders[e.cylinder]}`}`,
      e.answer,
      e.text,
    ]);
  const unjudged = leakRunsBefore(file)
    .filter((r) => r.figure === null)
    .map((r) => `${leakText(r)}.`);
  const left = beforeSteps(file)
    .filter((s) => s.done === null && s.excused !== null)
    .map(
      (s) => `${s.name} was left out${s.excused ? ` (${s.excused})` : ''}: nobody can say later ${s.lost}.`,
    );
  return [
    {
      key: 'before',
      title: 'As it came in',
      blocks: [
        ...verdicts,
        ...(seen.length > 0
          ? [{ kind: 'table' as const, heads: ['looked at', 'seen', ''], rows: seen }]
          : []),
        ...(unjudged.length + left.length > 0
          ? [{ kind: 'list' as const, items: [...unjudged, ...left] }]
          : []),
      ],
    },
  ];
}

const isOpen = (s: BeforeStep): boolean => s.done === null && s.excused === null;

/** Tests before an engine comes apart: kept to hold what goes out against. They judge what came in, and nothing else. */
export const before: Room = {
  name: 'before',
  station: 'before',
  entries: [...BEFORE_KINDS, LEAK_TEST, LEAK_MARK, LEAK_END],
  steps: (file) => (beforeLog(file).length === 0 ? [] : beforeSteps(file)),
  left: (file) => {
    const open = beforeLog(file).length === 0 ? [] : beforeSteps(file).filter(isOpen);
    return open.length > 0 ? `${open.length} not tested` : null;
  },
  actions: (file) => [
    {
      urgency: 'step',
      find: (): Action | null => {
        const open = beforeLog(file).length === 0 ? null : beforeSteps(file).find(isOpen);
        return open
          ? { kind: 'before', urgency: 'step', station: 'before', at: null, sentence: open.sentence }
          : null;
      },
    },
  ],
  tell,
  report,
  cautions: [CAUTIONS.cranking, CAUTIONS['leak-test']],
};
