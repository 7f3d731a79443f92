import type { Bench, TakenReading } from '../gauges/index.js';
import type { AnyPlace, Around } from '../ledger/index.js';
import type { Kit } from '../specs/index.js';
import type { Nanometres } from '../units/index.js';
import { fittedPiston } from './fitted.js';
import type { JobFile } from './jobFile.js';
import { placeKindOf } from './places.js';

/** The bench a job is measured at: its gauges, who studied them, how warm it was. */
export const benchOf = (file: JobFile): Bench => ({
  instruments: file.instruments,
  thermal: file.job.thermal,
  studies: file.studies,
});

/** The kit whose piston a place is about; the piston that came out is taken for its maker's own. */
function pistonKit(file: JobFile, kitId: string | null): Kit | undefined {
  if (kitId !== null) return file.engine.kits.find((k) => k.id === kitId);
  const maker = file.job.fitted.piston;
  const standard = file.engine.kits.filter((k) => k.oversize === 0);
  return (
    standard.find((k) => maker === null || k.maker === maker) ??
    file.engine.kits.find((k) => k.maker === maker)
  );
}

const aroundOf = (file: JobFile): Around => ({
  engine: file.engine,
  log: file.log,
  fitted: (cylinder) => fittedPiston(file, cylinder).kit,
  kit: (id) => pistonKit(file, id),
});

/** What a reading at a place is a reading of: its thing, sense, material, and whose temperature it has. */
export function measurandAt(
  file: JobFile,
  place: AnyPlace,
): Pick<TakenReading, 'part' | 'sense' | 'material'> & Required<Pick<TakenReading, 'thermalPart'>> {
  const kind = placeKindOf(file, place);
  return {
    part: kind.thing(place),
    sense: kind.sense,
    material: kind.material(place, aroundOf(file)),
    thermalPart: kind.warm,
  };
}

/** Size the sheets lead one to expect at a place; for a gap, its smallest usual clearance or gap. */
export const nominalOf = <P extends AnyPlace>(file: JobFile, place: P): Nanometres =>
  placeKindOf(file, place).nominal(place, aroundOf(file));
