import { list, object, oneOf, text } from '../shape/index.js';
import { sheetPart, SOURCE, type EngineSpec } from '../specs/index.js';

const CRANK = object({
  /** A built-up crank is trued by specialists; a forged one is not trued at all. */
  made: oneOf('built-up', 'one-piece'),
  runOut: list(object({ key: text(40), name: text(80) }), 0, 12),
  supports: text(240),
  source: SOURCE,
});

/** How a crank is held and where its run-out is read. */
export const CRANK_SHEET = sheetPart(
  'cranks',
  { cranks: list(CRANK, 0, 4) },
  {
    title: 'Crank',
    words: {
      cranks: 'cranks, the one fitted first',
      made: 'how it is made',
      'built-up': 'pressed together',
      'one-piece': 'of one piece',
      runOut: 'where its run-out is read',
      supports: 'on what it is held',
      key: 'short name',
    },
  },
);

/** The crank of an engine, as its sheet has it; null where it has none. */
export const crankOf = (engine: Pick<EngineSpec, 'parts'>) => CRANK_SHEET.of(engine)?.cranks[0] ?? null;
