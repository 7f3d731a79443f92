import {
  ledgerOf,
  READING,
  takenIn,
  isOfCylinder,
  nm,
  placeName,
  toDecimal,
  whoOf,
  type JobFile,
} from '@tribos/core';
import { stringify } from 'csv-stringify/sync';
import { unrun } from './unrun.js';

const COLUMNS = [
  'time',
  'arrived',
  'person',
  'gauge',
  'station',
  'part',
  'cylinder',
  'depth_mm',
  'direction_deg',
  'place',
  'typed',
  'answer',
  'value_nm',
  'value_mm',
  'stands',
];

// Every digit there is: the table can be read back in without loss.
const exact = (value: number): string => toDecimal(nm(value), 'mm', 6).replace(/0{1,3}$/u, '');
/** Leaves laid together, one by one: their sum alone could not be laid again. */
const stackText = (stack: readonly number[]): string => stack.map(exact).join(' + ');

/** Every reading and every leaf of a job as a table, taken back and corrected ones included and marked. */
export function readingsCsv(file: JobFile): string {
  const { isBack } = ledgerOf(file.log);
  const corrected = new Set(READING.all(file.log).map((e) => e.corrects?.readingId));
  const rows = takenIn(file.log).map((e) => {
    const { station } = e;
    const value = e.kind === 'reading' ? e.value : e.stack.reduce((sum, l) => sum + l, 0);
    return {
      time: e.at,
      arrived: e.received ?? '',
      person: whoOf(e),
      gauge: file.instruments.find((i) => i.id === e.instrumentId)?.name ?? '',
      station: placeName(file, station),
      part: station.part,
      cylinder: isOfCylinder(station) ? (file.engine.cylinders[station.cylinder] ?? '') : station.thing,
      depth_mm: 'depth' in station ? station.depth / 1e6 : '',
      direction_deg: 'angle' in station ? station.angle : '',
      place:
        'place' in station
          ? station.place
          : 'ring' in station
            ? station.ring
            : 'spot' in station
              ? station.spot
              : '',
      typed: e.kind === 'reading' ? e.text : stackText(e.stack),
      answer: e.kind === 'reading' ? '' : e.answer,
      value_nm: value,
      value_mm: e.kind === 'reading' ? exact(e.value) : stackText(e.stack),
      stands: corrected.has(e.id) || isBack(e) ? 'no' : 'yes',
    };
  });
  return stringify(rows, { header: true, columns: COLUMNS, cast: { string: unrun } });
}
