import type { Bench } from '../gauges/index.js';
import { renewedWall, type Place } from '../log/index.js';
import { wallMaterial, type Kit, type Material } from '../specs/index.js';
import { nm, type Nanometres } from '../units/index.js';
import { fittedPiston } from './fitted.js';
import type { JobFile } from './jobFile.js';

/** The bench a job is measured at: its gauges, who studied them, how warm it was. */
export const benchOf = (file: JobFile): Bench => ({
  instruments: file.instruments,
  thermal: file.job.thermal,
  studies: file.studies,
});

/** The kit whose piston a station is about; the piston that came out is taken for its maker's own. */
function pistonKit(file: JobFile, kitId: string | null): Kit | undefined {
  if (kitId !== null) return file.engine.kits.find((k) => k.id === kitId);
  const maker = file.job.fitted.piston;
  const standard = file.engine.kits.filter((k) => k.oversize === 0);
  return (
    standard.find((k) => maker === null || k.maker === maker) ??
    file.engine.kits.find((k) => k.maker === maker)
  );
}

/** Material a station's part is made of, for its expansion. */
export function materialOf(file: JobFile, station: Place): Material {
  switch (station.part) {
    case 'bore':
    case 'land':
      return wallMaterial(file.engine.wall);
    case 'piston':
      return pistonKit(file, station.kit)?.material ?? 'cast-high-silicon';
    case 'pin-bore':
      return (
        pistonKit(file, fittedPiston(file, station.cylinder).kit?.id ?? null)?.material ?? 'cast-high-silicon'
      );
    default:
      return 'steel';
  }
}

/** Size the sheets lead one to expect at a station; for a gap, its smallest clearance or gap on file. */
export function nominalOf(file: JobFile, station: Place): Nanometres {
  switch (station.part) {
    case 'bore': {
      const wall = renewedWall(file.log, station.cylinder);
      if (wall?.ticket) return nm(Math.round((wall.ticket.low + wall.ticket.high) / 2));
      const kit = wall && file.engine.kits.find((k) => k.id === wall.kitId);
      return nm(file.engine.bore + (kit?.oversize ?? 0));
    }
    case 'land':
      return file.engine.bore;
    case 'piston':
      return pistonKit(file, station.kit)?.piston ?? file.engine.bore;
    case 'clearance':
      return nm(50_000);
    case 'ring-gap':
      return nm(300_000);
    default:
      return file.engine.pin ?? nm(16_000_000);
  }
}
