import { difference } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import {
  blockedBy,
  caveatsOf,
  extreme,
  gaugesOf,
  numbered,
  oneFigure,
  readThing,
  roomOf,
  type MeasuringRoom,
  spot,
  statesOf,
  thingsOfKind,
  TOP_MID_LOW,
  TWO_BY_TWO,
  type Measurand,
  type Thing,
} from '../measurands/index.js';
import { differenceTail } from '../bore/index.js';
import type { EngineSpec, FeatureKey } from '../specs/index.js';

import { judgeValue, type Figure } from '../verdicts/index.js';
import { camsOf, VALVES_SHEET } from './sheets.js';

const everyValve = thingsOfKind('valve-intake', 'valve-exhaust');
const side = (t: Thing): 'intake' | 'exhaust' => (t.kind === 'valve-exhaust' ? 'exhaust' : 'intake');

const lobes = (engine: EngineSpec): readonly Thing[] =>
  (camsOf(engine)?.lobes ?? []).map((l) => ({
    key: l.key,
    name: l.name,
    part: 'camshaft',
    kind: l.of === 'exhaust' ? 'valve-exhaust' : 'valve-intake',
  }));
const camJournals = (engine: EngineSpec): readonly Thing[] =>
  numbered('camshaft', 'cam journal', camsOf(engine)?.camJournals ?? 0);
/** One spring for each valve. */
const springs = (engine: EngineSpec): readonly Thing[] =>
  everyValve(engine).map((v) => ({ ...v, name: `${v.name} spring`, part: 'valve-spring' }));

const STEM = oneFigure({
  part: 'valves.stem',
  name: 'stem',
  sense: 'outside',
  feature: (t) => `valve.stem.${side(t)}`,
  how: 'smallest',
  sides: ['min'],
  things: everyValve,
  spots: TOP_MID_LOW,
  held: 'where it runs in its guide, carbon off',
  definition: 'smallest of three places along the stem',
});
const GUIDE = oneFigure({
  part: 'valves.guide',
  name: 'guide',
  sense: 'inside',
  feature: 'valve.guide',
  how: 'largest',
  sides: ['max'],
  things: everyValve,
  spots: TOP_MID_LOW,
  held: 'brushed clean, three places along it',
  definition: 'largest of three places along the guide',
});

export const VALVE_MEASURES: readonly Measurand[] = [
  STEM,
  GUIDE,
  oneFigure({
    part: 'valves.seat',
    name: 'seat width',
    sense: 'outside',
    feature: 'valve.seat-width',
    how: 'each',
    sides: ['min', 'max'],
    things: everyValve,
    held: 'blued, the shining band on the seat, its widest place',
    definition: 'width of the band the face bears on',
  }),
  oneFigure({
    part: 'valves.margin',
    name: 'margin',
    sense: 'outside',
    feature: 'valve.margin',
    how: 'smallest',
    sides: ['min'],
    things: everyValve,
    held: 'the straight edge of the head, above the face',
    definition: 'what is left between face and crown of the valve',
  }),
  oneFigure({
    part: 'valves.run-out',
    name: 'face run-out',
    sense: 'travel',
    feature: 'valve.face-run-out',
    how: 'largest',
    sides: ['max'],
    things: everyValve,
    held: 'stem in V-blocks, the needle on the face, one turn',
    definition: 'total needle travel of one turn',
  }),
  oneFigure({
    part: 'valves.spring',
    name: 'free length',
    sense: 'outside',
    feature: 'valve.spring-length',
    how: 'smallest',
    sides: ['min'],
    things: springs,
    held: 'standing free, not squeezed by the jaws',
    definition: 'length without load',
  }),
  oneFigure({
    part: 'valves.spring-square',
    name: 'out of square',
    sense: 'gap',
    feature: 'valve.spring-square',
    how: 'largest',
    sides: ['max'],
    things: springs,
    held: 'on a flat plate beside a square, turned to the widest gap',
    definition: 'the gap at its top beside a square',
  }),
  oneFigure({
    part: 'valves.lobe',
    name: 'lobe height',
    sense: 'outside',
    feature: (t) => `cam.lobe.${side(t)}`,
    how: 'smallest',
    sides: ['min'],
    things: lobes,
    held: 'across the nose, base circle to tip',
    definition: 'height over nose and base circle',
  }),
  oneFigure({
    part: 'valves.cam-journal',
    name: '',
    sense: 'outside',
    feature: 'cam.journal',
    how: 'smallest',
    sides: ['min'],
    things: camJournals,
    spots: TWO_BY_TWO,
    held: 'two places along it, two directions at each',
    definition: 'smallest of two directions at two places',
  }),
  oneFigure({
    part: 'valves.cam-clearance',
    name: 'clearance',
    sense: 'gap',
    feature: 'cam.clearance',
    how: 'each',
    sides: ['min', 'max'],
    things: camJournals,
    spots: [spot('')],
    held: 'caps torqued, buckets out, the leaf beside the journal',
    definition: 'the leaf between journal and cap',
  }),
];

/** Verdicts on what stem and guide leave between them: the widest place of the one, the thinnest of the other. */
function stemClearances(file: JobFile): Figure[] {
  return everyValve(file.engine).flatMap((valve) => {
    const [stem, guide] = [readThing(file, STEM, valve), readThing(file, GUIDE, valve)];
    const sizes = (r: typeof stem) =>
      [...r.places.values()].flatMap((p) => (p.result ? [p.result.estimate] : []));
    const [s, g] = [sizes(stem), sizes(guide)];
    if (s.length === 0 || g.length === 0) return [];
    const places = [...stem.places.values(), ...guide.places.values()];
    const feature: FeatureKey = `valve.stem-clearance.${side(valve)}`;
    return (['min', 'max'] as const).map((of) =>
      judgeValue(file, {
        subject: {
          of: 'part',
          part: valve.part,
          thing: `valves.stem-clearance:${valve.key}`,
          name: valve.name,
        },
        feature,
        side: of,
        title: `stem clearance, ${of === 'min' ? 'tightest' : 'loosest'}`,
        named: 'stem-clearance',
        of:
          of === 'max'
            ? difference(extreme(g, 'largest').of, extreme(s, 'smallest').of)
            : difference(extreme(g, 'smallest').of, extreme(s, 'largest').of),
        states: statesOf(file, [valve.part, 'head'], feature, of),
        tailOf: (beyond, u) => differenceTail(beyond, u, s.length * g.length),
        progress: { read: places.length, planned: stem.spots.length + guide.spots.length },
        blockedBy: blockedBy(file, places, places.length >= stem.spots.length + guide.spots.length),
        caveats: caveatsOf(places),
        working: [
          { kind: 'text', label: 'definition', text: 'diametral: guide − stem, each at its worse place' },
        ],
        step: Math.max(1_000, ...places.map((p) => p.step)),
        instruments: gaugesOf(file, places),
        depth: null,
        at: places.flatMap((p) => p.readings).at(-1)?.entry.at ?? '',
      }),
    );
  });
}

const measured = roomOf('valves', 'Valves and cams', VALVE_MEASURES, 'Valves');

/** Valves, guides, seats, springs, cams. */
export const valves: MeasuringRoom = {
  ...measured,
  sheets: [VALVES_SHEET],
  figures: (file, ask) => [...measured.figures(file, ask), ...stemClearances(file)],
};
