import type { FeatureKey } from '@tribos/core';

export type Fresh = readonly [low: number | null, high: number | null];
/** A feature as a sheet prints it: range for new parts and service limit, either left out. */
export type Row = readonly [feature: FeatureKey, fresh: Fresh | null, service: Fresh | null];

const flat: readonly Row[] = [
  ['head.flatness', [null, 0.03], [null, 0.05]],
  ['head.deck-flatness', [null, 0.03], [null, 0.05]],
];

/** Valves, cams, pump, clutch and gears of a four-stroke, by its stem. */
const fourStroke = (stem: number): readonly Row[] => [
  ...flat,
  ['valve.stem.intake', [stem - 0.025, stem - 0.01], [stem - 0.035, null]],
  ['valve.stem.exhaust', [stem - 0.035, stem - 0.02], [stem - 0.045, null]],
  ['valve.guide', [stem, stem + 0.012], [null, stem + 0.04]],
  ['valve.stem-clearance.intake', [0.01, 0.037], [null, 0.08]],
  ['valve.stem-clearance.exhaust', [0.02, 0.047], [null, 0.09]],
  ['valve.seat-width', [0.9, 1.1], [0.8, 1.6]],
  ['valve.margin', [0.8, null], [0.5, null]],
  ['valve.face-run-out', null, [null, 0.03]],
  ['valve.spring-length', [40.2, null], [38.9, null]],
  ['valve.spring-square', null, [null, 1.7]],
  ['cam.lobe.intake', [36.28, null], [36.15, null]],
  ['cam.lobe.exhaust', [35.94, null], [35.8, null]],
  ['cam.journal', [21.959, 21.98], [21.94, null]],
  ['cam.clearance', [0.02, 0.062], [null, 0.08]],
  ['gear.end-float', [0.1, 0.4], [null, 0.6]],
  ['gear.fork', [4.93, null], [4.7, null]],
  ['gear.fork-clearance', [null, 0.25], [null, 0.5]],
  ['clutch.plate', [2.92, null], [2.7, null]],
  ['clutch.pack', [43.1, 43.9], [42.6, null]],
  ['clutch.warp', [null, 0.1], [null, 0.15]],
  ['clutch.spring', [33.8, null], [32.6, null]],
  ['pump.tip', [null, 0.12], [null, 0.2]],
  ['pump.body', [null, 0.2], [null, 0.35]],
  ['pump.side', [0.03, 0.08], [0.02, 0.12]],
  ['pump.impeller', [0.3, 0.6], [0.2, 1]],
  ['pump.starter', [12, null], [8.5, null]],
];

const rolling: readonly Row[] = [
  ['crank.run-out', [null, 0.03], [null, 0.06]],
  ['crank.rod-side', [0.25, 0.55], [null, 0.8]],
  ['crank.rod-radial', [0.008, 0.02], [null, 0.06]],
  ['crank.rod-tilt', [null, 0.8], [null, 1.2]],
  ['crank.rod-bend', null, [null, 0.05]],
  ['crank.rod-twist', null, [null, 0.08]],
];

/** Plain bearings, by the sizes of main journal and crankpin. */
const plain = (main: number, pin: number, clearance: Fresh, worn: number): readonly Row[] => [
  ['crank.run-out', [null, 0.02], [null, 0.05]],
  ['crank.end-float', [0.08, 0.2], [null, 0.3]],
  ['crank.rod-side', [0.15, 0.35], [null, 0.5]],
  ['crank.journal', [main - 0.018, main], [main - 0.03, null]],
  ['crank.journal-oval', [null, 0.004], [null, 0.012]],
  ['crank.journal-taper', [null, 0.004], [null, 0.012]],
  ['crank.journal-clearance', clearance, [null, worn]],
  ['crank.pin', [pin - 0.018, pin], [pin - 0.03, null]],
  ['crank.pin-oval', [null, 0.004], [null, 0.012]],
  ['crank.pin-taper', [null, 0.004], [null, 0.012]],
  ['crank.pin-clearance', clearance, [null, worn]],
  ['crank.rod-bend', null, [null, 0.05]],
  ['crank.rod-twist', null, [null, 0.08]],
];

const twoStroke = (smallEnd: number): readonly Row[] => [
  ...flat,
  ...rolling,
  ['crank.small-end', [smallEnd, smallEnd + 0.012], [null, smallEnd + 0.025]],
];

export type Plates = readonly [friction: number, steel: number, springs: number, height: number, odd: string];

export interface Own {
  readonly page: string;
  readonly rows: readonly Row[];
  readonly runOut: readonly (readonly [key: string, name: string])[];
  readonly made: 'built-up' | 'one-piece';
  readonly supports: string;
  readonly valves?: number;
  readonly cams?: number;
  readonly plates?: Plates;
  /** Another pack, by the code on the clutch cover; its height as the sheet prints it. */
  readonly otherPack?: {
    readonly codes: readonly [usual: string, other: string];
    readonly plates: Plates;
    readonly rows: readonly [Fresh, Fresh];
  };
  readonly bearings?: {
    readonly mains: number;
    readonly main: number;
    readonly mainHousing: number;
    readonly pin: number;
    readonly rodHousing: number;
    readonly step: number;
    readonly classes: number;
    readonly thinnest: number;
  };
}

