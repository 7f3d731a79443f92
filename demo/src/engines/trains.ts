import { mm, type CrankTrainSheet, type EngineSpec } from '@tribos/core';
import { sourceOf, type Sheet } from './sheet.js';

/** Rod between its eyes, mm; chamber to the head's face and crown over a flat one, cm³; page. All invented. */
const OWN: Readonly<
  Record<string, readonly [rod: number, burette: number | null, dome: number, page: string]>
> = {
  '644': [128, 32.6, 1.4, '4-22'],
  '312': [114.5, 27.9, 3.2, '7-14'],
  '744': [104, 17.8, 1.1, '6-24'],
  '386': [122, 44.5, 2, '3-32'],
  '212': [120, 17.2, 0, '2-15'],
  '620': [132, 24.1, 0, '5-10'],
  '720': [136, 33.5, 0, '3-10'],
  '59': [62, null, 0, '7'],
};

/** Crank, rod and chamber of a demo engine, as a part of its sheet. */
export function trainOf(
  of: string,
  { stroke }: Pick<EngineSpec, 'stroke'>,
  sheet: Sheet,
): Record<string, unknown> {
  const [rod, burette, dome, page] = OWN[of]!;
  const train: CrankTrainSheet = {
    throw: mm(stroke! / 2e6),
    rod: mm(rod),
    offset: mm(0),
    burette,
    dome,
    source: sourceOf(sheet, page),
  };
  return { 'crank-train': { trains: [train] } };
}
