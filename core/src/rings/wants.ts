import { topLeftOn, type JobFile } from '../job/index.js';
import type { EngineSpec } from '../specs/index.js';
import type { Want } from '../verdicts/index.js';
import { GAP_FEATURES } from './gapRule.js';
import { gapTarget } from './gapTarget.js';
import { gapped, isRail, packOf, pistonMaker, ringMaker, UNNAMED } from './pack.js';

/** A gap that goes by the displacement waits for the stroke. */
const STROKE = (party: string): Want => ({
  key: 'stroke',
  noun: 'the stroke',
  asks: 'The gap goes by the displacement: what is the stroke?',
  begins: 'stroke',
  like: { mm: 'stroke 69.6', in: 'stroke 2.740' },
  party,
  needed: true,
});

const packLike = ({ strokes, zeroAt }: EngineSpec, top: string, second: string): string =>
  strokes === 4
    ? `rings: top ${top} barrel mark N up; second ${second} taper; oil three-piece; arrow to ${zeroAt}`
    : `rings: top ${top} mark N up; second ${top}; arrow to ${zeroAt}`;

/** Rings and gaps of whichever piston is fitted, where nobody has put them on file. */
export function ringWants(file: JobFile): readonly Want[] {
  const { engine } = file;
  if (topLeftOn(file)) return [];
  const packless = engine.cylinders.findIndex((_, cylinder) => packOf(file, cylinder) === null);
  // Whatever governs the rings that are in it: another maker's gap on file is none for them.
  const gapless = engine.cylinders.findIndex((_, cylinder) => {
    const { kind, min } = gapTarget(file, cylinder, 'top');
    return kind === null && min.status === 'none';
  });
  const railless = engine.cylinders.findIndex((_, cylinder) => {
    const pack = packOf(file, cylinder);
    const rail = pack && gapped(pack).find(isRail);
    return rail !== undefined && rail !== null && gapTarget(file, cylinder, rail).min.status === 'none';
  });
  const isByDisplacement = engine.limits.some(
    (l) => l.rows !== undefined && GAP_FEATURES.top.includes(l.feature),
  );
  const whose = (party: string): string =>
    party === engine.maker || party === UNNAMED ? '' : ` of the ${party} piston`;
  return [
    ...(engine.stroke === null && isByDisplacement ? [STROKE(engine.maker)] : []),
    ...(packless === -1
      ? []
      : [
          {
            key: 'rings',
            noun: 'the rings',
            asks: `Which rings${whose(pistonMaker(file, packless))} are there, top first, and where does the piston’s mark point?`,
            begins: 'rings:',
            like: { mm: packLike(engine, '1.2', '1.5'), in: packLike(engine, '.047', '.059') },
            party: pistonMaker(file, packless),
            needed: true,
          },
        ]),
    ...(gapless === -1
      ? []
      : [
          {
            key: 'ring-gap',
            noun: 'the ring gap',
            asks: 'How far are the gaps of the rings to be open? A share of the bore will do as well.',
            begins: 'ring gap both',
            like: { mm: 'ring gap both .20-.32 (.60)', in: 'ring gap both .008-.013 (.024)' },
            party: ringMaker(file, gapless),
            needed: true,
          },
        ]),
    ...(railless === -1
      ? []
      : [
          {
            key: 'rail-gap',
            noun: 'the gap of the oil rails',
            asks: 'How far are the rails of the oil ring to be open? Without a figure they go on as they come.',
            begins: 'rail gap',
            like: { mm: 'rail gap .20-.70', in: 'rail gap .008-.028' },
            party: ringMaker(file, railless),
            needed: false,
          },
        ]),
  ];
}
