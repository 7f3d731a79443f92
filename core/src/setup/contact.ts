import { difference, exactly, linear, uncertaintyOf, type Estimate } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import {
  blockedBy,
  caveatsOf,
  extreme,
  gaugesOf,
  isRead,
  readThing,
  thingsOfKind,
  type ReadThing,
  type Thing,
} from '../measurands/index.js';

import { judgeValue, type Figure } from '../verdicts/index.js';
import { CLAY, LASH, SWEEP, SWEEP_ANGLES } from './measures.js';
import { scatter } from './scatter.js';

/** Half of what clay springs back, U(0, 0.10), and its standard uncertainty: an estimate. */
const CLAY_HIGH = 50_000;
const U_CLAY = 100_000 / Math.sqrt(12);
/** How well a hand feels a valve touch, standard deviation: an estimate. */
const TOUCH = 20_000;
/** Two ways of reading one room agree within so many standard uncertainties of their difference. */
const AGREE = 2.58;
const STEP = SWEEP_ANGLES[1] - SWEEP_ANGLES[0];

/** Room between one valve and the piston, as it was read. */
export interface Contact {
  readonly thing: Thing;
  /** Clay less what it springs back; null where none was laid. */
  readonly clay: Estimate | null;
  /** Room by crank angle, degrees after top dead centre. */
  readonly sweep: readonly { readonly angle: number; readonly room: number }[];
  /** The smallest of it, nm, between the readings too; null while nothing was read. */
  readonly smallest: Estimate | null;
  /** How often a valve exactly at its limit would read so far past it: one of many readings is the smallest by chance. */
  readonly tailOf: ((beyond: number, u: number) => number) | null;
  /** Why it does not prove yet that there is room; null where it does. */
  readonly trouble: string | null;
  readonly conflict: boolean;
  readonly read: readonly ReadThing[];
}

/**
 * The lowest point of a parabola through three rooms a step apart, as far as it lies under the middle one.
 * @returns nm under the middle, ≥ 0
 */
function sag(before: number, middle: number, after: number): number {
  const bend = before + after - 2 * middle;
  return bend <= 0 ? 0 : (after - before) ** 2 / (8 * bend);
}

interface Swept {
  readonly rooms: readonly { readonly angle: number; readonly of: Estimate }[];
  readonly smallest: Estimate | null;
  readonly trouble: string | null;
}

function sweptOf(read: ReadThing): Swept {
  const rooms = SWEEP_ANGLES.flatMap((angle) => {
    const of = read.places.get(String(angle))?.result?.estimate;
    return of
      ? [
          {
            angle,
            of: linear([
              { c: 1, of },
              {
                c: 1,
                of: scatter(`touch:${read.thing.key}:${angle}`, TOUCH, 'normal'),
              },
            ]),
          },
        ]
      : [];
  });
  if (rooms.length === 0) return { rooms, smallest: null, trouble: null };
  const least = rooms.reduce((a, b) => (b.of.value < a.of.value ? b : a));
  const at = (angle: number) => rooms.find((r) => r.angle === angle)?.of.value ?? null;
  const [before, after] = [at(least.angle - STEP), at(least.angle + STEP)];
  const under = before === null || after === null ? 0 : sag(before, least.of.value, after);
  const [first, last] = [SWEEP_ANGLES[0], SWEEP_ANGLES.at(-1)!];
  const ends = [first - STEP, ...rooms.map((r) => r.angle), last + STEP];
  const wide = ends.slice(1).some((a, i) => a - ends[i]! > 2 * STEP);
  return {
    rooms,
    smallest: linear([
      { c: 1, of: least.of },
      { c: -1, of: exactly(under) },
    ]),
    trouble: wide
      ? 'Swept from 25° before to 25° after top dead centre, no more than 10° apart.'
      : least.angle === first || least.angle === last
        ? 'The smallest room lies at the end of the sweep: the cams are not where they should be. Look before going on.'
        : before === null || after === null
          ? 'Read 5° to either side of the smallest.'
          : null,
  };
}

