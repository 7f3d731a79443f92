import { nominalOf, type Instrument, type JobFile, type Station, type Zero } from '@tribos/core';

/** Where a gauge is being held, as the gauge line says it (docs/formats/gauge-line.md). */
export function placeLine(
  file: JobFile,
  station: Station,
  gauge: Instrument | null,
  zero: Zero | null,
): string {
  const facts: Record<string, string | number> = {
    part: station.part,
    cylinder: station.cylinder,
    nominal: nominalOf(file, station) / 1e6,
    gauge: gauge?.type ?? 'none',
    unit: gauge?.unit ?? 'mm',
    engine: file.engine.model.replaceAll(' ', '-'),
  };
  if ('depth' in station) facts['depth'] = station.depth / 1e6;
  if (station.part === 'bore') facts['angle'] = station.angle;
  if ('place' in station) facts['place'] = station.place;
  if (zero) {
    facts['zero'] = zero.value / 1e6;
    facts['needle'] = zero.needle;
  }
  return `AT ${Object.entries(facts)
    .map(([key, value]) => `${key}=${value}`)
    .join(' ')}`;
}
