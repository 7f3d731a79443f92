import {
  extremeConformance,
  ovalityConformance,
  surveyBore,
  unseenSigma,
  type BoreSurvey,
  type MapSpread,
  type WallReading,
} from '../bore/index.js';
import { instrumentOf, type Instrument } from '../gauges/index.js';
import { borePlan, halfTurn, lastWall, stationKey, type BoreStation } from '../readings/index.js';
import { wallMaterial, type Governing, type LimitState } from '../specs/index.js';
import { limitFigure, type Because, type Caveat, type VerdictItem, type WorkingLine } from './verdictItem.js';
import type { JobFile } from './jobFile.js';
import { governingFor, judgeValue, type ToJudge } from './judgeValue.js';
import type { ReadingsState, StationState } from './standingReadings.js';

/** Everything known of one cylinder's bore. */
export interface BoreState {
  readonly cylinder: number;
  readonly survey: BoreSurvey | null;
  readonly stations: readonly StationState[];
  readonly progress: { readonly read: number; readonly planned: number };
  /** Two directions cannot see an oval at 45°. */
  readonly sigma: number;
  readonly blockedBy: Because | null;
  readonly caveats: readonly Caveat[];
  readonly step: number;
  readonly instruments: readonly Instrument[];
  readonly at: string;
  /** Where wear is counted from: the ticket of a renewed wall, a measured unworn land, the standard bore's low end. */
  readonly reference: { readonly value: number; readonly from: 'ticket' | 'land' | 'standard' };
  /** Size the wall was renewed to on a ticket; null for the wall that came in. */
  readonly ticket: Governing | null;
}

/** The finished size of a ticket as a limit of its own. */
function ticketOf(file: JobFile, cylinder: number): Governing | null {
  const wall = lastWall(file.log, cylinder);
  if (!wall?.ticket) return null;
  const kit = file.engine.kits.find((k) => k.id === wall.kitId);
  return {
    status: 'governed',
    limit: {
      id: wall.id,
      feature: 'bore',
      state: 'new',
      low: wall.ticket.low,
      high: wall.ticket.high,
      unit: 'mm',
      conditions: {},
      source: {
        type: 'machinist',
        party: 'machinist',
        document: `Ticket${kit ? ` for ${kit.name}` : ''}`,
        page: '',
        revision: '',
        enteredBy: wall.by,
        checkedBy: '',
      },
    },
    others: [],
    overridden: null,
    why: 'The finished size that was asked for.',
  } as Governing;
}

/** σ of the unseen part of the oval, from the out-of-round limit or, without one, half the wear allowed. */
function sigmaFor(file: JobFile, cylinder: number): number {
  // A wall fresh from the hone is as round as its ticket lets it be.
  const ticket = lastWall(file.log, cylinder)?.ticket;
  if (ticket) return unseenSigma((ticket.high - ticket.low) / 2, false);
  const round = governingFor(file, 'bore.out-of-round', ['service', 'new'], 'max');
  const at = round.status === 'governed' ? limitFigure(round.limit, 'max') : null;
  if (at !== null) return unseenSigma(at, file.job.seized);
  const worn = governingFor(file, 'bore', ['service'], 'max');
  const top = worn.status === 'governed' ? limitFigure(worn.limit, 'max') : null;
  return unseenSigma(
    top === null ? file.engine.bore / 1000 : Math.max(0, top - file.engine.bore) / 2,
    file.job.seized,
  );
}

export function boreState(file: JobFile, state: ReadingsState, cylinder: number): BoreState {
  const stations = [...state.stations.values()].filter(
    (s) => s.station.part === 'bore' && s.station.cylinder === cylinder,
  );
  const used = stations.filter((s) => s.result !== null && !s.result.threePoint);
  const readings: WallReading[] = used.map((s) => {
    const at = s.station as BoreStation;
    return { depth: at.depth, angle: halfTurn(at.angle), of: s.result!.estimate };
  });
  const planned = borePlan(file.engine, file.job.plan, cylinder).filter((p) => !p.blocked);
  const read = planned.filter(
    (p) => state.stations.get(stationKey(p.station))?.result?.threePoint === false,
  ).length;
  const ticket = ticketOf(file, cylinder);
  const taperLimit = governingFor(file, 'bore.taper', ['service', 'new'], 'max');
  const land = state.stations.get(stationKey({ part: 'land', cylinder }))?.result?.estimate;
  const entries = stations.flatMap((s) => s.readings.map((r) => r.entry));
  const ids = new Set(entries.map((e) => e.id));
  const caveats: Caveat[] = [];
  if (stations.some((s) => s.overdue)) caveats.push('overdue');
  if (stations.some((s) => s.result?.raised)) caveats.push('raised');
  if (stations.some((s) => s.readings.some((r) => r.keptAsRepeat))) caveats.push('kept-repeat');
  const instruments = [...new Set(entries.map((e) => e.instrumentId))].map((id) => instrumentOf(file, id));

  const blockedBy: Because | null =
    entries.length > 0 && readings.length === 0 && stations.some((s) => s.result?.threePoint)
      ? 'three-point'
      : state.questions.some((q) => ids.has(q.readingId) && (q.holds || q.code === 'outlier'))
        ? 'question'
        : stations.some((s) => s.result?.conflict)
          ? 'conflict'
          : read < planned.length
            ? 'incomplete'
            : null;
  return {
    cylinder,
    survey:
      readings.length > 0
        ? surveyBore(readings, taperLimit.status === 'governed' ? taperLimit.limit.taper : undefined)
        : null,
    stations,
    progress: { read, planned: planned.length },
    sigma: sigmaFor(file, cylinder),
    blockedBy,
    caveats,
    step: Math.max(...instruments.map((i) => i.resolution), 1_000),
    instruments,
    at: entries.at(-1)?.at ?? '',
    reference:
      ticket?.status === 'governed' && ticket.limit.low !== null
        ? { value: ticket.limit.low, from: 'ticket' }
        : land
          ? { value: land.value, from: 'land' }
          : { value: standardLow(file), from: 'standard' },
    ticket,
  };
}

