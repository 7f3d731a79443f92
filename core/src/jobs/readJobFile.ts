import { jobFileShape } from '../format/jobFileShape.js';
import { migrateJobFile } from '../format/migrate.js';
import type { Misfit } from '../format/shape.js';
import { fromDeviation, READS, readingContext } from '../gauges/index.js';
import { senseOf, type ReadingEntry } from '../readings/index.js';
import { parseReading } from '../units/index.js';
import type { JobFile } from './jobFile.js';

export type JobFileReading =
  { readonly ok: true; readonly file: JobFile } | { readonly ok: false; readonly misfits: readonly Misfit[] };

const MOST_REPORTED = 20;

/** What no schema can say: that names point at things which exist, and values are what was typed. */
function references(file: JobFile): Misfit[] {
  const found: Misfit[] = [];
  const say = (path: string, sentence: string) => found.push({ path, sentence });
  const instruments = new Map(file.instruments.map((i) => [i.id, i]));
  const kits = new Set(file.engine.kits.map((k) => k.id));
  const limits = new Set(file.engine.limits.map((l) => l.id));
  const cylinders = file.engine.cylinders.length;
  if (instruments.size !== file.instruments.length) say('/instruments', 'two instruments have the same id');
  file.instruments.forEach((i, n) => {
    if (i.setting.kind !== 'micrometer') return;
    const micrometer = instruments.get(i.setting.instrumentId);
    if (micrometer?.type !== 'micrometer')
      say(`/instruments/${n}/setting/instrumentId`, 'is set in a micrometer that is not in the file');
  });
  const entries = new Map<string, JobFile['log'][number]>();
  file.log.forEach((e, n) => {
    const path = `/log/${n}`;
    if (entries.has(e.id)) say(`${path}/id`, 'is used twice');
    const reads = (
      instrumentId: string,
      part: ReadingEntry['station']['part'] | 'clearance' | 'ring-gap',
    ) => {
      const instrument = instruments.get(instrumentId);
      if (!instrument) say(`${path}/instrumentId`, 'names an instrument that is not in the file');
      else if (!READS[instrument.type].includes(senseOf({ part })))
        say(`${path}/instrumentId`, `is a ${instrument.type}, which does not read a ${part}`);
      return instrument;
    };
    const onEngine = (cylinder: number | null, where: string) => {
      if (cylinder !== null && cylinder >= cylinders)
        say(`${path}/${where}`, 'is a cylinder this engine does not have');
    };
    const onKit = (kit: string | null, where: string) => {
      if (kit !== null && !kits.has(kit)) say(`${path}/${where}`, 'names a kit that is not in the file');
    };
    const before = (id: string, kinds: readonly string[]) => kinds.includes(entries.get(id)?.kind ?? '');
    switch (e.kind) {
      case 'reading': {
        const instrument = reads(e.instrumentId, e.station.part);
        const zero = e.zeroId === null ? null : entries.get(e.zeroId);
        if (zero && (zero.kind !== 'zero' || zero.instrumentId !== e.instrumentId))
          say(`${path}/zeroId`, 'is not a zero of this gauge');
        else if (e.zeroId !== null && !zero) say(`${path}/zeroId`, 'names a zero that is not before it');
        else if (instrument) {
          const parsed = parseReading(e.text, readingContext(instrument, zero?.kind === 'zero'));
          const value =
            parsed.ok && (zero?.kind === 'zero' ? fromDeviation(zero, parsed.value) : parsed.value);
          if (value !== e.value) say(`${path}/value`, `is not what was typed (“${e.text}”)`);
        }
        onEngine(e.station.cylinder, 'station/cylinder');
        if (e.station.part === 'piston') onKit(e.station.kit, 'station/kit');
        if (e.corrects && !before(e.corrects.readingId, ['reading']))
          say(`${path}/corrects/readingId`, 'corrects a reading that is not before it');
        break;
      }
      case 'leaf':
        reads(e.instrumentId, e.station.part);
        onEngine(e.station.cylinder, 'station/cylinder');
        if (e.station.part === 'clearance') onKit(e.station.kit, 'station/kit');
        break;
      case 'zero':
        reads(e.instrumentId, 'bore');
        if (e.in.kind === 'micrometer' && instruments.get(e.in.instrumentId)?.type !== 'micrometer')
          say(`${path}/in/instrumentId`, 'is not a micrometer of the file');
        break;
      case 'closing-zero':
        if (!before(e.zeroId, ['zero'])) say(`${path}/zeroId`, 'names a zero that is not before it');
        break;
      case 'take-back':
        if (!before(e.readingId, ['reading', 'leaf']))
          say(`${path}/readingId`, 'names a reading that is not before it');
        break;
      case 'answer':
        if (!before(e.readingId, ['reading']))
          say(`${path}/readingId`, 'names a reading that is not before it');
        break;
      case 'finding':
        onEngine(e.cylinder, 'cylinder');
        break;
      case 'work':
        onEngine(e.cylinder, 'cylinder');
        onKit(e.kitId, 'kitId');
        if (e.ticket && e.ticket.low >= e.ticket.high) say(`${path}/ticket`, 'should run from low to high');
        break;
      case 'note':
    }
    entries.set(e.id, e);
  });
  file.studies.forEach((s, n) => {
    if (!instruments.has(s.instrumentId))
      say(`/studies/${n}/instrumentId`, 'names an instrument that is not in the file');
  });
  file.decisions.forEach((d, n) => {
    if (d.kitId !== null && !kits.has(d.kitId))
      say(`/decisions/${n}/kitId`, 'names a kit that is not in the file');
  });
  file.job.overrides.forEach((o, n) => {
    if (!limits.has(o.limitId)) say(`/job/overrides/${n}/limitId`, 'names a limit that is not in the file');
  });
  file.engine.limits.forEach((l, n) => {
    if (l.source.checkedBy !== null && l.source.checkedBy === l.source.enteredBy)
      say(`/engine/limits/${n}/source/checkedBy`, 'is the person who typed it; a second person checks');
    if (l.low === null && l.high === null && !l.rows) say(`/engine/limits/${n}`, 'holds no figure');
  });
  const { top, mid, low } = file.engine.depths;
  if (!(top < mid && mid < low && low <= file.engine.wallDepth))
    say('/engine/depths', 'should run top, mid, low down the wall');
  return found;
}

/**
 * Reads a job file of any version from parsed JSON, brought to the current one: its shape, that its names point at things in the file, and that every
 * value is what its text says.
 * @returns the file, or up to twenty places that are wrong, each with its JSON pointer and a sentence
 */
export function readJobFile(json: unknown): JobFileReading {
  const current = migrateJobFile(json);
  const misfits = jobFileShape.check(current, '');
  if (misfits.length > 0) return { ok: false, misfits: misfits.slice(0, MOST_REPORTED) };
  const file = current as JobFile;
  const wrong = references(file);
  return wrong.length > 0 ? { ok: false, misfits: wrong.slice(0, MOST_REPORTED) } : { ok: true, file };
}
