import { mm, type EngineSpec, type Fluid, type Gasket } from '@tribos/core';
import { sourceOf, type Sheet } from './sheet.js';

type Where = Gasket['where'];
interface Own {
  readonly page: string;
  /** Thicknesses that can be had, mm, once clamped. */
  readonly gaskets: readonly (readonly [
    where: Where,
    made: Gasket['made'],
    lies: string,
    ...thicknesses: number[],
  ])[];
  /** Lash shims, mm: across, from, to. */
  readonly lash?: readonly [number, number, number];
  readonly fluids: readonly (readonly [
    what: Fluid['what'],
    grade: string,
    amount: number,
    level: string,
    bleed?: string,
  ])[];
}

const OWN: Readonly<Record<string, Own>> = {
  '644': {
    page: '4-19',
    gaskets: [
      ['base', 'metal', 'either way round', 0.2, 0.3],
      ['head', 'metal', 'tab to the front; two water holes seen through it', 0.6],
    ],
    lash: [9.5, 1.2, 3.5],
    fluids: [
      ['engine oil', '10W-40', 2_700, 'sight glass, upright, 3 min after it stopped'],
      [
        'coolant',
        '50 % silicate-free',
        1_600,
        'to the neck, then the mark of the bottle',
        'screw on the pump cover',
      ],
    ],
  },
  '312': {
    page: '7-12',
    gaskets: [
      ['base', 'metal', 'tab to the front', 0.2, 0.3, 0.4],
      ['head', 'metal', 'oil hole at the chain tunnel seen through it', 0.45],
    ],
    lash: [7.5, 1.6, 3.2],
    fluids: [
      ['engine oil', '10W-50', 1_150, 'dipstick screwed out, resting on its thread'],
      ['coolant', '50 % silicate-free', 950, 'to the neck', 'runs out at the head screw'],
    ],
  },
  '744': {
    page: '6-22',
    gaskets: [['head', 'metal', '“UP” seen; eight water holes', 0.65]],
    lash: [7.5, 1.2, 3.2],
    fluids: [
      ['engine oil', '10W-40', 3_300, 'sight glass, upright'],
      ['coolant', '50 % silicate-free', 2_600, 'to the neck', 'runs out at the thermostat screw'],
    ],
  },
  '386': {
    page: '3-30',
    gaskets: [
      ['base', 'fibre', 'dry', 0.5],
      ['head', 'metal', 'either way round', 0.8],
    ],
    fluids: [
      ['engine oil', '10W-40', 1_900, 'dipstick screwed in'],
      ['coolant', '50 % silicate-free', 1_500, 'bottle mark, cold', 'runs out at the pump screw'],
    ],
  },
  '212': {
    page: '2-14',
    gaskets: [
      ['base', 'fibre', 'transfers seen through it', 0.25, 0.4],
      ['head', 'metal', 'bead up', 0.5],
    ],
    fluids: [
      ['gear oil', '80W', 600, 'level screw, upright'],
      ['two-stroke mix', '1 : 40', 0, 'in the tank'],
      ['coolant', '50 % silicate-free', 700, 'to the neck', 'runs out at the head screw'],
    ],
  },
  '620': {
    page: '5-9',
    gaskets: [
      ['base', 'metal', 'transfers and water seen through it', 0.25, 0.35, 0.6],
      ['head', 'rubber', 'O-rings, round one inside', 1.78],
    ],
    fluids: [
      ['coolant', '60 % for frost', 3_800, 'bottle mark, nose up', 'both tunnel screws'],
      ['two-stroke mix', 'by the pump', 0, 'bottle full, lines without air', 'pump screw'],
    ],
  },
  '720': {
    page: '3-9',
    gaskets: [
      ['base', 'metal', 'water holes seen through it', 0.25, 0.45],
      ['head', 'metal', '“FRONT” to the coupler', 0.9],
    ],
    fluids: [['two-stroke mix', 'by the pump', 0, 'bottle full, lines without air', 'pump screw']],
  },
  '59': {
    page: '6',
    gaskets: [['base', 'metal', 'none where the foot is sealed by paste', 0.5]],
    fluids: [['two-stroke mix', '1 : 50', 0, 'in the tank']],
  },
};

/** What is cast or stamped, where, and what it says. */
const CODES_OF: Readonly<Record<string, readonly (readonly [what: string, where: string, means: string])[]>> =
  {
    '312': [
      [
        'letter A, B or C',
        'rear of the cylinder foot, left of the stud',
        'grade of the maker’s piston that belongs to it',
      ],
    ],
    '744': [
      [
        'two rows of figures and letters',
        'rear edge of the upper case; webs of the crank',
        'codes of housings and journals: which shells go in',
      ],
      [
        'C1 or C2',
        'inside of the clutch cover, beside the oil filler',
        'which clutch pack it has: nine or ten friction plates',
      ],
    ],
    '620': [['engine number', 'drive side of the case, below the cylinder', 'which year it is of']],
  };

/** Codes, gaskets, shims and fluids of a demo engine, as parts of its sheet. */
export function stackOf(
  of: string,
  { maker }: Pick<EngineSpec, 'maker'>,
  sheet: Sheet,
): Record<string, unknown> {
  const { page, gaskets, lash, fluids } = OWN[of]!;
  const source = sourceOf(sheet, page);
  const codes = CODES_OF[of];
  return {
    ...(codes
      ? { codes: { codes: codes.map(([what, where, means]) => ({ what, where, means, source })) } }
      : {}),
    gaskets: {
      gaskets: gaskets.flatMap(([where, made, lies, ...thicknesses]) =>
        thicknesses.map((t): Gasket => ({
          name: `${maker} ${where} ${t.toFixed(2)}`,
          where,
          made,
          lies,
          thickness: mm(t),
          source,
        })),
      ),
    },
    ...(lash
      ? {
          shims: {
            shims: [
              {
                name: `${maker} lash shims`,
                of: 'valve',
                diameter: mm(lash[0]),
                from: mm(lash[1]),
                to: mm(lash[2]),
                step: mm(0.025),
                source,
              },
            ],
          },
        }
      : {}),
    fluids: {
      fluids: fluids.map(([what, grade, amount, level, bleed = '']): Fluid => ({
        what,
        of: '',
        grade,
        amount,
        level,
        bleed,
        source,
      })),
    },
  };
}
