import type { Instrument, JobFile, Station } from '@tribos/core';

/**
 * Where a gauge is being held, as the line protocol says it:
 * `AT part cylinder depth_mm angle_deg gauge unit`.
 */
export function placeLine(file: JobFile, station: Station, gauge: Instrument | null): string {
  const depth = 'depth' in station ? station.depth / 1e6 : 0;
  const angle = station.part === 'bore' ? station.angle : 0;
  return `AT ${station.part} ${station.cylinder} ${depth} ${angle} ${gauge?.type ?? 'none'} ${gauge?.unit ?? 'mm'} ${file.engine.model.replaceAll(' ', '-')}`;
}
