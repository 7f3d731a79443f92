import { list, object, oneOf, text } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';

/** How a crank is held and where its run-out is read. */
export const CRANK_SHEET = sheetPart(
  'crank',
  {
    /** A built-up crank is trued by specialists; a forged one is not trued at all. */
    made: oneOf('built-up', 'one-piece'),
    runOut: list(object({ key: text(40), name: text(80) }), 0, 12),
    supports: text(240),
    source: SOURCE,
  },
  {
    title: 'Crank',
    words: {
      made: 'how it is made',
      'built-up': 'pressed together',
      'one-piece': 'of one piece',
      runOut: 'where its run-out is read',
      supports: 'on what it is held',
      key: 'short name',
    },
  },
);
