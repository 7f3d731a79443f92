import { ledgerOf, entryKind, Refused, type EntryOf } from '../ledger/index.js';
import { workOf, PART_WORK, WORK } from '../cylinder/index.js';
import type { Component } from '../gauges/index.js';
import { fact, type JobFile } from '../job/index.js';
import { number, oneOf } from '../shape/index.js';
import type { EngineSpec } from '../specs/index.js';
import { OPENS_CAMS, opensSetup } from './apart.js';
import { judgeValue, type Figure } from '../verdicts/index.js';

/** What of a cam is read on a timing wheel; degrees count the way each is named. */
export const CAM_EVENTS = {
  'intake-opens': 'intake opens, before top',
  'intake-closes': 'intake closes, after bottom',
  'exhaust-opens': 'exhaust opens, before bottom',
  'exhaust-closes': 'exhaust closes, after top',
} as const;
export type CamEvent = keyof typeof CAM_EVENTS;
const EVENTS = Object.keys(CAM_EVENTS) as CamEvent[];

/** How the wheel was set to top dead centre, and how far that may be off, degrees (one standard deviation, estimates). */
export const WHEEL_ZEROS = {
  stop: { name: 'a stop, both ways', u: 0.25 },
  needle: { name: 'a needle at its highest', u: 0.75 },
  mark: { name: 'the flywheel’s mark', u: 1.5 },
} as const;
export type WheelZero = keyof typeof WHEEL_ZEROS;

/** How one reading of a wheel scatters, degrees: an estimate. */
const SCATTER = 0.5;
/** A figure typed instead of one that was taken back counts as a repeat within so many of that. */
const REPEAT = 5 * SCATTER;

/** One event of the cams as it was read on the wheel. */
export const CAM_TIMED = entryKind(
  'cam-timed',
  {
    event: oneOf(...EVENTS),
    /** Negative where it comes the other way round. */
    degrees: number(-180, 180),
    zero: oneOf(...(Object.keys(WHEEL_ZEROS) as WheelZero[])),
  },
  {
    read: (sent, { engine }) => {
      if (engine.strokes !== 4) throw new Refused('/event', 'This engine has no cams.');
      if (!Number.isFinite(sent.degrees)) throw new Refused('/degrees', 'How many degrees?');
    },
  },
);
export type CamTimed = EntryOf<typeof CAM_TIMED>;

/** Since which entry of the log the cams stand as they stand; -1 for since they came in. */
function setSince(file: JobFile): number {
  const { at, standing } = ledgerOf(file.log);
  const opens = opensSetup(OPENS_CAMS);
  const apart = standing(opens.kinds).findLast((e) => opens.by('', e, file.engine));
  const part = PART_WORK.in(file.log).findLast((e) => ['camshaft', 'cam-chain', 'head'].includes(e.of));
  const work = workOf(file.log).findLast(({ entry }) => WORK[entry.what].reopens.includes('cam-timing'));
  return Math.max(apart ? at(apart.id) : -1, part ? at(part.id) : -1, work?.at ?? -1);
}

/** Readings of each event that count: since the cams were set, all of them, and what was taken back to be typed alike. */
export const camReadings = fact('camReadings', (file): ReadonlyMap<CamEvent, readonly CamTimed[]> => {
  const since = setSince(file);
  const { at, isBack } = ledgerOf(file.log);
  const all = CAM_TIMED.all(file.log).filter((e) => at(e.id) > since);
  return new Map(
    EVENTS.flatMap((event) => {
      const mine = all.filter((e) => e.event === event);
      const standing = mine.filter(
        (e, i) =>
          !isBack(e) ||
          mine.slice(i + 1).some((l) => !isBack(l) && Math.abs(l.degrees - e.degrees) <= REPEAT),
      );
      return standing.length === 0 ? [] : [[event, standing] as const];
    }),
  );
});

/** Last reading that may be taken back; null where there is none. */
export const lastCamReading = (file: JobFile): CamTimed | null => CAM_TIMED.in(file.log).at(-1) ?? null;

const part = (key: string, amplitude: number, kind: Component['kind']): Component => ({
  key,
  kind,
  amplitude,
  dof: Infinity,
  shape: 'normal',
});

/**
 * Whether this engine’s sheet says anything of when its valves open.
 * @example hasCamTiming({ limits: [] }) // false
 */
export const hasCamTiming = ({ limits }: Pick<EngineSpec, 'limits'>): boolean =>
  limits.some((l) => l.feature.startsWith('setup.cam.'));

/** Verdicts on the cams by the wheel: repeats are averaged, what set the wheel is in all of them. */
export function camFigures(file: JobFile): Figure[] {
  return [...camReadings(file)].flatMap(([event, readings]) => {
    const value = readings.reduce((sum, r) => sum + r.degrees, 0) / readings.length;
    const seen = Math.max(...readings.map((r) => r.degrees)) - Math.min(...readings.map((r) => r.degrees));
    // Repeats that scatter more than a hand does count as they scatter.
    const s = readings.length > 1 ? Math.max(SCATTER, seen / (readings.length === 2 ? 2.77 : 3.31)) : SCATTER;
    const worst = readings.reduce<WheelZero>(
      (z, r) => (WHEEL_ZEROS[r.zero].u > WHEEL_ZEROS[z].u ? r.zero : z),
      'stop',
    );
    return (['min', 'max'] as const).map((side) =>
      judgeValue(file, {
        subject: { of: 'part', part: 'camshaft', thing: `setup.cam:${event}`, name: 'cams' },
        feature: `setup.cam.${event}` as const,
        side,
        title: CAM_EVENTS[event],
        named: 'cam',
        of: {
          value,
          components: [
            part(`cam:${event}`, s / Math.sqrt(readings.length), 'repeatability'),
            part(`wheel:${worst}`, WHEEL_ZEROS[worst].u, 'setting'),
          ],
        },
        states: ['new', 'service'],
        progress: { read: 1, planned: 1 },
        blockedBy: null,
        caveats: [],
        working: [
          { kind: 'text', label: 'wheel set by', text: WHEEL_ZEROS[worst].name },
          ...readings.map((r, i) => ({
            kind: 'angle' as const,
            label: `reading ${i + 1}`,
            value: r.degrees,
          })),
        ],
        step: 0.1,
        instruments: [],
        depth: null,
        at: readings.at(-1)!.at,
        ownWay: true,
      }),
    );
  });
}
