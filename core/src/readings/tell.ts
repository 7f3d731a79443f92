import { NOTE, type AnyEntry } from '../ledger/index.js';
import { LEAF_ANSWERS, type Instrument } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import {
  ANSWER,
  CLOSING_ZERO,
  FINDING,
  LEAF,
  READING,
  WORK,
  WORK_DONE,
  ZERO,
  ZERO_CHECK,
} from '../cylinder/index.js';
import { withUnit, type LengthUnit, type Nanometres } from '../units/index.js';
import { findingText, leafText, placeName } from '../verdicts/index.js';

const gaugeNamed = (file: JobFile, id: string): Instrument | undefined =>
  file.instruments.find((i) => i.id === id);

const cylinderNamed = (file: JobFile, cylinder: number | null): string =>
  cylinder === null || file.engine.cylinders.length === 1 ? '' : `${file.engine.cylinders[cylinder]}: `;

/** What an entry of the readings says was done. */
export function tellReading(entry: AnyEntry, file: JobFile, unit: LengthUnit): string | null {
  if (READING.is(entry)) {
    const as = gaugeNamed(file, entry.instrumentId);
    return `${placeName(file, entry.station, unit)}: read ${entry.text} ${/[a-z"]$/iu.test(entry.text) ? '' : (as?.unit ?? '')}${as ? `, ${as.name}` : ''}`.replace(
      ' ,',
      ',',
    );
  }
  if (LEAF.is(entry)) {
    const stack = entry.stack.map((l) => leafText(l, unit)).join(' + ');
    return `${placeName(file, entry.station, unit)}: leaf ${stack} ${unit} ${LEAF_ANSWERS[entry.answer]}`;
  }
  if (ZERO.is(entry))
    return `${gaugeNamed(file, entry.instrumentId)?.name ?? 'Bore gauge'} zeroed at ${withUnit(entry.value as Nanometres, { unit, step: 1_000 })}`;
  if (ZERO_CHECK.is(entry))
    return `${gaugeNamed(file, entry.instrumentId)?.name ?? 'A gauge'} ${entry.standard === 0 ? 'closed' : `on its ${withUnit(entry.standard, { unit, step: 1_000 })} standard`}: shows ${entry.text}`;
  if (CLOSING_ZERO.is(entry)) return `Zero looked at again: ${entry.text}`;
  if (ANSWER.is(entry)) return 'A question on a reading answered: it stands as typed';
  if (FINDING.is(entry)) return `${cylinderNamed(file, entry.cylinder)}${findingText(entry, unit)}`;
  if (WORK_DONE.is(entry))
    return `${cylinderNamed(file, entry.cylinder)}${WORK[entry.what].name}${entry.text.trim() ? `, ${entry.text.trim()}` : ''}`;
  return NOTE.is(entry) ? `Note: ${entry.text}` : null;
}
