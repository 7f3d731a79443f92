import type { JobFile } from '../job/index.js';
import { wallMaterial } from '../specs/index.js';
import {
  judgeValue,
  ofCylinder,
  type Because,
  type Caveat,
  type Figure,
  type ToJudge,
  type WorkingLine,
} from '../verdicts/index.js';
import { boreStates, doubts, shapeLimit, type BoreState } from './boreState.js';
import type { MapSpread } from './propagate.js';
import type { BoreSurvey } from './survey.js';
import { differenceTail, extremeTail } from './tail.js';
import { extremeConformance, ovalityConformance, twoDirections } from './unseen.js';

function shapeLines(survey: BoreSurvey): WorkingLine[] {
  return survey.depths.flatMap((d): WorkingLine[] => {
    const at = d.depth;
    if (!d.shape)
      return d.two ? [{ kind: 'length', label: 'mean, two directions', at, value: d.two.mean }] : [];
    return [
      { kind: 'length', label: 'mean', at, value: d.shape.m.value },
      { kind: 'length', label: 'fitted ovality', at, value: d.shape.ovality },
      { kind: 'length', label: 'ovality less gauge noise', at, value: d.shape.ovalityLessNoise },
      d.shape.longAxis === null
        ? { kind: 'text', label: 'long axis', at, text: 'not shown: scatter alone could have drawn it' }
        : { kind: 'angle', label: 'long axis', at, value: d.shape.longAxis },
    ];
  });
}

/** The fitted oval of the worst depth, less gauge noise, with its interval once the map is propagated. */
function ovalityLine(survey: BoreSurvey | null, spread: MapSpread | null | undefined): WorkingLine[] {
  const ovals = survey?.depths.flatMap((d) => (d.shape ? [d.shape.ovalityLessNoise] : [])) ?? [];
  const found = spread?.figures.ovality;
  if (ovals.length === 0) return [];
  const { low, high } = found ?? { low: null, high: null };
  return [{ kind: 'interval', label: 'ovality', value: Math.max(...ovals), low, high }];
}

const REFERENCES: Record<BoreState['reference']['from'], string> = {
  ticket: 'over the low end of what was asked for',
  size: 'wear over the low end of its size’s finish',
  land: 'wear over the unworn land',
  standard: 'wear over the low end of the standard bore',
};

