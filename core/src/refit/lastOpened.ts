import { ledgerOf } from '../ledger/index.js';
import type { JobFile } from '../job/index.js';

import { effectiveSteps, stripLog } from '../strip/index.js';

/** When the engine was last opened: what was looked at before that was looked at on another engine. */
export function lastOpened(file: JobFile): number {
  const off = effectiveSteps(stripLog(file)).filter((s) => s.is === 'off');
  const at = off.map((s) => ledgerOf(file.log).at(s.entry.id));
  return Math.max(-1, ...at);
}
