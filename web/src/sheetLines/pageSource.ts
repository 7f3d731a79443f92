import { IN_HAND, type EngineSpec, type LengthUnit, type Source } from '@tribos/core/ground';

/** What stands on every line of one page. */
export interface PageSource {
  readonly sourceType: Source['type'];
  readonly party: string;
  readonly document: string;
  readonly page: string;
  readonly revision: string;
  readonly unit: LengthUnit;
}

/** Where a figure comes from, as the sheet keeps it; who typed it the server knows. */
export const sourceOf = ({ sourceType, party, document, page, revision }: PageSource): Source => ({
  type: sourceType,
  party: party.trim(),
  document: document.trim(),
  page: page.trim(),
  revision: revision.trim(),
  enteredBy: '',
  checkedBy: null,
});

/** Whether it is said which document it is, and whose. */
export const isSaid = ({ document, party }: PageSource): boolean =>
  document.trim() !== '' && party.trim() !== '';

/** The manual in hand, no page of it noted: the figure comes from no page on file, and is said to. */
export const inHand = (source: PageSource): PageSource => ({
  ...source,
  document: IN_HAND,
  page: '',
  revision: '',
});

const key = (engine: Pick<EngineSpec, 'id'>, party: string): string => `tribos:source:${engine.id}:${party}`;

/** The page of one maker that was typed from last, on this device or by what the sheet says; an empty one where none was. */
export function lastSource(engine: EngineSpec, party: string, unit: LengthUnit): PageSource {
  const fresh: PageSource = {
    sourceType: party === engine.maker ? 'engine-maker' : 'part-maker',
    ...{ party, document: '', page: '', revision: '', unit },
  };
  try {
    const kept = JSON.parse(localStorage.getItem(key(engine, party)) ?? 'null') as PageSource | null;
    if (kept) return { ...fresh, ...kept };
  } catch {
    // Kept by an older version, or not at all.
  }
  const on = engine.limits.findLast((l) => l.source.party === party);
  if (!on) return fresh;
  const { document, page, revision, type: sourceType } = on.source;
  return {
    ...fresh,
    sourceType,
    document,
    page,
    revision,
    unit: on.unit === 'in' ? 'in' : on.unit === 'mm' ? 'mm' : unit,
  };
}

/** Keeps which page was typed from, for the next line. */
export const keepSource = (engine: Pick<EngineSpec, 'id'>, source: PageSource): void =>
  localStorage.setItem(key(engine, source.party.trim()), JSON.stringify(source));