/** States of the limits a bore is held against: worn walls the service limit, renewed ones the new range. */
export const boreStates = (bore: Pick<BoreState, 'ticket'>): readonly LimitState[] =>
  bore.ticket ? ['new', 'service'] : ['service'];

function shapeLines(survey: BoreSurvey): WorkingLine[] {
  return survey.depths.flatMap((d): WorkingLine[] => {
    const at = `${d.depth / 1e6} mm`;
    if (!d.shape)
      return d.two ? [{ kind: 'length', label: `mean at ${at}, two directions`, value: d.two.mean }] : [];
    return [
      { kind: 'length', label: `mean at ${at}`, value: d.shape.m.value },
      { kind: 'length', label: `fitted ovality at ${at}`, value: d.shape.ovality },
      { kind: 'length', label: `ovality at ${at} less gauge noise`, value: d.shape.ovalityLessNoise },
      d.shape.longAxis === null
        ? { kind: 'text', label: `long axis at ${at}`, text: 'not shown: scatter alone could have drawn it' }
        : { kind: 'angle', label: `long axis at ${at}`, value: d.shape.longAxis },
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
  ticket: 'over the low end of the ticket',
  land: 'wear over the unworn land',
  standard: 'wear over the low end of the standard bore',
};

/** Verdicts on one bore: largest against its wear limit, out-of-round, taper. */
export function boreItems(
  file: JobFile,
  bore: BoreState,
  spread: MapSpread | null | undefined,
): VerdictItem[] {
  const { survey, sigma } = bore;
  const common: Omit<ToJudge, 'feature' | 'side' | 'title' | 'of' | 'caveats' | 'working' | 'depth'> = {
    cylinder: bore.cylinder,
    states: boreStates(bore),
    progress: bore.progress,
    blockedBy: bore.blockedBy,
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

  const largest = survey?.largest;
  const two = twoAt(largest?.depth);
  const round = survey?.outOfRound ?? null;
  const roundTwo = twoAt(round?.depth);
  const shape = survey ? shapeLines(survey) : [];
  const smallest = survey?.smallest;
  const smallTwo = twoAt(smallest?.depth);
  const finished: VerdictItem[] = bore.ticket
    ? [
        judgeValue(file, {
          ...common,
          feature: 'bore',
          side: 'min',
          title: 'Smallest bore',
          of: smallest?.of ?? null,
          given: bore.ticket,
          ...(spread === undefined ? {} : { spread: spread?.figures.smallest ?? null }),
          ...(smallTwo
            ? {
                unseenP: (limit: number, u: number) =>
                  extremeConformance(smallTwo.mean, smallTwo.a, 'min', limit, u, sigma),
              }
            : {}),
          caveats: [...bore.caveats, ...seen(smallest?.depth)],
          working: shape,
          depth: smallest?.depth ?? null,
        }),
      ]
    : [];
  return [
    ...finished,
    judgeValue(file, {
      ...common,
      feature: 'bore',
      side: 'max',
      title: 'Largest bore',
      ...(bore.ticket ? { given: bore.ticket } : {}),
      ...(spread === undefined ? {} : { spread: spread?.figures.largest ?? null }),
      outlook: {
        of: 'inside',
        part: `bore:${bore.cylinder}`,
        material: wallMaterial(file.engine.wall),
      },
      of: largest?.of ?? null,
      ...(two
        ? {
            unseenP: (limit: number, u: number) =>
              extremeConformance(two.mean, two.a, 'max', limit, u, sigma),
          }
        : {}),
      caveats: [...bore.caveats, ...seen(largest?.depth)],
      working: survey
        ? [
            {
              kind: 'length',
              label: largest!.fitted ? 'largest by the fitted oval, at 20 °C' : 'largest reading, at 20 °C',
              value: largest!.of.value,
            },
            { kind: 'length', label: 'smallest, at 20 °C', value: survey.smallest.of.value },
            {
              kind: 'length',
              label: REFERENCES[bore.reference.from],
              value: largest!.of.value - bore.reference.value,
            },
            ...shape,
            ...unseenLine(largest?.depth),
          ]
        : [],
      depth: largest?.depth ?? null,
    }),
    judgeValue(file, {
      ...common,
      feature: 'bore.out-of-round',
      side: 'max',
      title: 'Out-of-round',
      ...(spread === undefined ? {} : { spread: spread?.figures.outOfRound ?? null }),
      of: round?.of ?? null,
      ...(round ? { value: round.value } : {}),
      ...(roundTwo
        ? { unseenP: (limit: number, u: number) => ovalityConformance(roundTwo.a, limit, u / 2, sigma) }
        : {}),
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
      ...(spread === undefined ? {} : { spread: spread?.figures.taper ?? null }),
      of: survey?.taper ?? null,
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

/** Low end of the standard bore, where wear is counted from. */
export function standardLow(file: Pick<JobFile, 'engine' | 'job'>): number {
  const fresh = file.engine.limits.find(
    (l) => l.feature === 'bore' && l.state === 'new' && l.source.type === 'engine-maker',
  );
  return fresh?.low ?? file.engine.bore;
}
