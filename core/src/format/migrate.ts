/** A job file or log entry as an older version wrote it. */
type Old = Record<string, unknown>;

const isObject = (v: unknown): v is Old => typeof v === 'object' && v !== null && !Array.isArray(v);
const list = (v: unknown): unknown[] => (Array.isArray(v) ? v : []);

/**
 * A log entry of format version 1 as version 2 says it: a score became a finding, and a reading says which
 * zero it was read from and what its writer had seen. Entries of version 2 come back as they are.
 */
export function migrateEntry(entry: unknown): unknown {
  if (!isObject(entry)) return entry;
  if (entry['kind'] === 'score') {
    const { kind: _kind, depth, ...rest } = entry;
    return { ...rest, kind: 'finding', what: depth === 0 ? 'clean' : 'score', place: null, deep: depth };
  }
  return entry['kind'] === 'reading' ? { zeroId: null, seen: null, ...entry } : entry;
}

const USUAL_TRAVEL = 1_000_000;

/** An instrument of version 1: no leaves, and the usual travel of a dial. */
function migrateInstrument(instrument: unknown): unknown {
  if (!isObject(instrument)) return instrument;
  const travel = instrument['type'] === 'dial-bore' ? USUAL_TRAVEL : null;
  return { travel, leaves: [], ...instrument };
}

/** Brings a job file of any earlier version to the current one. What it does not know it leaves alone. */
export function migrateJobFile(json: unknown): unknown {
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
