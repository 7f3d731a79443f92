import type { JobFile } from '../job/index.js';
import { GASKETS } from '../specs/index.js';
import type { Want } from '../verdicts/index.js';
import { SHIMS } from './sheets.js';
import { CRANK_TRAIN, hasScrews } from './trainSheet.js';

/** What a top end is set up by, where nobody has put it on file. */
export function setupWants({ engine }: JobFile): readonly Want[] {
  const has = (feature: string): boolean => engine.limits.some((l) => l.feature === feature);
  const train = CRANK_TRAIN.of(engine)?.trains[0];
  const gaskets = GASKETS.of(engine)?.gaskets ?? [];
  const four = engine.strokes === 4;
  const isShimmed = four && !hasScrews(engine);
  const want = (
    isMissing: boolean,
    key: string,
    of: Pick<Want, 'noun' | 'asks' | 'begins' | 'like'>,
    needed = false,
  ): readonly Want[] => (isMissing ? [{ key, ...of, party: engine.maker, needed }] : []);
  return [
    ...want(
      !has('setup.squish') && !has('setup.deck'),
      'squish',
      {
        noun: four ? 'deck or squish' : 'squish',
        asks: four
          ? 'How far is the crown to stay below the deck? Squish will do as well.'
          : 'How far is the crown to stay from the head? Deck will do as well.',
        begins: four ? 'deck' : 'squish',
        like: four
          ? { mm: 'deck 0.10-0.30', in: 'deck .004-.012' }
          : { mm: 'squish 1.0-1.2', in: 'squish .040-.047' },
      },
      !four,
    ),
    ...want(
      four && !has('setup.valve.intake'),
      'lash-intake',
      {
        noun: 'intake valve clearance',
        asks: 'What clearance do the intake valves get, cold?',
        begins: 'intake valve clearance',
        like: { mm: 'intake valve clearance .10-.15 cold', in: 'intake valve clearance .004-.006 cold' },
      },
      true,
    ),
    ...want(
      four && !has('setup.valve.exhaust'),
      'lash-exhaust',
      {
        noun: 'exhaust valve clearance',
        asks: 'What clearance do the exhaust valves get, cold?',
        begins: 'exhaust valve clearance',
        like: { mm: 'exhaust valve clearance .20-.25 cold', in: 'exhaust valve clearance .008-.010 cold' },
      },
      true,
    ),
    ...want(!gaskets.some((g) => g.where === 'base'), 'base-gasket', {
      noun: 'base gaskets',
      asks: 'Which base gaskets are there, by thickness?',
      begins: 'base gasket',
      like: { mm: 'base gasket 0.3, 0.5, 0.8', in: 'base gasket .012, .020, .031' },
    }),
    ...want(isShimmed && !SHIMS.of(engine)?.shims.some((s) => s.of === 'valve'), 'shims', {
      noun: 'valve shims',
      asks: 'Which shims are there to set the valves with?',
      begins: 'shims',
      like: { mm: 'shims 2.300-3.500 by .025', in: 'shims .0906-.1378 by .001' },
    }),
    ...want(engine.stroke === null && !train, 'stroke', {
      noun: 'the stroke',
      asks: 'What is its stroke?',
      begins: 'stroke',
      like: { mm: 'stroke 69.6', in: 'stroke 2.740' },
    }),
    ...want(!train, 'train', {
      noun: 'rod and crank',
      asks: 'How long is the rod, and the throw of the crank?',
      begins: 'rod',
      like: { mm: 'rod 122, crank 34.8', in: 'rod 4.803, crank 1.370' },
    }),
    ...want(!!train && train.burette === null, 'chamber', {
      noun: 'chamber',
      asks: 'What does the head hold, filled to its face?',
      begins: 'chamber',
      like: 'chamber 38.5 ml',
    }),
  ];
}
