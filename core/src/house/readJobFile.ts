import { type AnyEntry, kindIn } from '../ledger/index.js';
import { type JobFile, wallSizes } from '../job/index.js';

import { slipsFound } from '../readings/index.js';
import { decisionMisfit } from '../routes/index.js';
import type { Misfit } from '../shape/index.js';
import { engineTroubles, limitTroubles } from '../specs/index.js';
import { inHouse, KINDS, readEntry, type SentEntry } from './house.js';
import { jobFileShape } from './jobFileShape.js';
import { migrateJobFile } from './migrate.js';

export type JobFileReading =
  { readonly ok: true; readonly file: JobFile } | { readonly ok: false; readonly misfits: readonly Misfit[] };

const MOST_REPORTED = 20;

/** Places of those whose id stands before them already. */
const doubled = (things: readonly { readonly id: string }[]): number[] => {
  const seen = new Set<string>();
  return things.flatMap(({ id }, i) => (seen.size === seen.add(id).size ? [i] : []));
};

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What no schema can say: that names point at things which exist, and values are what was typed. */
function references(file: JobFile): Misfit[] {
  const found: Misfit[] = [];
  const say = (path: string, sentence: string) => found.push({ path, sentence });
  const instruments = new Map(file.instruments.map((i) => [i.id, i]));
  const kits = new Set(file.engine.kits.map((k) => k.id));
  const limits = new Set(file.engine.limits.map((l) => l.id));
  for (const [path, ids] of [
    ['/instruments', file.instruments],
    ['/engine/limits', file.engine.limits],
    ['/engine/kits', file.engine.kits],
    ['/decisions', file.decisions],
    ['/shop/firms', file.shop.firms ?? []],
  ] as const)
    for (const i of doubled(ids)) say(`${path}/${i}/id`, 'is used twice');
  file.instruments.forEach((i, n) => {
    if (i.setting.kind !== 'micrometer') return;
    const micrometer = instruments.get(i.setting.instrumentId);
    if (micrometer?.type !== 'micrometer')
      say(`/instruments/${n}/setting/instrumentId`, 'is set in a micrometer that is not in the file');
  });
  const entries = new Map<string, AnyEntry>();
  const slips = slipsFound(file);
  file.log.forEach((e, n) => {
    const path = `/log/${n}`;
    if (entries.has(e.id)) say(`${path}/id`, 'is used twice');
    // What the bar refuses, a file may not bring: the same function reads both.
    const read = readEntry(kindIn(KINDS, e.kind)!.sent(e) as SentEntry, {
      received: e.received,
      by: e.by,
      importedBy: e.importedBy,
      engine: file.engine,
      instruments: file.instruments,
      known: (id) => entries.get(id),
      found: slips,
      past: true,
    });
    if (!read.ok) say(`${path}${read.path}`, read.sentence);
    else {
      const wrong = Object.keys(e).find((k) => !same(read.entry[k as 'id'], e[k as 'id']));
      if (wrong) say(`${path}/${wrong}`, `is not what was typed${'text' in e ? ` (“${e.text}”)` : ''}`);
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
    else {
      // Held against every size its walls have been at: it was taken on the wall of its day.
      const tried = [...wallSizes(file)].map((at) => decisionMisfit(file.engine, d, at));
      const misfit = tried.includes(null) ? null : tried[0];
      if (misfit) say(`/decisions/${n}/route`, misfit);
    }
  });
  file.job.overrides.forEach((o, n) => {
    if (!limits.has(o.limitId)) say(`/job/overrides/${n}/limitId`, 'names a limit that is not in the file');
  });
  file.engine.limits.forEach((l, n) => {
    if (l.source.checkedBy !== null && l.source.checkedBy === l.source.enteredBy)
      say(`/engine/limits/${n}/source/checkedBy`, 'is the person who typed it; a second person checks');
    for (const { sentence } of limitTroubles(l)) say(`/engine/limits/${n}`, sentence);
  });
  for (const { path, sentence } of engineTroubles(file.engine)) say(`/engine${path}`, sentence);
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
  const file = inHouse(current as JobFile);
  const wrong = references(file);
  return wrong.length > 0 ? { ok: false, misfits: wrong.slice(0, MOST_REPORTED) } : { ok: true, file };
}
