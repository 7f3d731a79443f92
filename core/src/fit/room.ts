import { perBore } from '../bore/index.js';
import { readingsOn } from '../readings/index.js';
import { verdictSection, type Room } from '../verdicts/index.js';
import { fitOffers } from './actions.js';
import { clearanceItems } from './clearanceItems.js';
import { crossCheckSentence } from './crossChecks.js';
import { checksOf } from './facts.js';
import { pinItems } from './pinItems.js';
import { PISTON_CHECK, pistonCheckBlocks, pistonCheckText } from './pistonCheck.js';

/** Piston in bore, pin in piston and rod. */
export const fit: Room = {
  name: 'fit',
  station: 'measure',
  entries: [PISTON_CHECK],
  tell: (entry, file) =>
    PISTON_CHECK.is(entry)
      ? `${file.engine.cylinders.length === 1 ? '' : `${file.engine.cylinders[entry.cylinder]} `}piston looked over: ${pistonCheckText(entry)}`
      : null,
  figures: perBore('fit of a bore', (file, of, spread, ask) => [
    ...clearanceItems(file, of, readingsOn(file, [ask.unit, of.cylinder]), spread),
    ...pinItems(file, of.cylinder, readingsOn(file, [ask.unit, of.cylinder])),
  ]),
  actions: (file, _found, ask) => fitOffers(file, ask),
  report: (file, { figures }, ask) => {
    const own = figures.filter((f) => f.feature === 'clearance' || f.feature.startsWith('pin.'));
    const checks = checksOf(file, ask.unit);
    return verdictSection(file, 'fit', 'Piston clearance', own, ask.unit, [
      ...(checks.length > 0
        ? [
            {
              kind: 'list' as const,
              items: checks.map((c) => `${c.title}: ${crossCheckSentence(c, ask.unit)}`),
            },
          ]
        : []),
      ...pistonCheckBlocks(file),
    ]);
  },
};
