import type { PanelEntry } from '../job/index.js';
import { byFacts } from '../kit/byFacts.js';

/** What rooms show at stations that are not theirs: whatever stands in a `panels.ts`, drawn anew when its own facts move. */
export const PANELS: readonly PanelEntry[] = Object.values(
  import.meta.glob<{ readonly panels: readonly PanelEntry[] }>('../*/panels.ts', { eager: true }),
)
  .flatMap((room) => room.panels)
  .map((of) => ({ ...of, Panel: byFacts(of.Panel) }));
