import type { JobFile } from '../job/index.js';
import { depthText } from '../units/index.js';
import type { PartNeeded } from '../verdicts/index.js';
import { jobLedger } from './openCrank.js';
import { stripPlan, holesOf } from './plan.js';
import { stripLog } from './standing.js';
import { BOLT, type BoltState, STRIP_ODD } from './stripEntries.js';
import { BOLT_MAPS } from './stripList.js';

/** What a fastener asks for that is in this state; null where it goes back as it is. */
const NEEDS: Readonly<Record<BoltState, ((name: string) => { name: string; why: string }) | null>> = {
  stuck: (name) => ({ name, why: 'it was stuck: its threads are looked at before it goes back' }),
  broken: (name) => ({ name, why: 'it broke off' }),
  thread: (name) => ({ name: `thread repair for ${name}`, why: 'its thread is damaged' }),
  missing: (name) => ({ name, why: 'it was missing on arrival' }),
  odd: (name) => ({ name, why: 'another one than on the plan was in its place' }),
  fine: null,
};

/** What has to be there for assembly because of how the engine came apart. */
export function stripParts(file: JobFile): PartNeeded[] {
  const { chosen, steps } = stripPlan(file);
  if (!chosen) return [];
  const log = stripLog(file);
  const once = new Map<string, { name: string; holes: Set<number> }>();
  for (const s of steps) {
    const bolts = s.state === 'done' || s.state === 'back' ? holesOf(file.engine, s.step) : null;
    if (!bolts) continue;
    const { key, name } = bolts.map;
    const known = once.get(key) ?? { name, holes: new Set() };
    for (const h of bolts.holes) if (h.oneTime) known.holes.add(h.at);
    once.set(key, known);
  }
  const oneTime = [...once].flatMap(([key, { name, holes }]): PartNeeded[] =>
    holes.size === 0
      ? []
      : [
          {
            key: `one-time:${key}`,
            name: `one-time fasteners of ${name}`,
            count: holes.size,
            why: 'renewed each time they come off',
            by: null,
          },
        ],
  );
  const last = new Map(log.filter(BOLT.is).map((b) => [`${b.map}:${b.hole}`, b]));
  const fasteners = [...last.values()].flatMap((b): PartNeeded[] => {
    const map = BOLT_MAPS.of(file.engine)?.maps.find((m) => m.key === b.map);
    const hole = map?.holes.find((h) => h.at === b.hole);
    const size = hole ? ` ${hole.thread} × ${depthText(hole.length, 'mm')}` : '';
    // One that is renewed anyway is not got twice; the thread it sat in is repaired all the same.
    if (b.is !== 'thread' && once.get(b.map)?.holes.has(b.hole)) return [];
    const needs = NEEDS[b.is]?.(`fastener${size}, ${map?.name ?? b.map} ${b.hole}`);
    return needs ? [{ ...needs, key: `bolt:${b.map}:${b.hole}`, count: 1, by: b.id }] : [];
  });
  const broken = log
    .filter(STRIP_ODD.is)
    .filter((o) => o.why === 'broken')
    .map((o): PartNeeded => ({
      key: `broken:${o.step}`,
      name: `for “${o.name}”: ${o.text.trim() || 'what broke there'}`,
      count: 1,
      why: 'it broke coming off',
      by: o.id,
    }));
  const gone = jobLedger(file).flatMap((l): PartNeeded[] => {
    const count = l.gone.renewed + l.gone.scrapped + l.gone.missing + l.gone.lost;
    if (count === 0 || l.inside) return [];
    const how = (['renewed', 'scrapped', 'missing', 'lost'] as const).filter((k) => l.gone[k] > 0);
    return [{ key: `loose:${l.item}`, name: l.name, count, why: `${how.join(', ')} at the strip`, by: null }];
  });
  return [...fasteners, ...oneTime, ...broken, ...gone];
}
