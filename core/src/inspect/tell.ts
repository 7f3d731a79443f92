import { PART_FINDING, PART_FINDINGS, PART_WORK, PART_WORKS, SEVERITIES } from '../cylinder/index.js';
import type { AnyEntry } from '../ledger/index.js';
import type { JobFile } from '../job/index.js';
import { withUnit, type LengthUnit } from '../units/index.js';
import { capital } from '../verdicts/index.js';
import { CLEANING } from './cleaning.js';
import { DEBRIS_TABLE } from './debris.js';
import {
  APART,
  BOTTOM_END,
  CAUGHT,
  CLEANED,
  DEBRIS,
  DISPOSITIONS,
  LAID_OUT,
  LOOKED,
} from './inspectEntries.js';
import { partNamed } from './partList.js';

const named = (file: JobFile, keys: readonly string[]): string =>
  keys.map((k) => partNamed(file.engine, k)?.name ?? k).join(', ');

const more = (text: string): string => (text.trim() === '' ? '' : `: ${text.trim()}`);

/** What was looked at, found and decided, in a sentence. */
export function tellInspect(entry: AnyEntry, file: JobFile, unit: LengthUnit): string | null {
  if (LOOKED.is(entry))
    return `${capital(named(file, entry.parts))}: ${DISPOSITIONS[entry.is]}${more(entry.text)}`;
  if (PART_FINDING.is(entry))
    return `${capital(entry.name)}: ${entry.severity ? `${SEVERITIES[entry.severity]}, ` : ''}${PART_FINDINGS[entry.what].name}${entry.extent === null ? '' : `, ${withUnit(entry.extent, { unit, step: 10_000 })}`}${more(entry.text)}`;
  if (PART_WORK.is(entry)) return `${capital(entry.name)}: ${PART_WORKS[entry.what]}${more(entry.text)}`;
  if (DEBRIS.is(entry))
    return `${capital(DEBRIS_TABLE[entry.what].name)}, ${entry.amount}, in the ${CAUGHT[entry.from]}${more(entry.text)}`;
  if (BOTTOM_END.is(entry))
    return `Bottom end ${entry.is === 'open' ? 'opened' : 'left closed'}${entry.customer === null ? '' : `, the customer said ${entry.customer}`}${more(entry.text)}`;
  if (LAID_OUT.is(entry)) return `Laid out on a photo: ${entry.pins.length} parts`;
  if (CLEANED.is(entry)) return `Cleaned, ${CLEANING[entry.how].name}: ${named(file, entry.parts)}`;
  if (APART.is(entry))
    return `${capital(named(file, [entry.of]))} ${entry.is === 'apart' ? 'taken apart' : `together again${entry.seals === null ? '' : `, ${entry.seals} seals`}`}${more(entry.text)}`;
  return null;
}
