import { placesRead } from '../readings/index.js';
import { PART_FINDINGS, type PartFindingEntry, type Place } from '../cylinder/index.js';
import { placeKey } from '../ledger/index.js';

import type { JobFile } from '../job/index.js';
import { whoOf } from '../specs/index.js';

import { judgeValue, ofCylinder, type Figure } from '../verdicts/index.js';
import { inspected, toMeasure, type Inspected } from './inspected.js';

/** A finding on a part as a verdict: it names what was found instead of a figure. */
function findingFigure({ part, state }: Inspected, of: PartFindingEntry): Figure {
  const { name, says, why } = PART_FINDINGS[of.what];
  const more = of.text.trim();
  return {
    key: `${part.key}:finding:${of.what}`,
    subject: { of: 'part', part: part.key, thing: part.key, name: part.name },
    dimension: 'length',
    feature: 'finding',
    side: 'max',
    title: name,
    value: null,
    u: null,
    p: null,
    tail: null,
    finding: null,
    found: {
      text: more === '' ? name : `${name}, ${more}`,
      todo:
        says === 'ends'
          ? `${why} Another one: it goes onto the parts to get.`
          : state.work
            ? why
            : `${why} Say when that is done.`,
    },
    interval: null,
    provisional: false,
    bracket: null,
    state: says === 'ends' ? 'beyond' : 'undecided',
    because: says === 'ends' ? null : 'finding',
    consequence: 'seizure',
    limitAt: null,
    limit: null,
    governing: { status: 'none', others: [], why },
    band: { low: null, high: null },
    caveats: of.importedBy === null ? [] : ['imported'],
    outlook: [],
    working: [{ kind: 'text', label: 'found by', text: whoOf(of) }],
    budget: [],
    step: 1_000,
    progress: { read: 1, planned: 1 },
    gauges: [],
    depth: null,
    ownWay: true,
  };
}

/**
 * Verdicts that findings on parts are: one that ends its part is beyond, whatever it measures, until the part is another
 * one; one that wants work first stays undecided until the work is done. What is renewed each time is no verdict.
 */
export const partFigures = (file: JobFile): Figure[] =>
  inspected(file).flatMap((i) => {
    if (i.part.kind.always) return [];
    const { ended, toWork } = i.state;
    const says = ended ?? (i.is === 'replace' ? null : toWork);
    return says ? [findingFigure(i, says)] : [];
  });

/** Places of a pin, its hole and the small end it runs in. */
export const pinPlaces = (cylinder: number): readonly Place[] => [
  { part: 'pin', cylinder, place: 'end' },
  { part: 'pin-bore', cylinder },
  { part: 'pin', cylinder, place: 'middle' },
  { part: 'small-end', cylinder },
];

/** Cylinders whose pin is measured to decide. */
export const pinsAsked = (file: JobFile): readonly number[] =>
  file.engine.cylinders.flatMap((_, at) => (toMeasure(file).has(`pin:${at}`) ? [at] : []));

/** A pin that is measured to decide and was not read yet is not within: its verdicts wait. */
export function pinFigures(file: JobFile): Figure[] {
  const places = placesRead(file);
  return pinsAsked(file)
    .filter((at) => !pinPlaces(at).some((p) => places.has(placeKey(p))))
    .flatMap((at) =>
      (['pin.in-piston', 'pin.in-rod'] as const).map((feature) =>
        judgeValue(file, {
          subject: ofCylinder(at),
          feature,
          side: 'max',
          title: feature === 'pin.in-piston' ? 'Pin in piston, loosest' : 'Pin in small end, loosest',
          of: null,
          states: ['service'],
          progress: { read: 0, planned: 2 },
          blockedBy: null,
          caveats: [],
          working: [],
          step: 1_000,
          instruments: [],
          depth: null,
          at: '',
        }),
      ),
    );
}