/** Room of one valve: by clay, swept with a needle, or both; the smaller counts. */
export function contactOf(file: JobFile, thing: Thing): Contact {
  const [clayRead, sweepRead] = [readThing(file, CLAY, thing), readThing(file, SWEEP, thing)];
  const cut = clayRead.places.get('')?.result?.estimate ?? null;
  const clay =
    cut &&
    linear([
      { c: 1, of: cut },
      { c: -1, of: exactly(CLAY_HIGH) },
      { c: 1, of: scatter(`clay:${thing.key}`, U_CLAY, 'rectangular') },
    ]);
  const swept = sweptOf(sweepRead);
  const all = [clay, swept.smallest].filter((e) => e !== null);
  const smallest = all.length === 0 ? null : extreme(all, 'smallest').of;
  const readings = [...(clay ? [clay] : []), ...swept.rooms.map((r) => r.of)];
  const apart = clay && swept.smallest ? difference(clay, swept.smallest) : null;
  const conflict = apart !== null && Math.abs(apart.value) > AGREE * uncertaintyOf(apart).u;
  const lashOpen =
    file.engine.limits.some((l) => l.feature.startsWith('setup.valve')) &&
    readThing(file, LASH, thing).gaps.get('')?.bracket.low == null;
  return {
    thing,
    clay,
    sweep: swept.rooms.map(({ angle, of }) => ({ angle, room: of.value })),
    smallest,
    tailOf: readings.length > 1 ? extreme(readings, 'smallest').tailOf : null,
    conflict,
    trouble:
      smallest === null
        ? null
        : conflict
          ? 'Clay and needle disagree by more than both can be off: lay it and sweep it again.'
          : clay === null && swept.trouble !== null
            ? swept.trouble
            : lashOpen
              ? 'Its clearance is not read yet: room is of a valve that is set.'
              : null,
    read: [clayRead, sweepRead],
  };
}

const valves = thingsOfKind('valve-intake', 'valve-exhaust');

/** Room of every valve of which anything was read. */
export const contactsOf = (file: JobFile): readonly Contact[] =>
  valves(file.engine)
    .map((t) => contactOf(file, t))
    .filter((c) => c.read.some(isRead));

/** Verdicts on it: room is a minimum; nothing on file for this build is never a pass. */
export function contactFigures(file: JobFile): Figure[] {
  return contactsOf(file).map((c) => {
    const { thing } = c;
    const places = c.read.flatMap((r) => [...r.places.values()]);
    const whole = c.smallest !== null && c.trouble === null;
    return judgeValue(file, {
      subject: { of: 'part', part: thing.part, thing: `setup.contact:${thing.key}`, name: thing.name },
      feature: thing.kind === 'valve-exhaust' ? 'setup.contact.exhaust' : 'setup.contact.intake',
      side: 'min',
      title: 'room to the piston',
      named: 'contact',
      of: c.smallest,
      ...(c.tailOf ? { tailOf: c.tailOf } : {}),
      states: ['new', 'service'],
      progress: { read: whole ? 1 : 0, planned: 1 },
      blockedBy: c.conflict ? 'conflict' : blockedBy(file, places, whole),
      caveats: caveatsOf(places),
      working: [
        {
          kind: 'text',
          label: 'definition',
          text: 'smallest room swept 25° to either side of top, lash set, gasket crushed',
        },
        ...(c.trouble ? [{ kind: 'text' as const, label: 'not proved', text: c.trouble }] : []),
        ...(c.clay
          ? [{ kind: 'length' as const, label: 'clay, less 0.05 it springs back', value: c.clay.value }]
          : []),
        ...c.sweep.map((s) => ({
          kind: 'length' as const,
          label: s.angle === 0 ? 'at top' : `${Math.abs(s.angle)}° ${s.angle < 0 ? 'before' : 'after'} top`,
          value: s.room,
        })),
      ],
      step: Math.max(1_000, ...places.map((p) => p.step)),
      instruments: gaugesOf(file, places),
      depth: null,
      at: places.flatMap((p) => p.readings).at(-1)?.entry.at ?? '',
      ownWay: true,
    });
  });
}
