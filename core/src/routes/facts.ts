import { boresOf, deepestScores, spreadsOf } from '../bore/index.js';
import { fact, lastDay, type JobFile } from '../job/index.js';
import { readingsOf } from '../readings/index.js';
import type { LengthUnit } from '../units/index.js';
import { askOf, foundOf } from '../verdicts/index.js';
import { assumed, sameAssumptions, type Assumptions } from './assumptions.js';
import { endedBy } from './ended.js';
import { kitOptions, type KitComparison } from './kitOptions.js';

const kitsWith = (file: JobFile, unit: LengthUnit, assume?: Assumptions): KitComparison =>
  kitOptions(
    file,
    boresOf(file, unit),
    readingsOf(file, unit),
    deepestScores(file),
    lastDay(file.log),
    spreadsOf(file, askOf(file, unit)).map((s) => s ?? null),
    endedBy(foundOf(file, unit).figures),
    assume,
  );

const usualKits = fact('kits', (file, unit: LengthUnit) => kitsWith(file, unit));

/** The kits side by side, by what the rooms found. */
export const kitsOf = (file: JobFile, unit: LengthUnit, assume?: Assumptions): KitComparison =>
  assume === undefined || sameAssumptions(assume, assumed(file))
    ? usualKits(file, unit)
    : kitsWith(file, unit, assume);
