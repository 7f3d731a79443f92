import { instrumentOf, type Instrument } from '../gauges/index.js';
import { wallOf, type JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import { WORK, type BorePlace, type RenewedWall } from '../cylinder/index.js';
import { borePlan, getsTo, type PlaceState, type ReadingsState } from '../readings/index.js';
import { halfTurn, whoOf, type Governing, type LimitState, type Source } from '../specs/index.js';
import { governingFor, limitFigure, type Because, type Caveat } from '../verdicts/index.js';
import { surveyBore, type BoreSurvey } from './survey.js';
import type { WallReading } from './taper.js';
import { unseenSigma } from './unseen.js';

/** Everything known of one cylinder's bore. */
export interface BoreState {
  readonly cylinder: number;
  readonly survey: BoreSurvey | null;
  readonly places: readonly PlaceState[];
  readonly progress: { readonly read: number; readonly planned: number };
  /** Two directions cannot see an oval at 45°. */
  readonly sigma: number;
  readonly blockedBy: Because | null;
  readonly caveats: readonly Caveat[];
  readonly step: number;
  readonly instruments: readonly Instrument[];
  readonly at: string;
  /** Where wear is counted from: the ticket of a renewed wall, a measured unworn land, the standard bore's low end. */
  readonly reference: { readonly value: number; readonly from: 'ticket' | 'size' | 'land' | 'standard' };
  /** What a renewed wall's size is held against, its ticket or the range for new parts; null for the wall that came in. */
  readonly fresh: Governing | null;
  /** The wall was brought to a ticket of the machinist. */
  readonly ticket: boolean;
  /** Shape its ticket asked for, nm; null where none did. */
  readonly shape: Readonly<Record<ShapeFeature, number | null>> | null;
  /** Its figures without the readings that do not belong to their map; null where there are none of those. */
  readonly undoubted: { readonly survey: BoreSurvey | null } | null;
}

/** Whether a figure of the map rests on a reading that does not belong to it: leaving that out moves it. */
export function doubts(bore: BoreState, figure: (s: BoreSurvey) => number | null | undefined): boolean {
  if (!bore.undoubted || !bore.survey) return false;
  const without = bore.undoubted.survey && figure(bore.undoubted.survey);
  const now = figure(bore.survey);
  return without == null || now == null || Math.abs(without - now) > 0.5;
}

type Governed = Extract<Governing, { status: 'governed' }>;

/** The finished size of a ticket as a limit of its own. */
function ticketOf(file: JobFile, wall: RenewedWall | null): Governed | null {
  if (!wall?.ticket) return null;
  const kit = file.engine.kits.find((k) => k.id === wall.kitId);
  const source: Source = {
    type: 'machinist',
    party: 'machinist',
    document: `Ticket${kit ? ` for ${kit.name}` : ''}`,
    page: '',
    revision: '',
    enteredBy: whoOf(wall.work),
    checkedBy: '',
  };
  const { low, high } = wall.ticket;
  return {
    status: 'governed',
    limit: { id: wall.work.id, feature: 'bore', state: 'new', low, high, unit: 'mm', conditions: {}, source },
    others: [],
    overridden: null,
    why: 'The finished size that was asked for.',
  };
}

/**
 * What a renewed wall is held against: its ticket; without one the range for new parts, since no worn wall's
 * limit is meant for it; for another size than the standard one nothing on file.
 */
function renewedLimit(file: JobFile, wall: RenewedWall | null): Governing | null {
  if (!wall) return null;
  const ticket = ticketOf(file, wall);
  if (ticket) return ticket;
  const kit = file.engine.kits.find((k) => k.id === wall.kitId);
  const standard = wall.work.what !== 'bored' && (kit?.oversize ?? 0) === 0;
  return standard
    ? governingFor(file, 'bore', ['new'], 'max')
    : {
        status: 'none',
        others: [],
        why: `The wall was ${WORK[wall.work.what].name} and no ticket is on file: what it was to measure is not known.`,
      };
}

type ShapeFeature = 'bore.out-of-round' | 'bore.taper';

const widthOf = (limit: Governing | null): number | null =>
  limit?.status === 'governed' && limit.limit.low !== null && limit.limit.high !== null
    ? limit.limit.high - limit.limit.low
    : null;

/**
 * What the shape of a finished wall is held against: the figure for new parts; where none is on file, the smaller of the
 * width of its size and the service limit, since no wall inside its size is more out of shape than that is wide.
 * @param width of the finished size, nm; null where none was asked for
 * @param size  what the width is of
 */
export function freshShape(
  file: JobFile,
  feature: ShapeFeature,
  width: number | null,
  size: Governed | null = null,
): Governing {
  const fresh = governingFor(file, feature, ['new'], 'max');
  if (fresh.status !== 'none') return fresh;
  const service = governingFor(file, feature, ['service'], 'max');
  const most = service.status === 'governed' ? service.limit.high : null;
  if (width === null || (most !== null && most <= width)) return most === null ? fresh : service;
  const of = size?.limit ?? (service.status === 'governed' ? service.limit : null);
  return {
    status: 'governed',
    limit: {
      id: of?.id ?? feature,
      feature,
      state: 'new',
      low: null,
      high: width,
      unit: of?.unit ?? 'mm',
      conditions: {},
      source: of?.source ?? WIDTH,
    },
    others: [],
    overridden: null,
    why: 'No figure for new parts is on file: a wall inside its finished size is no more out of shape than that is wide.',
  };
}

const WIDTH: Source = {
  type: 'machinist',
  party: 'machinist',
  document: 'Width of the finished size',
  page: '',
  revision: '',
  enteredBy: '',
  checkedBy: '',
};

/** σ of the unseen part of the oval, from the out-of-round limit or, without one, the wear allowed. */
function sigmaFor(file: JobFile, fresh: Governing | null): number {
  // A wall fresh from the hone is as round as what was asked for lets it be.
  if (fresh?.status === 'governed' && fresh.limit.low !== null && fresh.limit.high !== null)
    return unseenSigma(fresh.limit.high - fresh.limit.low, false);
  const round = governingFor(file, 'bore.out-of-round', ['service', 'new'], 'max');
  const at = round.status === 'governed' ? limitFigure(round.limit, 'max') : null;
  if (at !== null) return unseenSigma(at, file.job.seized);
  const worn = governingFor(file, 'bore', ['service'], 'max');
  const top = worn.status === 'governed' ? limitFigure(worn.limit, 'max') : null;
  return unseenSigma(
    top === null ? file.engine.bore / 500 : Math.max(0, top - standardLow(file)),
    file.job.seized,
  );
}

export function boreState(file: JobFile, state: ReadingsState, cylinder: number): BoreState {
  const places = [...state.places.values()].filter(
    (s) => s.station.part === 'bore' && s.station.cylinder === cylinder,
  );
  const used = places.filter((s) => s.result !== null && !s.result.threePoint);
  const wallReadings = (of: readonly PlaceState[]) =>
    of.map((s): WallReading => {
      const at = s.station as BorePlace;
      return { depth: at.depth, angle: halfTurn(at.angle), of: s.result!.estimate };
    });
  const readings = wallReadings(used);
  const certain = wallReadings(used.filter((s) => !state.doubted.has(s.key)));
  const planned = borePlan(file.engine, file.job.plan, cylinder).filter((p) => !p.blocked);
  const read = planned.filter(
    (p) => state.places.get(placeKey(p.station))?.result?.threePoint === false,
  ).length;
  const wall = wallOf(file, cylinder);
  const fresh = renewedLimit(file, wall);
  const cameAt = fresh === null ? null : finishLow(file, wall);
  const taperLimit = governingFor(file, 'bore.taper', wall ? ['new', 'service'] : ['service', 'new'], 'max');
  const definition = taperLimit.status === 'governed' ? taperLimit.limit.taper : undefined;
  const land = state.places.get(placeKey({ part: 'land', cylinder }))?.result?.estimate;
  const entries = places.flatMap((s) => s.readings.map((r) => r.entry));
  const ids = new Set(entries.map((e) => e.id));
  const caveats: Caveat[] = [];
  if (places.some((s) => s.overdue)) caveats.push('overdue');
  if (places.some((s) => s.result?.raised)) caveats.push('raised');
  if (places.some((s) => s.readings.some((r) => r.keptAsRepeat))) caveats.push('kept-repeat');
  const instruments = [...new Set(entries.map((e) => e.instrumentId))].map((id) => instrumentOf(file, id));
  if (entries.some((e) => !getsTo(file, instrumentOf(file, e.instrumentId), e.station)))
    caveats.push('out-of-reach');

  const blockedBy: Because | null =
    entries.length > 0 && readings.length === 0 && places.some((s) => s.result?.threePoint)
      ? 'three-point'
      : state.questions.some((q) => ids.has(q.readingId) && q.holds)
        ? 'question'
        : places.some((s) => s.result?.conflict)
          ? 'conflict'
          : read < planned.length
            ? 'incomplete'
            : entries.some((e) => state.unclosed.has(e.id))
              ? 'zero-open'
              : null;
  return {
    cylinder,
    survey: readings.length > 0 ? surveyBore(readings, definition) : null,
    undoubted:
      certain.length === readings.length
        ? null
        : { survey: certain.length > 0 ? surveyBore(certain, definition) : null },
    places,
    progress: { read, planned: planned.length },
    sigma: sigmaFor(file, fresh),
    blockedBy,
    caveats,
    step: Math.max(...instruments.map((i) => i.resolution), 1_000),
    instruments,
    at: entries.at(-1)?.at ?? '',
    reference:
      fresh?.status === 'governed' && fresh.limit.low !== null
        ? { value: fresh.limit.low, from: 'ticket' }
        : cameAt !== null
          ? { value: cameAt, from: 'size' }
          : land
            ? { value: land.value, from: 'land' }
            : { value: standardLow(file), from: 'standard' },
    fresh,
    ticket: wall?.ticket != null,
    shape: wall?.ticket
      ? {
          'bore.out-of-round': wall.ticket.round ?? null,
          'bore.taper': wall.ticket.taper ?? null,
        }
      : null,
  };
}

/** Low end of the finish a wall’s oversize has, where no ticket says it; null for the standard bore. */
function finishLow(file: JobFile, wall: RenewedWall | null): number | null {
  const kit = file.engine.kits.find((k) => k.id === wall?.kitId);
  if (!kit || kit.oversize === 0) return null;
  const clearance = governingFor(file, 'clearance', ['new'], 'min', kit.maker);
  const low = clearance.status === 'governed' ? clearance.limit.low : null;
  return kit.piston + (low ?? 0);
}

/** Low end of the standard bore, where wear is counted from. */
export function standardLow(file: Pick<JobFile, 'engine' | 'job'>): number {
  const fresh = file.engine.limits.find(
    (l) => l.feature === 'bore' && l.state === 'new' && l.source.type === 'engine-maker',
  );
  return fresh?.low ?? file.engine.bore;
}

/** States of the limits a bore is held against: worn walls the service limit, renewed ones the new range. */
export const boreStates = (bore: Pick<BoreState, 'fresh'>): readonly LimitState[] =>
  bore.fresh ? ['new'] : ['service'];

/** What one figure of a bore's shape is held against. */
export function shapeLimit(
  file: JobFile,
  bore: Pick<BoreState, 'fresh' | 'shape'>,
  feature: ShapeFeature,
): Governing {
  if (!bore.fresh) return governingFor(file, feature, boreStates(bore), 'max');
  const asked = bore.shape?.[feature] ?? null;
  if (asked !== null && bore.fresh.status === 'governed')
    return {
      ...bore.fresh,
      limit: { ...bore.fresh.limit, feature, low: null, high: asked },
      why: 'What the ticket asked for.',
    };
  return freshShape(file, feature, widthOf(bore.fresh), bore.fresh.status === 'governed' ? bore.fresh : null);
}
