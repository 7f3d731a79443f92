import { READS, type InstrumentType, type Sense, type ThermalPart } from '../gauges/index.js';
import { byKind, type Shape } from '../shape/index.js';
import { halfTurn, type EngineSpec, type Kit, type Material } from '../specs/index.js';
import type { LengthUnit, Nanometres } from '../units/index.js';
import type { AnyEntry, EntryKind } from './entryKind.js';

/**
 * Where a gauge goes: a part, and where on it, in fields of its own. `angle` is the direction of a diameter, the same after
 * half a turn, wherever a place has one.
 */
export interface AnyPlace {
  readonly part: string;
  /** Index of the cylinder it belongs to; none for a part that belongs to the whole engine. */
  readonly cylinder?: number;
}

/** Work done between readings, as a place hears of it. */
export interface Work extends AnyEntry {
  readonly what: string;
  /** Cylinder worked on; null for work on all of them. */
  readonly cylinder: number | null;
  /** Kit it was done for. */
  readonly kitId: string | null;
}

/** What of a job a place may look at. */
export interface Around {
  readonly engine: EngineSpec;
  readonly log: readonly AnyEntry[];
  /** The kit whose piston is in a cylinder; null for the one that came out. */
  readonly fitted: (cylinder: number) => Kit | null;
  /** A kit by its id; for null the maker's own of the piston that came out. */
  readonly kit: (id: string | null) => Kit | undefined;
}

/** Entries that change what is to be read at a place: only some kinds do. */
export interface Opener<P> {
  readonly kinds: readonly string[];
  readonly by: (place: P, entry: AnyEntry, engine: EngineSpec) => boolean;
}

/**
 * One kind of place for a gauge, in one record: what it is called and made of, which gauges read it, what it
 * should measure, and what opens it again. Nothing else in the house lists it.
 */
export interface PlaceKind<P extends AnyPlace = AnyPlace> {
  readonly part: P['part'];
  readonly shape: Shape<P>;
  /** Inside of a hole, outside of a part, or a gap that leaves bracket: which gauges can read it. */
  readonly sense: Sense;
  /** Only these of the gauges that read so: none else gets there. Absent where every one does. */
  readonly by?: readonly InstrumentType[];
  /** Whose temperature it has where one was taken. */
  readonly warm: ThermalPart;
  /** @throws Refused where this engine has no such place */
  readonly on: (place: P, engine: EngineSpec) => void;
  /** Whether work done after a reading has opened the place again. */
  readonly reopenedBy: (place: P, work: Work) => boolean;
  /**
   * Whether an entry after a leaf was tried has widened a gap: what went before still goes, what did not may.
   * Absent where nothing only widens it.
   */
  readonly widenedBy?: Opener<P>;
  /** It goes with the piston that is fitted: what was tried with the one before is of another part. */
  readonly ofPiston?: true;
  /** Whether any other entry after a reading has opened it again: what it was read on came apart. */
  readonly openedBy?: Opener<P>;
  /** Whether it can be read at all with what had come apart before it: what carries it has to be there. */
  readonly standsOn?: {
    readonly kinds: readonly string[];
    readonly is: (before: readonly AnyEntry[]) => boolean;
  };
  /** What tells its thing from others of its part; readings of one thing are each other's neighbours. */
  readonly thing: (place: P) => string;
  /** Its words, cylinder first: `left · 38 mm · thrust`. */
  readonly named: (place: P, engine: EngineSpec, unit: LengthUnit) => readonly string[];
  /** Size the sheets lead one to expect; for a gap, the smallest usual. */
  readonly nominal: (place: P, around: Around) => Nanometres;
  /** Where a clearance, gap or travel is expected by its limits, nm; null, or absent, for a size. */
  readonly span?: (
    place: P,
    engine: EngineSpec,
  ) => { readonly low: Nanometres; readonly high: Nanometres } | null;
  /** Sizes its limits lead one to expect, nm; null, or absent, where the nominal alone does. */
  readonly expected?: (
    place: P,
    engine: EngineSpec,
  ) => { readonly low: Nanometres; readonly high: Nanometres } | null;
  /** Parts of the engine it belongs to or hangs on: another one fitted, or worked on, opens it again. */
  readonly ofParts?: (place: P, engine: EngineSpec) => readonly string[];
  /** What it is made of, for its expansion. */
  readonly material: (place: P, around: Around) => Material;
  /** Key of the figure that a reading here feeds first. */
  readonly feeds: (place: P) => string;
  /** Whether a size read here is not the one its limit is about; asked about, and it feeds no verdict. */
  readonly beside?: (place: P) => boolean;
}

/** Whether a type of gauge reads at a kind of place: a micrometer measures an outside, and no port from the deck. */
export const readsAt = ({ sense, by }: Pick<PlaceKind, 'sense' | 'by'>, type: InstrumentType): boolean =>
  READS[type].includes(sense) && (by?.includes(type) ?? true);

/** A kind of place, whatever its own fields are. */
export const placeKind = <P extends AnyPlace>(kind: PlaceKind<P>): PlaceKind => kind as unknown as PlaceKind;

/** The shape of any of several kinds of place, told apart by their part. */
export const shapeOfPlaces = (kinds: readonly PlaceKind[]): Shape =>
  byKind('part', Object.fromEntries(kinds.map((k) => [k.part, k.shape as never])));

/**
 * A kind of entry that is written at places of gauges.
 * @param places known to several rooms, which give it its type
 * @param make   the kind for a list of places
 */
export const overPlaces = <E extends AnyEntry, B>(
  places: readonly PlaceKind[],
  make: (places: readonly PlaceKind[]) => EntryKind<E, B>,
): EntryKind<E, B> => ({ ...make(places), over: (all) => make(all) as unknown as EntryKind });

const keys = new WeakMap<object, string>();

/** Stable name of a place; equal places have equal keys, whatever order their fields stand in. */
export function placeKey<P extends AnyPlace>(place: P): string {
  const known = keys.get(place);
  if (known !== undefined) return known;
  const { part, cylinder, ...where } = place as P & Readonly<Record<string, unknown>>;
  const fields = Object.entries(where)
    .sort(([a], [b]) => (a < b ? 1 : -1))
    .map(([name, value]) => (name === 'angle' ? halfTurn(value as number) : (value ?? 'fitted')));
  const key = [part, ...(cylinder === undefined ? [] : [cylinder]), ...fields].join(':');
  keys.set(place, key);
  return key;
}
