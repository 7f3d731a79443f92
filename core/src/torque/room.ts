import { capital, printedDay, type Action, type Room } from '../verdicts/index.js';
import { torqueRecord } from './record.js';
import { torqueRun } from './run.js';
import { laterText, ODD_BOLT, stepsText, stepText } from './stepText.js';
import {
  TORQUE_AGAIN,
  TORQUE_CHECKED,
  TORQUE_DUE,
  TORQUE_KINDS,
  TORQUE_ODD,
  TORQUE_SEEN,
  TORQUE_WRENCH,
  TORQUED,
} from './torqueEntries.js';
import { CONDITIONS, groupsOf, TORQUE_PLAN } from './torqueSheet.js';
import { torqueWants } from './wants.js';

/** Tightening: groups in order, bolts in their pattern, each step ticked. */
export const torque: Room = {
  name: 'torque',
  station: 'top',
  entries: [...TORQUE_KINDS],
  sheets: [TORQUE_PLAN],
  wants: torqueWants,
  steps: (file) => {
    const { groups, begun } = torqueRun(file);
    if (!begun) return [];
    const later = groups.filter((g) => g.done && g.group.again !== null);
    return [
      ...groups.map((g) => ({
        key: `torque:${g.group.key}`,
        done: g.done ? ([...g.passes.at(-1)!.done.values()].at(-1)?.id ?? 'torque') : null,
        excused: null,
        sentence: () =>
          g.done ? `${capital(g.group.name)} tightened.` : `Tighten ${g.group.name}: ${stepsText(g)}.`,
      })),
      ...later.map((g) => ({
        key: `torque-due:${g.group.key}`,
        done: g.due?.id ?? null,
        excused: null,
        sentence: () => `${capital(g.group.name)}: ${laterText(g)!}`,
      })),
    ];
  },
  actions: (file) => [
    {
      urgency: 'step',
      find: (): Action | null => {
        const { now, groups, begun } = torqueRun(file);
        const g = groups.find((x) => x.group.key === now?.group);
        if (!begun || !now || !g) return null;
        return {
          kind: 'torque',
          urgency: 'step',
          station: 'top',
          at: null,
          sentence: () =>
            now.holes.length === 1
              ? `${capital(g.group.name)}, bolt ${now.holes[0]}: ${stepText(g.group.steps[now.pass]!, g.wrench, g.group.unit)}.`
              : `${capital(g.group.name)}, all ${now.holes.length}: ${stepText(g.group.steps[now.pass]!, g.wrench, g.group.unit)}.`,
        };
      },
    },
  ],
  tell: (entry, file) => {
    const groupOf = (key: string) => groupsOf(file.engine).find((g) => g.group.key === key)?.group;
    const named = (key: string) => groupOf(key)?.name ?? key;
    if (TORQUE_WRENCH.is(entry))
      return `${capital(named(entry.group))}: wrench ${entry.name}, threads ${CONDITIONS[entry.condition]}`;
    if (TORQUED.is(entry)) {
      return `${capital(named(entry.group))}, ${entry.holes.length === 1 ? `bolt ${entry.holes[0]}` : `${entry.holes.length} bolts`}: ${stepText(entry.to, null, groupOf(entry.group)?.unit)}`;
    }
    if (TORQUE_ODD.is(entry))
      return `${capital(named(entry.group))}, bolt ${entry.hole}: ${ODD_BOLT[entry.why]}, ${entry.text.trim()}`;
    if (TORQUE_SEEN.is(entry)) return `${capital(named(entry.group))}: turns over freely`;
    if (TORQUE_CHECKED.is(entry))
      return `${capital(named(entry.group))}, clicked once more: ${entry.moved.length === 0 ? 'nothing moved' : `${entry.moved.join(', ')} moved`}`;
    if (TORQUE_DUE.is(entry))
      return `${capital(named(entry.group))}: tightened again on ${printedDay(entry.on)}`;
    return TORQUE_AGAIN.is(entry) ? `${capital(named(entry.group))} begun anew: ${entry.text.trim()}` : null;
  },
  report: torqueRecord,
  cautions: ['Use the figure and thread condition of the manual. One-time bolts are replaced.'],
};
