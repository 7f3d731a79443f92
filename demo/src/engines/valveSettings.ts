import {
  inch,
  MAKERS_BUILD,
  mm,
  VALVE_TRAIN,
  type EngineSpec,
  type FeatureKey,
  type Limit,
} from '@tribos/core';
import { line, sourceOf, type LineExtras, type Sheet } from './sheet.js';

type Range = readonly [low: number | null, high: number | null];

interface Own {
  readonly page: string;
  readonly deck?: Range;
  readonly squish?: Range;
  /** Lash, cold. */
  readonly lash?: readonly [intake: Range, exhaust: Range];
  /** What is aimed at on the exhaust side, where its sheet names it. */
  readonly aims?: number;
  /** Least room to the piston, all the maker’s own. */
  readonly contact?: readonly [intake: number, exhaust: number];
  /** Stems off the cylinder’s axis, and the lift timing is read at, mm. */
  readonly train?: readonly [intake: number, exhaust: number, lift: number | null];
  /** Clearance is set by screws. */
  readonly screws?: true;
  /** Degrees at that lift: intake opens, closes, exhaust opens, closes; each so many either way. */
  readonly cams?: readonly [number, number, number, number, either: number];
  readonly decompressor?: Range;
  /** Spread head of a joined chain's rivet. */
  readonly rivet?: Range;
  /** Another maker’s piston: its own sheet’s room, in. */
  readonly other?: readonly [sheet: string, party: string, page: string, intake: number, exhaust: number];
}

const OWN: Readonly<Record<string, Own>> = {
  '644': {
    page: '3-6',
    contact: [1, 1.2],
    train: [11.5, 12.5, 1],
    cams: [15, 41, 43, 13, 3],
    rivet: [5.45, 5.65],
  },
  '312': {
    page: '3-8',
    deck: [0.05, 0.3],
    lash: [
      [0.1, 0.15],
      [0.15, 0.2],
    ],
    aims: 0.18,
    contact: [0.9, 1.1],
    train: [10, 11, 1],
    cams: [12, 46, 48, 10, 3],
    rivet: [4.9, 5.1],
    other: ['Corrie kit sheet 79-F', 'Corrie', '4', 0.04, 0.05],
  },
  '744': {
    page: '3-7',
    deck: [0, 0.2],
    lash: [
      [0.13, 0.19],
      [0.22, 0.28],
    ],
    contact: [0.8, 1],
    train: [13, 14, null],
  },
  '386': {
    page: '3-14',
    deck: [0.3, 0.7],
    lash: [
      [0.06, 0.1],
      [0.09, 0.13],
    ],
    contact: [1.1, 1.3],
    train: [17, 19, 1],
    screws: true,
    cams: [8, 38, 36, 6, 4],
    decompressor: [0.4, 0.9],
    other: ['Lintel kit sheet L84', 'Lintel', '4', 0.036, 0.044],
  },
  '720': { page: '3-8', squish: [1.2, 1.5] },
  '59': { page: '5', squish: [0.5, 0.9] },
};

const EVENTS = ['intake-opens', 'intake-closes', 'exhaust-opens', 'exhaust-closes'] as const;

/** What valves, cams and decks of a demo engine are set to, as lines of its sheet and a part of it. */
export function valveSettingsOf(
  of: string,
  { maker, model }: Pick<EngineSpec, 'maker' | 'model'>,
  sheet: Sheet,
): { readonly limits: readonly Limit[]; readonly parts: Readonly<Record<string, unknown>> } {
  const own = OWN[of];
  if (!own) return { limits: [], parts: {} };
  const engine = `${maker} ${model}`;
  const on = (feature: FeatureKey, range: Range | undefined, extras: LineExtras = {}): Limit[] =>
    range ? [line(sheet, engine, own.page, feature, 'new', range, extras)] : [];
  const { lash, contact, cams, train, other } = own;
  const kit: Sheet | null = other
    ? { party: other[1], type: 'part-maker', document: other[0], unit: 'in' }
    : null;
  const least = (feature: FeatureKey, room: number): Limit => ({
    ...line(kit!, engine, other![2], feature, 'new', [room, null]),
    low: inch(room),
    conditions: { build: { ...MAKERS_BUILD, piston: other![1] } },
  });
  const limits = [
    ...on('setup.deck', own.deck),
    ...on('setup.squish', own.squish),
    ...on('setup.valve.intake', lash?.[0]),
    ...on('setup.valve.exhaust', lash?.[1], own.aims === undefined ? {} : { target: own.aims }),
    ...on('setup.contact.intake', contact && [contact[0], null]),
    ...on('setup.contact.exhaust', contact && [contact[1], null]),
    ...(cams
      ? EVENTS.map((e, i) =>
          line(sheet, engine, own.page, `setup.cam.${e}`, 'new', [cams[i]! - cams[4], cams[i]! + cams[4]], {
            unit: '°',
          }),
        )
      : []),
    ...on('setup.decompressor', own.decompressor),
    ...on('setup.chain-rivet', own.rivet),
    ...(other ? [least('setup.contact.intake', other[3]), least('setup.contact.exhaust', other[4])] : []),
  ];
  // The kit leaves cams and decompressor as they are, and says so.
  const kept = limits.filter(
    (l) => !l.conditions.build && (l.feature.startsWith('setup.cam.') || l.feature === 'setup.decompressor'),
  );
  return {
    limits: other
      ? [
          ...limits,
          ...kept.map((l) => ({
            ...l,
            id: `${l.id}-${other[1].toLowerCase()}`,
            conditions: { build: { ...MAKERS_BUILD, piston: other[1] } },
            source: sourceOf(kit!, other[2]),
          })),
        ]
      : limits,
    parts: train
      ? {
          [VALVE_TRAIN.name]: {
            trains: [
              {
                lift: train[2] === null ? null : mm(train[2]),
                intake: train[0],
                exhaust: train[1],
                set: own.screws ? 'screws' : 'shims',
                source: sourceOf(sheet, own.page),
              },
            ],
          },
        }
      : {},
  };
}
