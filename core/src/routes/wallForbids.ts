import type { RouteName } from '../job/index.js';
import { CONSTRUCTION, type Wall } from '../specs/index.js';

/** Why a way is never gone on such a wall, whatever the readings say; null where it may be. */
export function wallForbids(wall: Wall, route: RouteName): string | null {
  const { boring, name } = CONSTRUCTION[wall];
  if (route === 'hone' && !boring)
    return `A bore with ${name} is never honed: clean it${wall === 'plated' ? ' with a nylon brush' : ''}.`;
  if (route === 'bore' && !boring)
    return `A bore with ${name} is never bored and left: a larger kit means replating or a sleeve, by a specialist.`;
  if (route === 'replate' && boring) return 'An iron sleeve is bored or renewed, not plated.';
  if (route === 'sleeve' && wall === 'chrome') return 'A chromed cylinder is replated or replaced.';
  return null;
}
