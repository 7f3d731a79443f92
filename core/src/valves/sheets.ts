import { integer, list, object, oneOf, text } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';

/** Cams of this engine: its lobes by name, and how many journals carry them. Valves stand among the parts by name. */
export const VALVES_SHEET = sheetPart(
  'cams',
  {
    lobes: list(object({ key: text(40), name: text(80), of: oneOf('intake', 'exhaust') }), 0, 64),
    camJournals: integer(0, 24),
    source: SOURCE,
  },
  {
    title: 'Cams',
    words: {
      lobes: 'lobes',
      key: 'short name',
      of: 'of which valve',
      camJournals: 'journals of the cams',
    },
  },
);
