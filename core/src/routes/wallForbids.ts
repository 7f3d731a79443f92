import type { RouteName } from '../job/index.js';
import { neverDone, type EngineWall } from '../specs/index.js';

/**
 * Why a way is never gone on such a wall; null where it may be.
 * @example wallForbids('iron-sleeve', 'bore') // null
 */
export const wallForbids = (wall: EngineWall, route: RouteName): string | null =>
  route === 'bore' || route === 'hone' || route === 'replate' || route === 'sleeve'
    ? neverDone(wall, route)
    : null;
