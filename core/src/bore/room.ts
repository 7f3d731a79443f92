import { verdictSection, type Room } from '../verdicts/index.js';
import { boreItems } from './boreItems.js';
import { boreOf, findingsOf, perBore } from './facts.js';
import { findingItems } from './findingItems.js';

/** The wall: its size, its shape, what was found on it. */
export const bore: Room = {
  name: 'bore',
  station: 'measure',
  ahead: (file, unit) => file.engine.cylinders.map((_, at) => () => boreOf(file, [unit, at])),
  figures: perBore('figures of a bore', (file, of, spread) => [
    ...boreItems(file, of, spread),
    ...findingItems(file, of.cylinder, findingsOf(file)[of.cylinder]!),
  ]),
  report: (file, { figures }, ask) =>
    verdictSection(
      file,
      'bore',
      'Bores',
      figures.filter((f) => /^(bore|finding)/u.test(f.feature)),
      ask.unit,
    ),
};