const ENDS = [
  ['flywheel', 'flywheel end'],
  ['drive', 'drive end'],
] as const;
const V_BLOCKS = 'in V-blocks at both main journals';

/** What is measured of each demo engine besides its cylinders, by its short name. */
export const OWN: Readonly<Record<string, Own>> = {
  '644': {
    page: '5-10',
    rows: [...fourStroke(5.5), ...plain(38, 36, [0.024, 0.048], 0.07)],
    runOut: [
      ['flywheel', 'flywheel end'],
      ['centre', 'centre journal'],
      ['drive', 'drive end'],
    ],
    made: 'one-piece',
    supports: 'in V-blocks at its outer main journals',
    valves: 2,
    cams: 4,
    plates: [7, 6, 5, 43.5, 'the narrow friction plate goes in last, in its own slots'],
    bearings: {
      mains: 4,
      main: 38,
      mainHousing: 41,
      pin: 36,
      rodHousing: 39,
      step: 0.008,
      classes: 2,
      thinnest: 1.486,
    },
  },
  '312': {
    page: '8-6',
    rows: [...fourStroke(5), ...rolling],
    runOut: ENDS,
    made: 'built-up',
    supports: V_BLOCKS,
    valves: 2,
    cams: 4,
    plates: [8, 7, 5, 43.6, 'two friction plates with wider slots, first and last'],
  },
  '744': {
    page: '6-10',
    rows: [...fourStroke(4.5), ...plain(36, 34, [0.02, 0.044], 0.08)],
    runOut: [
      ['flywheel', 'flywheel end'],
      ['two', 'journal 2'],
      ['centre', 'centre journal'],
      ['five', 'journal 5'],
      ['drive', 'drive end'],
    ],
    made: 'one-piece',
    supports: 'in V-blocks at its outer main journals',
    valves: 2,
    cams: 6,
    plates: [9, 8, 5, 43.4, 'the narrow friction plate goes in last'],
    otherPack: {
      codes: ['C1', 'C2'],
      plates: [10, 9, 5, 46.9, 'two narrow friction plates, first and last'],
      rows: [
        [46.5, 47.3],
        [46, null],
      ],
    },
    bearings: {
      mains: 6,
      main: 36,
      mainHousing: 39,
      pin: 34,
      rodHousing: 37,
      step: 0.006,
      classes: 3,
      thinnest: 1.487,
    },
  },
  '386': {
    page: '5-4',
    rows: [...fourStroke(5.5), ...rolling],
    runOut: ENDS,
    made: 'built-up',
    supports: V_BLOCKS,
    valves: 2,
    cams: 2,
    plates: [6, 5, 4, 43.3, 'no odd plate'],
  },
  '212': {
    page: '4-3',
    rows: [
      ...twoStroke(18),
      ['gear.end-float', [0.1, 0.35], [null, 0.5]],
      ['gear.fork', [3.95, null], [3.75, null]],
      ['clutch.plate', [2.72, null], [2.5, null]],
      ['clutch.pack', [36.2, 36.9], [35.8, null]],
      ['pump.reed', [null, 0.2], [null, 0.4]],
      ['pump.float', [20.5, 21.5], null],
    ],
    runOut: ENDS,
    made: 'built-up',
    supports: V_BLOCKS,
    plates: [5, 4, 4, 36.5, 'no odd plate'],
  },
  '620': {
    page: '6-2',
    rows: [
      ...twoStroke(22),
      ['pump.reed', [null, 0.2], [null, 0.5]],
      ['pump.power-valve', [null, 0.15], [null, 0.3]],
      ['pump.float', [17.5, 18.5], null],
    ],
    runOut: [
      ['magneto', 'magneto end'],
      ['centre', 'centre bearing'],
      ['drive', 'drive end'],
    ],
    made: 'built-up',
    supports: 'in V-blocks at its outer bearings',
  },
  '720': {
    page: '4-5',
    rows: [
      ...twoStroke(24),
      ['pump.reed', [null, 0.2], [null, 0.5]],
      ['pump.float', [19.5, 20.5], null],
      ['pump.starter', [11, null], [7, null]],
    ],
    runOut: [
      ['magneto', 'magneto end'],
      ['centre', 'centre bearing'],
      ['coupler', 'coupler end'],
    ],
    made: 'built-up',
    supports: 'in V-blocks at its outer bearings',
  },
  '59': {
    page: '11',
    rows: [...twoStroke(13), ['crank.air-gap', [0.25, 0.35], [0.2, 0.4]]],
    runOut: ENDS,
    made: 'built-up',
    supports: V_BLOCKS,
  },
};
