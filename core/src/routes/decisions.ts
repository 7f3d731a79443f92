import type { Decision, RouteName } from '../job/index.js';
import type { EngineSpec, Kit } from '../specs/index.js';
import { wallForbids } from './wallForbids.js';
import type { KitComparison } from './kitOptions.js';

/**
 * The way a kit is meant, where only the kit was named.
 * @param at oversize the wall is at, nm
 * @example routeOf(null) // 'reuse'
 */
export const routeOf = (kit: Kit | null, at = 0): RouteName =>
  kit === null ? 'reuse' : kit.oversize > at ? 'bore' : 'fit';

/**
 * Whether a decision's way belongs to the wall, and its kit to the way: what is plated is never bored, boring needs an oversize, a piston for the bore as it is
 * one of standard size, a wall used again none.
 * @param at oversize the wall is at, nm; it may have come in at one
 * @returns what is wrong, or null
 * @example decisionMisfit({ kits: [], wall: 'iron-sleeve' }, { route: 'hone', kitId: null }) // null
 */
export function decisionMisfit(
  engine: Pick<EngineSpec, 'kits' | 'wall'>,
  decision: Pick<Decision, 'route' | 'kitId'>,
  at = 0,
): string | null {
  const kit = engine.kits.find((k) => k.id === decision.kitId);
  if (decision.kitId !== null && !kit) return 'This engine has no such kit.';
  const never = wallForbids(engine.wall, decision.route);
  if (never) return never;
  switch (decision.route) {
    case 'whole':
    case 'reuse':
    case 'hone':
      return kit ? 'Nothing is bored and no piston is bought: no kit belongs to that.' : null;
    case 'bore':
      return !kit || kit.oversize === 0
        ? 'Boring needs the oversize it is for.'
        : kit.oversize <= at
          ? 'The wall is as large already.'
          : null;
    case 'fit':
      return !kit || kit.oversize !== at
        ? 'A piston of another size does not go into the bore as it is.'
        : null;
    default:
      return null;
  }
}

/**
 * Whether a way may be gone at all, whatever the reason: a wall that is never bored is not sent to be bored, a cracked
 * one to nobody, a kit without a clearance is not chosen.
 * @returns the sentence why not, or null
 */
export function routeRefused(
  engine: Pick<EngineSpec, 'kits' | 'wall'>,
  kits: KitComparison,
  decision: Pick<Decision, 'route' | 'kitId'>,
): string | null {
  const { route } = decision;
  const misfit = decisionMisfit(engine, decision, kits.size);
  if (misfit) return misfit;
  if (route === 'whole') return kits.ended.whole;
  if (route === 'reuse' || route === 'hone') return kits.ended.reuse;
  if (route === 'exchange') return null;
  if (route === 'bore' || route === 'fit')
    return kits.options.find((o) => o.kit.id === decision.kitId)?.whyNot ?? null;
  return kits.ended.bore;
}

/** The same for a decision that was sent. */
export const decisionRefused = routeRefused;
