import type { JobFile } from './jobFile.js';

/** Who brought in the file a job came with; null for a job opened in this shop. */
export const importerOf = ({ log, decisions, instruments }: JobFile): string | null =>
  [log[0], decisions[0], instruments.find((i) => i.importedBy !== null)].find((s) => s?.importedBy != null)
    ?.importedBy ?? null;
