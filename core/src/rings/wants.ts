import { topLeftOn, type JobFile } from '../job/index.js';
import type { Want } from '../verdicts/index.js';
import { GAP_FEATURES } from './gapRule.js';
import { gapTarget } from './gapTarget.js';
import { packOf, pistonMaker, ringMaker, UNNAMED } from './pack.js';

/** A gap that goes by the displacement waits for the stroke. */
const STROKE = (party: string): Want => ({
  key: 'stroke',
  noun: 'the stroke',
  asks: 'The gap goes by the displacement: what is the stroke?',
  begins: 'stroke',
  like: 'stroke 69.6',
  party,
  needed: true,
});

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
            like:
              engine.strokes === 4
                ? `rings: top 1.2 barrel mark N up; second 1.5 taper; oil three-piece; arrow to ${engine.zeroAt}`
                : `rings: top 1.2 mark N up; second 1.2; arrow to ${engine.zeroAt}`,
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
            like: 'ring gap both .20-.32 (.60)',
            party: ringMaker(file, gapless),
            needed: true,
          },
        ]),
  ];
}