/** Verdicts on one bore: largest (and smallest, once renewed) against its wear limit, out-of-round, taper. */
export function boreItems(file: JobFile, bore: BoreState, spread: MapSpread | null | undefined): Figure[] {
  const { survey, sigma } = bore;
  const common: Omit<
    ToJudge,
    'feature' | 'side' | 'title' | 'of' | 'caveats' | 'working' | 'depth' | 'blockedBy'
  > = {
    subject: ofCylinder(bore.cylinder),
    states: boreStates(bore),
    progress: bore.progress,
    step: bore.step,
    instruments: bore.instruments,
    at: bore.at,
  };
  const twoAt = (depth: number | undefined) => survey?.depths.find((d) => d.depth === depth)?.two ?? null;
  const unseenLine = (depth: number | undefined): WorkingLine[] =>
    twoAt(depth)
      ? [{ kind: 'length', label: 'unseen part of the oval, standard deviation', value: sigma }]
      : [];
  const seen = (depth: number | undefined): Caveat[] => (twoAt(depth) ? ['two-directions'] : []);
  const blocked = (figure: (s: BoreSurvey) => number | null | undefined): Because | null =>
    doubts(bore, figure) ? 'outlier' : bore.blockedBy;
  const read = survey?.depths.flatMap((d) => d.readings.map((r) => r.of)) ?? [];
  const shape = survey ? shapeLines(survey) : [];
  const anyTwo = survey !== null && twoDirections(survey).length > 0;

  const extreme = (side: 'max' | 'min'): Figure => {
    const found = survey && (side === 'max' ? survey.largest : survey.smallest);
    const reach = (s: BoreSurvey) => (side === 'max' ? s.largest : s.smallest).of.value;
    const propagated = spread?.figures[side === 'max' ? 'largest' : 'smallest'] ?? null;
    const name = side === 'max' ? 'largest' : 'smallest';
    return judgeValue(file, {
      ...common,
      feature: 'bore',
      side,
      title: side === 'max' ? 'Largest bore' : 'Smallest bore',
      blockedBy: blocked(reach),
      of: found?.of ?? null,
      ...(bore.fresh ? { given: bore.fresh } : {}),
      ...(spread === undefined ? {} : { spread: propagated }),
      ...(side === 'max' && !bore.fresh
        ? {
            outlook: {
              of: 'inside' as const,
              part: `bore:${bore.cylinder}`,
              material: wallMaterial(file.engine.wall),
            },
          }
        : {}),
      ...(found && survey && anyTwo
        ? {
            unseenP: (limit: number, u: number) => extremeConformance(survey, found, side, limit, u, sigma),
          }
        : {}),
      ...(found ? { tailOf: (beyond: number) => extremeTail(beyond, found.of, read) } : {}),
      caveats: [...bore.caveats, ...seen(found?.depth)],
      working: found
        ? [
            {
              kind: 'length',
              label: found.fitted ? `${name} by the fitted oval, at 20 °C` : `${name} reading, at 20 °C`,
              value: found.of.value,
            },
            ...(side === 'max'
              ? [
                  { kind: 'length' as const, label: 'smallest, at 20 °C', value: survey.smallest.of.value },
                  {
                    kind: 'length' as const,
                    label: REFERENCES[bore.reference.from],
                    value: found.of.value - bore.reference.value,
                  },
                ]
              : []),
            ...shape,
            ...unseenLine(found.depth),
          ]
        : [],
      depth: found?.depth ?? null,
    });
  };
  const round = survey?.outOfRound ?? null;
  const pairs = (n: number) => (n * (n - 1)) / 2;
  const roundChances = survey ? survey.depths.reduce((sum, d) => sum + pairs(d.readings.length), 0) : 1;
  const directions = new Set(survey?.depths.flatMap((d) => d.readings.map((r) => r.angle)));
  const taperChances = directions.size * pairs(survey?.depths.length ?? 2);
  return [
    // A renewed wall may be too small as well as too large.
    ...(bore.fresh ? [extreme('min')] : []),
    extreme('max'),
    judgeValue(file, {
      ...common,
      feature: 'bore.out-of-round',
      side: 'max',
      title: 'Out-of-round',
      blockedBy: blocked((s) => s.outOfRound?.value),
      given: shapeLimit(file, bore, 'bore.out-of-round'),
      ...(spread === undefined ? {} : { spread: spread?.figures.outOfRound ?? null }),
      of: round?.of ?? null,
      ...(round ? { value: round.value } : {}),
      ...(survey && round && anyTwo
        ? {
            unseenP: (limit: number, u: number) => ovalityConformance(survey, round.value, limit, u, sigma),
          }
        : {}),
      tailOf: (beyond, u) => differenceTail(beyond, u, roundChances),
      caveats: [...bore.caveats, ...seen(round?.depth)],
      working: [
        { kind: 'text', label: 'definition', text: 'difference of diameters at one depth' },
        ...ovalityLine(survey, spread),
        ...shape,
        ...unseenLine(round?.depth),
      ],
      depth: round?.depth ?? null,
    }),
    judgeValue(file, {
      ...common,
      feature: 'bore.taper',
      side: 'max',
      title: 'Taper',
      blockedBy: blocked((s) => s.taper?.value),
      given: shapeLimit(file, bore, 'bore.taper'),
      ...(spread === undefined ? {} : { spread: spread?.figures.taper ?? null }),
      of: survey?.taper ?? null,
      tailOf: (beyond, u) => differenceTail(beyond, u, taperChances),
      caveats: bore.caveats,
      working: [
        {
          kind: 'text',
          label: 'definition',
          text: 'difference of diameters over the depths, worst direction unless the sheet says otherwise',
        },
      ],
      depth: null,
    }),
  ];
}
