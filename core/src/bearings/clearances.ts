import { differenceTail } from '../bore/index.js';
import { difference, exactly, linear, type Estimate } from '../gauges/index.js';
import { partState, type JobFile } from '../job/index.js';
import { inOrder } from '../ledger/index.js';
import {
  blockedBy,
  caveatsOf,
  extreme,
  gaugesOf,
  readThing,
  statesOf,
  type ReadThing,
  type Thing,
} from '../measurands/index.js';
import type { PlaceState } from '../readings/index.js';

import { judgeValue, type Figure } from '../verdicts/index.js';
import { PLASTIC_STRIP, SHELLS_IN, type ShellsIn } from './entries.js';
import { bearingsOf, CRANKPIN, MAIN_HOUSING, MAIN_JOURNAL, ROD_HOUSING, rowOf } from './measures.js';
import type { Row, Shell } from './sheets.js';

const OF = {
  main: {
    housing: MAIN_HOUSING,
    journal: MAIN_JOURNAL,
    feature: 'crank.journal-clearance',
    prefix: 'bearings.main',
  },
  rod: { housing: ROD_HOUSING, journal: CRANKPIN, feature: 'crank.pin-clearance', prefix: 'bearings.rod' },
} as const;

/** Shells that lie in a bearing now; null where nobody said. Those of a set that was renewed are not there any more. */
export function shellsIn(file: JobFile, row: Row, key: string): ShellsIn | null {
  const last = SHELLS_IN.in(file.log).findLast((s) => s.row === row && s.bearing === key) ?? null;
  const { work } = partState(file, 'shells');
  return last && work?.what === 'renewed' && inOrder(file.log, last, work) ? null : last;
}

/** Sizes at every spot of a thing that were read. */
const sizes = (r: ReadThing): readonly Estimate[] =>
  [...r.places.values()].flatMap((p) => (p.result ? [p.result.estimate] : []));

const complete = (r: ReadThing): boolean => r.spots.every((s) => r.places.get(s.key)?.result);

/** What housing and journal leave between them, at its tightest and its loosest, without shells. */
export function roomIn(file: JobFile, row: Row, bearing: Thing) {
  const { housing, journal } = OF[row];
  const find = (m: typeof housing): Thing =>
    m.things(file.engine).find((t) => t.key === bearing.key) ?? bearing;
  const [h, j] = [readThing(file, housing, find(housing)), readThing(file, journal, find(journal))];
  const [hs, js] = [sizes(h), sizes(j)];
  const both = hs.length > 0 && js.length > 0;
  return {
    read: [h, j] as const,
    complete: complete(h) && complete(j),
    tightest: both ? difference(extreme(hs, 'smallest').of, extreme(js, 'largest').of) : null,
    loosest: both ? difference(extreme(hs, 'largest').of, extreme(js, 'smallest').of) : null,
    chances: Math.max(1, hs.length * js.length),
  };
}

const thick = (shell: Shell, side: 'max' | 'min'): number =>
  side === 'min' ? shell.thickness + shell.tolerance : shell.thickness - shell.tolerance;

const placesOf = (reads: readonly ReadThing[]): readonly PlaceState[] =>
  reads.flatMap((r) => [...r.places.values()]);

