import {
  FILED,
  isOfCylinder,
  nominalOf,
  type Instrument,
  type JobFile,
  type Place,
  type Zero,
} from '@tribos/core/ground';

/** A comparator held in what it was zeroed in. */
export const settingLine = (file: JobFile, gauge: Instrument, zero: Zero): string =>
  lineOf(file, gauge, zero, { part: 'setting', cylinder: 0, nominal: zero.value / 1e6 });

/** Where a gauge is being held, as the gauge line says it (docs/formats/gauge-line.md). */
export function placeLine(
  file: JobFile,
  station: Place,
  gauge: Instrument | null,
  zero: Zero | null,
  laid: readonly number[] = [],
): string {
  return lineOf(file, gauge, zero, {
    part: station.part,
    cylinder: isOfCylinder(station) ? station.cylinder : 0,
    nominal: nominalOf(file, station) / 1e6,
    ...(isOfCylinder(station) ? {} : { thing: plain(station.thing), spot: plain(station.spot) }),
    ...('depth' in station ? { depth: station.depth / 1e6 } : {}),
    ...('angle' in station ? { angle: station.angle } : {}),
    ...('place' in station ? { place: station.place } : {}),
    ...('ring' in station ? { ring: station.ring, filed: filedOn(file, station) } : {}),
    ...(laid.length > 0 ? { leaf: laid.reduce((sum, l) => sum + l, 0) / 1e6 } : {}),
  });
}

/** In one word, as a line is cut at its blanks. */
const plain = (text: string): string => text.replaceAll(/[\s=]/gu, '-') || '-';

/** Turns and strokes taken off a ring so far: a stand-in cannot see them. */
const filedOn = (file: JobFile, at: { readonly cylinder: number; readonly ring: string }): number =>
  FILED.in(file.log)
    .filter((e) => e.cylinder === at.cylinder && e.ring === at.ring)
    .reduce((sum, e) => sum + e.strokes, 0);

function lineOf(
  file: JobFile,
  gauge: Instrument | null,
  zero: Zero | null,
  place: Record<string, string | number>,
): string {
  const facts: Record<string, string | number> = {
    ...place,
    gauge: gauge?.type ?? 'none',
    unit: gauge?.unit ?? 'mm',
    engine: file.engine.model.replaceAll(' ', '-'),
    ...(zero ? { zero: zero.value / 1e6, needle: zero.needle } : {}),
  };
  return `AT ${Object.entries(facts)
    .map(([key, value]) => `${key}=${value}`)
    .join(' ')}`;
}
