import { ALONE, spot, thingsOfKind, type Measurand, type Thing } from '../measurands/index.js';
import type { EngineSpec } from '../specs/index.js';
import { crankOf } from './sheets.js';

const USUAL_ENDS = [
  { key: 'flywheel', name: 'flywheel end' },
  { key: 'drive', name: 'drive end' },
];
const HELD = 'in V-blocks at its main journals, one full turn';

const ends = (engine: EngineSpec): readonly Thing[] =>
  (crankOf(engine)?.runOut ?? USUAL_ENDS).map((e) => ({ ...e, part: 'crank' }));

const crank: readonly Thing[] = [{ key: 'crank', name: 'crank', part: 'crank' }];

/** A rod for each cylinder. */
export const rods = (engine: EngineSpec): readonly Thing[] =>
  engine.cylinders.map((name, at) => ({
    key: String(at),
    name: engine.cylinders.length === 1 ? 'rod' : `${name} rod`,
    part: `rod:${at}`,
  }));

const steel = { material: 'steel' } as const;
const alone = () => ALONE;

/** What is measured of crank and rods. */
export const CRANK_MEASURES: readonly Measurand[] = [
  {
    ...steel,
    part: 'crank.run-out',
    name: 'run-out',
    sense: 'travel',
    things: ends,
    spots: alone,
    held: HELD,
    rules: [
      {
        key: 'run-out',
        feature: 'crank.run-out',
        how: 'largest',
        sides: ['max'],
        title: 'run-out',
        definition: 'total needle travel of one turn; the bow is half of it',
      },
    ],
  },
  {
    ...steel,
    part: 'crank.end-float',
    name: 'end float',
    sense: 'travel',
    things: () => crank,
    spots: alone,
    held: 'in its cases, pushed from one end to the other',
    rules: [
      {
        key: 'end-float',
        feature: 'crank.end-float',
        how: 'largest',
        sides: ['min', 'max'],
        title: 'end float',
        definition: 'needle travel from one end to the other',
      },
    ],
  },
  {
    ...steel,
    part: 'crank.rod-side',
    name: 'side clearance',
    sense: 'gap',
    things: rods,
    spots: alone,
    held: 'a leaf between rod and web, the rod pushed to one side',
    rules: [
      {
        key: 'rod-side',
        feature: 'crank.rod-side',
        how: 'largest',
        sides: ['min', 'max'],
        title: 'side clearance',
        definition: 'the leaf beside the big end',
      },
    ],
  },
  {
    ...steel,
    part: 'crank.rod-radial',
    name: 'radial play',
    sense: 'travel',
    things: rods,
    spots: () => [spot('up', 'along the rod'), spot('across', 'a quarter turn on')],
    held: 'crank held, the big end pushed and pulled, no oil between',
    rules: [
      {
        key: 'rod-radial',
        feature: 'crank.rod-radial',
        how: 'largest',
        sides: ['max'],
        title: 'big end radial play',
        definition: 'needle travel at the big end, the larger of two directions',
      },
    ],
  },
  {
    ...steel,
    part: 'crank.rod-tilt',
    name: 'small end tilt',
    sense: 'travel',
    things: rods,
    spots: alone,
    held: 'rod upright, its small end rocked from side to side',
    rules: [
      {
        key: 'rod-tilt',
        feature: 'crank.rod-tilt',
        how: 'largest',
        sides: ['max'],
        title: 'small end tilt',
        definition: 'needle travel at the small end from side to side',
      },
    ],
  },
  {
    ...steel,
    part: 'crank.rod-bend',
    name: 'bend',
    sense: 'travel',
    things: rods,
    spots: alone,
    held: 'pins through both ends, over 100 mm',
    rules: [
      {
        key: 'rod-bend',
        feature: 'crank.rod-bend',
        how: 'largest',
        sides: ['max'],
        title: 'bend',
        definition: 'difference of height of the two pins over 100 mm',
      },
    ],
  },
  {
    ...steel,
    part: 'crank.rod-twist',
    name: 'twist',
    sense: 'travel',
    things: rods,
    spots: alone,
    held: 'pins through both ends, over 100 mm',
    rules: [
      {
        key: 'rod-twist',
        feature: 'crank.rod-twist',
        how: 'largest',
        sides: ['max'],
        title: 'twist',
        definition: 'one pin out of the plane of the other over 100 mm',
      },
    ],
  },
  {
    ...steel,
    part: 'crank.small-end',
    name: 'small end',
    sense: 'inside',
    things: rods,
    spots: () => [spot('along', 'along the rod'), spot('across', 'across it')],
    held: 'clean and dry, two directions',
    rules: [
      {
        key: 'small-end',
        feature: 'crank.small-end',
        how: 'largest',
        sides: ['max'],
        title: 'small end',
        definition: 'the larger of two directions',
      },
    ],
  },
  {
    ...steel,
    part: 'crank.air-gap',
    name: 'coil air gap',
    sense: 'gap',
    things: thingsOfKind('coil'),
    spots: () => [spot('first', 'first leg'), spot('second', 'second leg')],
    held: 'magnets turned to the coil, both legs',
    rules: [
      {
        key: 'air-gap',
        feature: 'crank.air-gap',
        how: 'each',
        sides: ['min', 'max'],
        title: 'air gap',
        definition: 'the leaf between coil and magnet',
      },
    ],
  },
];
