import { jobFileShape } from '../format/jobFileShape.js';
import type { Misfit } from '../format/shape.js';
import { READS } from '../gauges/index.js';
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
  const readings = new Set<string>();
  const ids = new Set<string>();
  if (instruments.size !== file.instruments.length) say('/instruments', 'two instruments have the same id');
  file.instruments.forEach((i, n) => {
    if (i.setting.kind !== 'micrometer') return;
    const micrometer = instruments.get(i.setting.instrumentId);
    if (micrometer?.type !== 'micrometer')
      say(`/instruments/${n}/setting/instrumentId`, 'is set in a micrometer that is not in the file');
  });
  file.log.forEach((e, n) => {
    const path = `/log/${n}`;
    if (ids.has(e.id)) say(`${path}/id`, 'is used twice');
    ids.add(e.id);
    if (e.kind === 'reading') {
      const instrument = instruments.get(e.instrumentId);
      if (!instrument) say(`${path}/instrumentId`, 'names an instrument that is not in the file');
      else {
        if (!READS[instrument.type].includes(e.station.part))
          say(`${path}/instrumentId`, `is a ${instrument.type}, which does not read a ${e.station.part}`);
        const parsed = parseReading(e.text, { unit: instrument.unit });
        if (!parsed.ok || parsed.value !== e.value)
          say(`${path}/value`, `is not what was typed (“${e.text}”)`);
      }
      if (e.station.cylinder >= cylinders)
        say(`${path}/station/cylinder`, 'is a cylinder this engine does not have');
      if (e.station.part === 'piston' && e.station.kit !== null && !kits.has(e.station.kit))
        say(`${path}/station/kit`, 'names a kit that is not in the file');
      if (e.corrects && !readings.has(e.corrects.readingId))
        say(`${path}/corrects/readingId`, 'corrects a reading that is not before it');
      readings.add(e.id);
    }
    if ((e.kind === 'take-back' || e.kind === 'answer') && !readings.has(e.readingId))
      say(`${path}/readingId`, 'names a reading that is not before it');
    if (e.kind === 'score' && e.cylinder >= cylinders)
      say(`${path}/cylinder`, 'is a cylinder this engine does not have');
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
 * Reads a job file from parsed JSON: its shape, that its names point at things in the file, and that every
 * value is what its text says.
 * @returns the file, or up to twenty places that are wrong, each with its JSON pointer and a sentence
 */
export function readJobFile(json: unknown): JobFileReading {
  const misfits = jobFileShape.check(json, '');
  if (misfits.length > 0) return { ok: false, misfits: misfits.slice(0, MOST_REPORTED) };
  const file = json as JobFile;
  const wrong = references(file);
  return wrong.length > 0 ? { ok: false, misfits: wrong.slice(0, MOST_REPORTED) } : { ok: true, file };
}
