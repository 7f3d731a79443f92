import { standingDecision, type JobFile, type RouteName } from '../job/index.js';
import { REOPENED, WORK, type Reopened, type WorkKind } from '../cylinder/index.js';
import type { Way } from './ways.js';

const WORK_OF: Partial<Record<RouteName, WorkKind>> = {
  hone: 'honed',
  bore: 'bored',
  replate: 'replated',
  sleeve: 'sleeved',
  exchange: 'exchanged',
};

/**
 * What a way opens again of what was measured, by the one table of work: its wall's, and its piston's where another goes in.
 * @example reopensOf({ route: 'bore', kit: null })[0] // 'bore'
 */
export function reopensOf({ route, kit }: Pick<Way, 'route' | 'kit'>): readonly Reopened[] {
  const work = WORK_OF[route];
  return [
    ...new Set([
      ...(work ? WORK[work].reopens : []),
      ...(kit ? WORK['piston-renewed'].reopens : []),
      ...WORK['rings-renewed'].reopens,
    ]),
  ];
}

/** What choosing another way than the one that stands opens again, in a sentence; null where nothing is decided yet. */
export function choosingAgain(
  file: Pick<JobFile, 'decisions'>,
  way: Pick<Way, 'route' | 'kit'>,
): string | null {
  const before = standingDecision(file);
  if (!before || (before.route === way.route && before.kitId === (way.kit?.id ?? null))) return null;
  return `Decided already: choosing again opens ${reopensOf(way)
    .map((r) => REOPENED[r])
    .join(', ')}. Tickets and parts of the way before are for something else.`;
}
