import { integer, list, object, oneOf, text } from '../shape/index.js';
import { sheetPart, SOURCE, type EngineSpec } from '../specs/index.js';

const CAMS = object({
  lobes: list(object({ key: text(40), name: text(80), of: oneOf('intake', 'exhaust') }), 0, 64),
  camJournals: integer(0, 24),
  source: SOURCE,
});

/** Cams of this engine: its lobes by name, and how many journals carry them. Valves stand among the parts by name. */
export const VALVES_SHEET = sheetPart(
  'cams',
  { cams: list(CAMS, 0, 4) },
  {
    title: 'Cams',
    words: {
      cams: 'sets of cams, the one fitted first',
      lobes: 'lobes',
      key: 'short name',
      of: 'of which valve',
      camJournals: 'journals of the cams',
    },
  },
);

/**
 * The cams of an engine, as its sheet has them; null where it has none.
 * @example camsOf({ parts: {} }) // null
 */
export const camsOf = (engine: Pick<EngineSpec, 'parts'>) => VALVES_SHEET.of(engine)?.cams[0] ?? null;
