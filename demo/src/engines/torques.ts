import type { BoltMap, EngineSpec, TorqueGroup } from '@tribos/core';
import { sourceOf, type Sheet } from './sheet.js';

type Steps = readonly (readonly [by: 'snug' | 'torque' | 'angle', value: number])[];

/** Head (or foot) of each demo engine: steps of its main fasteners, condition of the threads, page. All invented. */
const OWN: Readonly<
  Record<
    string,
    {
      readonly page: string;
      readonly map: string;
      readonly main: Steps;
      readonly condition: TorqueGroup['condition'];
      readonly again?: number;
      readonly numbered?: true;
    }
  >
> = {
  '644': {
    page: '6-4',
    map: 'head',
    main: [
      ['torque', 16],
      ['torque', 28],
      ['torque', 43],
    ],
    condition: 'oiled',
  },
  '312': {
    page: '6-5',
    map: 'head',
    main: [
      ['torque', 18],
      ['angle', 90],
      ['angle', 90],
    ],
    condition: 'moly',
  },
  '744': {
    page: '6-6',
    map: 'head',
    main: [
      ['torque', 14],
      ['torque', 24],
      ['torque', 36],
    ],
    condition: 'oiled',
    numbered: true,
  },
  '386': {
    page: '6-3',
    map: 'head',
    main: [
      ['torque', 20],
      ['torque', 38],
    ],
    condition: 'oiled',
    again: 10,
  },
  '212': {
    page: '5-2',
    map: 'head',
    main: [
      ['torque', 12],
      ['torque', 21.5],
    ],
    condition: 'dry',
    again: 5,
  },
  '620': {
    page: '4-2',
    map: 'head',
    main: [
      ['torque', 14],
      ['torque', 26],
    ],
    condition: 'dry',
  },
  '720': {
    page: '3-2',
    map: 'head',
    main: [
      ['torque', 12],
      ['torque', 24],
    ],
    condition: 'locked',
  },
  '59': {
    page: '3',
    map: 'barrel',
    main: [
      ['torque', 4],
      ['torque', 8.5],
    ],
    condition: 'dry',
  },
};

/** What turns over when the last group is tight. */
const TURN = 'Turn it over twice by hand: does it turn freely, with no touch anywhere?';

/** Torque plan of a demo engine: the main fasteners in steps, small ones at the edge last. */
export function torquesOf(
  of: string,
  engine: Pick<EngineSpec, 'parts'>,
  sheet: Sheet,
): Record<string, unknown> {
  const own = OWN[of]!;
  const maps = (engine.parts?.['bolt-maps'] as { readonly maps: readonly BoltMap[] } | undefined)?.maps ?? [];
  const map = maps.find((m) => m.key === own.map)!;
  const source = sourceOf(sheet, own.page);
  const [first] = map.holes;
  const main = map.holes.filter((h) => h.thread === first!.thread);
  const side = map.holes.filter((h) => h.thread !== first!.thread);
  const foot = own.map === 'barrel';
  const group = (
    over: Partial<TorqueGroup> & Pick<TorqueGroup, 'key' | 'name' | 'holes' | 'steps'>,
  ): TorqueGroup => ({
    clamps: foot ? 'cylinder' : 'head',
    map: own.map,
    numbered: 'positions',
    condition: own.condition,
    before: '',
    after: '',
    again: null,
    source,
    ...over,
  });
  return {
    'torque-plan': {
      groups: [
        group({
          key: `${own.map}-main`,
          name: foot ? 'the cylinder screws' : 'the head bolts',
          holes: main.map((h) => h.at),
          numbered: own.numbered ? 'maker' : 'positions',
          steps: own.main.map(([by, value]) => ({ by, value })),
          after: side.length === 0 ? TURN : '',
          again: own.again ?? null,
        }),
        ...(side.length > 0
          ? [
              group({
                key: `${own.map}-side`,
                name: 'the small ones at the edge',
                holes: side.map((h) => h.at),
                steps: [{ by: 'torque', value: 10 }],
                condition: 'dry',
                after: TURN,
              }),
            ]
          : []),
      ],
    },
  };
}
