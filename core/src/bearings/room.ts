import { roomOf, type MeasuringRoom } from '../measurands/index.js';
import { withUnit, nm } from '../units/index.js';
import { verdictSection, type Block } from '../verdicts/index.js';
import { clearanceFigures } from './clearances.js';
import { BEARING_KINDS, CODES_READ, PLASTIC_STRIP, SHELLS_IN } from './entries.js';
import { BEARING_MEASURES, bearingsOf } from './measures.js';
import { BEARINGS_SHEET, ROWS } from './sheets.js';
import { shellAdvice } from './shellAdvice.js';

const measured = roomOf('bearings', 'Plain bearings', BEARING_MEASURES, 'Bearings');

/** Plain bearings: journals, housings, shells by colour, clearances. */
export const bearings: MeasuringRoom = {
  ...measured,
  entries: [...BEARING_KINDS],
  sheets: [BEARINGS_SHEET],
  figures: (file, ask) => [...measured.figures(file, ask), ...clearanceFigures(file)],
  tell: (entry, file) => {
    const name = (row: 'main' | 'rod', key: string) =>
      bearingsOf(file.engine, row).find((b) => b.key === key)?.name ?? key;
    if (CODES_READ.is(entry))
      return `Codes of ${name(entry.row, entry.bearing)}: housing ${entry.housing}, journal ${entry.journal}`;
    if (SHELLS_IN.is(entry))
      return `Shells ${entry.fitted ? 'fitted in' : 'found in'} ${name(entry.row, entry.bearing)}: ${entry.upper} and ${entry.lower}`;
    return PLASTIC_STRIP.is(entry) ? `Plastic strip in ${name(entry.row, entry.bearing)}` : null;
  },
  report: (file, { figures }, ask) => {
    const own = figures.filter(
      (f) => f.subject.of === 'part' && f.feature !== 'finding' && f.subject.thing.startsWith('bearings.'),
    );
    const advice = (['main', 'rod'] as const).flatMap((row): Block[] => {
      const of = shellAdvice(file, row);
      return of
        ? [
            {
              kind: 'table',
              heads: [ROWS[row], 'shells wanted', 'clearance', 'now'],
              rows: of.bearings.map((b) => [
                b.name,
                b.wanted.join(' and '),
                withUnit(nm(Math.round(b.clearance)), { unit: ask.unit, step: 1_000 }),
                b.now ? b.now.join(' and ') : '',
              ]),
            },
          ]
        : [];
    });
    return own.length === 0 && advice.length === 0
      ? []
      : verdictSection(file, 'bearings', 'Plain bearings', own, ask.unit, advice);
  },
};
