import { UNKNOWN_VARIANT } from '../job/index.js';
import { TAKE_BACK } from '../ledger/index.js';

/** A job file or log entry as an older version wrote it. */
type Old = Record<string, unknown>;

const isObject = (v: unknown): v is Old => typeof v === 'object' && v !== null && !Array.isArray(v);
const list = (v: unknown): unknown[] => (Array.isArray(v) ? v : []);

/**
 * A log entry of an earlier format as this one says it: a score became a finding, a reading says which zero
 * it was read from and what its writer had seen, a finding what a fingernail says of it. When it arrived,
 * nobody kept before version 4.
 */
export function migrateEntry(entry: unknown): unknown {
  return isObject(entry) ? { received: null, importedBy: null, ...ofFive(ofThree(entry)) } : entry;
}

/**
 * Until version 5 each room had a kind of its own by which its entries were taken back, and readings said what they were
 * of in another field.
 */
function ofFive(entry: Old): Old {
  const { kind, readingId, ...rest } = entry;
  if (typeof kind === 'string' && kind.endsWith('-undo')) return { ...rest, kind: TAKE_BACK.kind };
  return kind === TAKE_BACK.kind && readingId !== undefined ? { ...rest, kind, of: readingId } : entry;
}

function ofThree(entry: Old): Old {
  if (entry['kind'] === 'score') {
    const { kind: _kind, depth, ...rest } = entry;
    return {
      ...rest,
      kind: 'finding',
      what: depth === 0 ? 'clean' : 'score',
      place: null,
      deep: depth,
      nail: null,
    };
  }
  if (entry['kind'] === 'finding') return { nail: null, ...entry };
  return entry['kind'] === 'reading' ? { zeroId: null, seen: null, ...entry } : entry;
}

const USUAL_TRAVEL = 1_000_000;

/** An instrument of version 1: no leaves, and the usual travel of a dial. */
function migrateInstrument(instrument: unknown): unknown {
  if (!isObject(instrument)) return instrument;
  const travel = instrument['type'] === 'dial-bore' ? USUAL_TRAVEL : null;
  return { travel, leaves: [], ...instrument };
}

/** A decision of version 2 named a kit or none; since version 3 it names the way. */
function migrateDecision(decision: unknown, kits: readonly unknown[]): unknown {
  if (!isObject(decision) || 'route' in decision) return decision;
  const kit = kits.find((k) => isObject(k) && k['id'] === decision['kitId']);
  const oversize = isObject(kit) && typeof kit['oversize'] === 'number' ? kit['oversize'] : 0;
  const route = decision['kitId'] === null ? 'reuse' : oversize > 0 ? 'bore' : 'fit';
  return { ...decision, route };
}

/** Pressures were kept in pascals up to version 2; since version 3 in kilopascals, as everything else is. */
function inKilopascals(limit: unknown): unknown {
  if (!isObject(limit) || !String(limit['feature']).startsWith('crank.leak-')) return limit;
  const less = (v: unknown) => (typeof v === 'number' ? v / 1000 : v);
  return { ...limit, low: less(limit['low']), high: less(limit['high']) };
}

function twoToThree(json: unknown): unknown {
  if (!isObject(json) || json['version'] !== 2) return json;
  const { engine } = json;
  const kits = isObject(engine) ? list(engine['kits']) : [];
  return {
    ...json,
    version: 3,
    engine: isObject(engine) ? { ...engine, limits: list(engine['limits']).map(inKilopascals) } : engine,
    log: list(json['log']).map(migrateEntry),
    decisions: list(json['decisions']).map((d) => migrateDecision(d, kits)),
  };
}

/** Since version 4 everything says whether it was said in this shop or comes from a file. */
function threeToFour(json: unknown): unknown {
  if (!isObject(json) || json['version'] !== 3) return json;
  const said = (v: unknown) => (isObject(v) ? { importedBy: null, ...v } : v);
  const { job } = json;
  return {
    ...json,
    version: 4,
    instruments: list(json['instruments']).map((i) =>
      isObject(i) ? { retiredOn: null, importedBy: null, ...i } : i,
    ),
    job: isObject(job) ? { ...job, overrides: list(job['overrides']).map(said) } : job,
    log: list(json['log']).map(migrateEntry),
    decisions: list(json['decisions']).map(said),
  };
}

/** Brings a job file of any earlier version to the current one. What it does not know it leaves alone. */
export const migrateJobFile = (json: unknown): unknown =>
  fiveToSix(fourToFive(threeToFour(twoToThree(oneToTwo(json)))));

/** Since version 6 everything is taken back by one kind of entry. */
function fiveToSix(json: unknown): unknown {
  if (!isObject(json) || json['version'] !== 5) return json;
  return { ...json, version: 6, log: list(json['log']).map((e) => (isObject(e) ? ofFive(e) : e)) };
}

/** Since version 5 a job says what was found on its engine; before, nobody was asked. */
function fourToFive(json: unknown): unknown {
  if (!isObject(json) || json['version'] !== 4) return json;
  const { job } = json;
  return { ...json, version: 5, job: isObject(job) ? { ...job, variant: { ...UNKNOWN_VARIANT } } : job };
}

function oneToTwo(json: unknown): unknown {
  if (!isObject(json) || json['version'] !== 1) return json;
  const { job, engine } = json;
  return {
    ...json,
    version: 2,
    studies: [],
    instruments: list(json['instruments']).map(migrateInstrument),
    engine: isObject(engine) ? { pin: null, cooling: 'liquid', ...engine } : engine,
    job:
      isObject(job) && isObject(job['thermal'])
        ? { ...job, thermal: { cylinder: null, piston: null, ...job['thermal'] } }
        : job,
    log: list(json['log']).map(migrateEntry),
  };
}