/** Verdicts on the clearance of one bearing from its sizes and the shells in it: tightest and loosest. */
function bySize(file: JobFile, row: Row, bearing: Thing): Figure[] {
  const room = roomIn(file, row, bearing);
  const places = placesOf(room.read);
  if (places.length === 0) return [];
  const shells = shellsIn(file, row, bearing.key);
  const sheet = rowOf(file.engine, row);
  const shellOf = (colour: string) => sheet?.shells.find((s) => s.colour === colour);
  const [upper, lower] = shells ? [shellOf(shells.upper), shellOf(shells.lower)] : [undefined, undefined];
  const { feature, prefix } = OF[row];
  const parts = ['crank', row === 'rod' ? bearing.part : 'cases', 'shells'];
  return (['min', 'max'] as const).map((side) => {
    const between = side === 'min' ? room.tightest : room.loosest;
    const of =
      between && upper && lower
        ? linear([
            { c: 1, of: between },
            { c: -1, of: exactly(thick(upper, side)) },
            { c: -1, of: exactly(thick(lower, side)) },
          ])
        : null;
    return judgeValue(file, {
      subject: {
        of: 'part',
        part: 'shells',
        thing: `${prefix}-clearance:${bearing.key}`,
        name: bearing.name,
      },
      feature,
      side,
      title: `${side === 'min' ? 'tightest' : 'loosest'} clearance`,
      named: 'clearance',
      of,
      // Whatever is fitted new meets the range for new parts.
      states: shells?.fitted ? ['new'] : statesOf(file, parts, feature, side),
      tailOf: (beyond, u) => differenceTail(beyond, u, room.chances),
      progress: { read: places.length, planned: room.read.reduce((n, r) => n + r.spots.length, 0) },
      blockedBy: blockedBy(file, places, room.complete && upper !== undefined && lower !== undefined),
      caveats: caveatsOf(places),
      working: [
        ...(room.tightest
          ? [
              {
                kind: 'length' as const,
                label:
                  side === 'min'
                    ? 'smallest housing − largest journal'
                    : 'largest housing − smallest journal',
                value: (between ?? room.tightest).value,
              },
            ]
          : []),
        ...(upper && lower
          ? [
              {
                kind: 'length' as const,
                label: `${shells!.upper} shell, ${side === 'min' ? 'thickest' : 'thinnest'}`,
                value: thick(upper, side),
              },
              {
                kind: 'length' as const,
                label: `${shells!.lower} shell, ${side === 'min' ? 'thickest' : 'thinnest'}`,
                value: thick(lower, side),
              },
            ]
          : [{ kind: 'text' as const, label: 'shells', text: 'nobody has said yet which lie in it' }]),
        {
          kind: 'text',
          label: 'definition',
          text: 'diametral: housing − both shells − journal, each at its worse end',
        },
      ],
      step: Math.max(1_000, ...places.map((p) => p.step)),
      instruments: gaugesOf(file, places),
      depth: null,
      at: places.flatMap((p) => p.readings).at(-1)?.entry.at ?? '',
    });
  });
}

/** Verdicts on a clearance by plastic strip: the bracket between two marks of its own scale. */
function byStrip(file: JobFile, row: Row, bearing: Thing): Figure[] {
  const strip = PLASTIC_STRIP.in(file.log).findLast((s) => s.row === row && s.bearing === bearing.key);
  if (!strip) return [];
  const since = ['crank', 'shells', row === 'rod' ? bearing.part : 'cases'].some((p) => {
    const { work } = partState(file, p);
    return work !== null && inOrder(file.log, strip, work);
  });
  const moved = SHELLS_IN.in(file.log).findLast((s) => s.row === row && s.bearing === bearing.key);
  if (since || (moved && inOrder(file.log, strip, moved))) return [];
  const { low, high } = strip;
  const { feature, prefix } = OF[row];
  return (['min', 'max'] as const).map((side) =>
    judgeValue(file, {
      subject: { of: 'part', part: 'shells', thing: `${prefix}-strip:${bearing.key}`, name: bearing.name },
      feature,
      side,
      title: 'clearance by strip',
      named: 'strip',
      of: null,
      states: statesOf(file, ['crank', 'shells'], feature, side),
      leaves: {
        low,
        high,
        p: (s, limit) => {
          if (low !== null && high !== null) {
            const below = Math.min(1, Math.max(0, (limit - low) / (high - low)));
            return s === 'max' ? below : 1 - below;
          }
          if (low !== null && low >= limit) return s === 'min' ? 1 : 0;
          return high !== null && high <= limit ? (s === 'max' ? 1 : 0) : null;
        },
      },
      progress: { read: 1, planned: 1 },
      blockedBy: null,
      caveats: [],
      working: [
        {
          kind: 'text',
          label: 'definition',
          text: 'between two marks of the strip’s own scale, nothing turned',
        },
      ],
      step: 1_000,
      instruments: [],
      depth: null,
      at: strip.at,
      ownWay: true,
    }),
  );
}

/** Verdicts on every plain bearing something was read of. */
export const clearanceFigures = (file: JobFile): Figure[] =>
  (['main', 'rod'] as const).flatMap((row) =>
    bearingsOf(file.engine, row).flatMap((b) => [...bySize(file, row, b), ...byStrip(file, row, b)]),
  );
