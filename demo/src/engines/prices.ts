import {
  money,
  partsOf,
  ROUTE_LABOUR,
  ROUTE_PARTS,
  type EngineSpec,
  type RouteName,
  type RoutePart,
} from '@tribos/core';
import { sourceOf, type Sheet } from './sheet.js';

const cents = (amount: number) => money(Math.round(amount * 100));
const days = (soonest: number, usual: number, latest: number) => ({ soonest, usual, latest });

interface Own {
  /** A piston with its rings, pin and clips, by how far it is over standard; each step dearer. */
  readonly piston: number;
  readonly rings: number;
  readonly gaskets: number;
  /** Minutes of a top end, off and on again. */
  readonly top: number;
}

const OWN: Readonly<Record<string, Own>> = {
  '644': { piston: 118, rings: 46, gaskets: 38, top: 390 },
  '312': { piston: 142, rings: 52, gaskets: 33, top: 300 },
  '744': { piston: 104, rings: 41, gaskets: 52, top: 620 },
  '386': { piston: 96, rings: 38, gaskets: 29, top: 270 },
  '212': { piston: 64, rings: 22, gaskets: 14, top: 170 },
  '620': { piston: 98, rings: 34, gaskets: 41, top: 330 },
  '720': { piston: 108, rings: 39, gaskets: 44, top: 420 },
  '59': { piston: 41, rings: 12, gaskets: 7, top: 90 },
};

/** What else is renewed, by its kind: price of one, days. */
const ALWAYS: Readonly<Record<string, readonly [price: number, name: string]>> = {
  plug: [9.5, 'spark plug'],
  'oil-filter': [11.8, 'oil filter'],
  clips: [2.4, 'pin clip'],
  'crank-seals': [26, 'crank seals'],
  seals: [18, 'other seals and O-rings'],
};

const AS_IT_IS: readonly RouteName[] = ['reuse', 'hone'];

/** Prices, lead times and hours of an engine's ways out, as parts of its sheet. All invented. */
export function pricesOf(of: string, engine: EngineSpec, sheet: Sheet): EngineSpec['parts'] {
  const own = OWN[of]!;
  const source = { ...sourceOf(sheet, 'price list, spring'), type: 'part-maker' as const };
  const line = (
    part: string,
    name: string,
    price: number | null,
    more: Partial<RoutePart> = {},
  ): RoutePart => ({
    part,
    name,
    for: [],
    kit: null,
    per: 'cylinder',
    count: 1,
    price: price === null ? null : cents(price),
    days: days(1, 2, 5),
    companion: false,
    gone: false,
    instead: '',
    source,
    ...more,
  });
  const kinds = new Map(partsOf(engine).map((p) => [p.kind.kind, p.kind.per]));
  const kits = engine.kits.flatMap((kit, i): RoutePart[] => {
    const forged =
      kit.maker !== engine.maker && kit.oversize === 0 ? 1.45 : kit.oversize > 1_500_000 ? 2.1 : 1;
    const price = own.piston * forged + (kit.oversize / 1e6) * 6 + i * 0.5;
    const wait = kit.oversize > 500_000 ? days(4, 8, 20) : days(1, 3, 8);
    return [
      line('piston', `piston ${kit.name}`, price, { kit: kit.id, days: wait }),
      line('rings', 'rings, in the kit', 0, { kit: kit.id, days: wait }),
      line('pin', 'pin, in the kit', 0, { kit: kit.id, days: wait }),
    ];
  });
  const always = Object.entries(ALWAYS).flatMap(([part, [price, name]]): RoutePart[] => {
    const per = kinds.get(part);
    return per === undefined || per === 'sheet'
      ? []
      : [
          line(part, name, price, {
            per,
            count: part === 'clips' ? 2 : 1,
            companion: true,
            // An oil filter and seals are renewed whenever it is apart: only the strip knows.
            ...(part === 'plug' || part === 'clips' ? {} : { for: ['sleeve'] as const }),
          }),
        ];
  });
  return {
    [ROUTE_PARTS.name]: {
      parts: [
        ...kits,
        line('rings', 'ring set', own.rings, { for: [...AS_IT_IS], companion: true }),
        ...(kinds.has('head-gasket')
          ? [line('head-gasket', 'head gasket', own.gaskets * 0.6, { per: 'engine', companion: true })]
          : []),
        ...(kinds.has('base-gasket')
          ? [
              line('base-gasket', 'base gasket', (own.gaskets * 0.4) / engine.cylinders.length, {
                companion: true,
              }),
            ]
          : []),
        ...always,
        ...(of === '212'
          ? [
              line('cylinder', 'cylinder, complete', null, {
                for: ['exchange'],
                gone: true,
                instead:
                  'a good used one from the 212 of the year before, Marsh Row Parts, measured when it came in',
              }),
            ]
          : []),
      ],
    },
    [ROUTE_LABOUR.name]: {
      labour: [
        { what: 'top end off and on', for: [], per: 'engine', minutes: own.top, source },
        { what: 'hone and wash', for: ['hone'], per: 'cylinder', minutes: 40, source },
        { what: 'measure, gap the rings', for: [], per: 'cylinder', minutes: 45, source },
        {
          what: 'measure what came back',
          for: ['bore', 'replate', 'sleeve', 'exchange'],
          per: 'cylinder',
          minutes: 20,
          source,
        },
      ],
    },
  };
}
