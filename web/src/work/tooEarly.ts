import type { JobFile, WorkKind } from '@tribos/core/ground';
import { findingsFirst } from '@tribos/core/inspect';

/** Strip and findings are complete before any of these. */
const FINDINGS_BEFORE: ReadonlySet<WorkKind> = new Set([
  'honed',
  'bored',
  'ports-eased',
  'ports-worked',
  'piston-eased',
]);

/** Why work comes too early; null where nothing stands before it. */
export const tooEarly = (file: JobFile, what: WorkKind): string | null =>
  FINDINGS_BEFORE.has(what) ? findingsFirst(file) : null;
