import type { JobFile } from '../job/index.js';
import { measurandFigures, measurandPlace } from '../measurands/index.js';
import { verdictSection, type Figure, type Room } from '../verdicts/index.js';
import { LASH, SETUP_MEASURES } from './measures.js';
import { GASKETS, SHIMS } from './sheets.js';
import { endFigures } from './squish.js';
import { CRANK_TRAIN, STACK_LAID, STACK_UNDO, stackNow } from './stack.js';

const isOwn = (f: Figure): boolean =>
  f.subject.of === 'part' && f.feature !== 'finding' && f.subject.thing.startsWith('setup.');

/** Setting an engine up: deck, squish and the gaskets that bring them in; lash and its shims. */
export const setup: Room = {
  name: 'setup',
  station: 'top',
  sheets: [GASKETS, SHIMS, CRANK_TRAIN],
  entries: [STACK_LAID, STACK_UNDO],
  places: SETUP_MEASURES.map(measurandPlace),
  figures: (file: JobFile, ask) => [
    ...endFigures(file, ask.unit),
    // Nobody measures a valve to decide by its lash: it is there once it is read.
    ...measurandFigures(file, LASH, [LASH], ask.unit).filter((f) => f.because !== 'unread'),
  ],
  tell: (entry) =>
    STACK_LAID.is(entry)
      ? `${entry.where === 'base' ? 'Base' : 'Head'} gaskets: ${entry.gaskets.length === 0 ? 'none' : entry.gaskets.join(', ')}`
      : STACK_UNDO.is(entry)
        ? 'Gaskets taken back'
        : null,
  report: (file, { figures }, ask) => {
    const own = figures.filter(isOwn);
    const laid = stackNow(file);
    if (own.length === 0 && laid === null) return [];
    return verdictSection(
      file,
      'setup',
      'Set-up',
      own,
      ask.unit,
      laid
        ? [
            {
              kind: 'text',
              text: `Base gaskets: ${laid.names.length === 0 ? 'none' : laid.names.join(', ')}.`,
            },
          ]
        : [],
    );
  },
};
