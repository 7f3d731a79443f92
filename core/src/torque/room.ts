import type { JobFile } from '../job/index.js';
import { whoOf } from '../specs/index.js';
import { convert } from '../units/index.js';
import { capital, printedDay, type Action, type Block, type Room, type Section } from '../verdicts/index.js';
import { torqueRun, type GroupState } from './run.js';
import {
  settingOf,
  TORQUE_AGAIN,
  TORQUE_CHECKED,
  TORQUE_DUE,
  TORQUE_KINDS,
  TORQUE_ODD,
  TORQUE_SEEN,
  TORQUE_WRENCH,
  TORQUED,
  type TorqueWrench,
} from './torqueEntries.js';
import { CONDITIONS, groupsOf, TORQUE_PLAN, type TorqueStep } from './torqueSheet.js';

/** A step as it is read out: what the wrench is set to, in its own unit. */
export function stepText(step: TorqueStep, wrench: Pick<TorqueWrench, 'adapter' | 'unit'> | null): string {
  if (step.by === 'snug') return 'snug, by hand';
  if (step.by === 'angle') return `${step.value}° on`;
  const unit = wrench?.unit ?? 'N·m';
  const setting = settingOf(step.value, wrench?.adapter ?? null) ?? step.value;
  return `${Number(convert('torque', setting, 'N·m', unit).toFixed(1))} ${unit}`;
}

/** Its steps as the sheet has them, at the bolt. */
export const stepsText = ({ group }: Pick<GroupState, 'group'>): string =>
  group.steps.map((s) => stepText(s, null)).join(', then ');

/** When a group is tightened again; null where its sheet does not want it, or it is not tight yet. */
export const laterText = ({ group, done, due }: GroupState): string | null =>
  !done || group.again === null
    ? null
    : due
      ? `Tightened again on ${printedDay(due.on)}, or after ${group.again} running hours, whichever is first; cold.`
      : `Tightened again after ${group.again} running hours: no day is set yet.`;

const ODD = { 'no-access': 'no way for the wrench', thread: 'thread', other: 'other' } as const;

function report(file: JobFile): Section[] {
  const { groups, begun } = torqueRun(file);
  if (!begun) return [];
  const blocks = groups.flatMap((g): Block[] => {
    const { group, wrench } = g;
    const text = [
      `${capital(group.name)}: ${g.order.length} bolts, ${stepsText(g)}, threads ${CONDITIONS[group.condition]} (${group.source.document}, ${group.source.page}).`,
      wrench
        ? `By ${wrench.name}${wrench.due === null ? ', its calibration not on file' : `, calibrated until ${printedDay(wrench.due)}`}${wrench.adapter ? `, set to ${stepText(group.steps.at(-1)!, wrench)} through an adapter` : ''}.`
        : '',
      g.done ? '' : 'Not tightened to the end.',
      g.checked ? 'The same click once more: nothing moved.' : '',
      laterText(g) ?? '',
    ]
      .filter(Boolean)
      .join(' ');
    const rows = g.order.map((h) => {
      const by = g.passes.at(-1)!.done.get(h);
      const odd = g.odd.get(h);
      return [
        String(h),
        odd
          ? `${ODD[odd.why as keyof typeof ODD]}: ${odd.text}`
          : by
            ? stepText(group.steps.at(-1)!, null)
            : 'open',
        by ? `${whoOf(by)}, ${printedDay(by.at)}` : odd ? `${whoOf(odd)}, ${printedDay(odd.at)}` : '',
      ];
    });
    return [
      { kind: 'text', text },
      { kind: 'table', heads: ['bolt', 'tightened to', 'by'], rows },
    ];
  });
  return [{ key: 'torque', title: 'Torque record', blocks }];
}

/** Tightening: groups in order, bolts in their pattern, each step ticked. */
export const torque: Room = {
  name: 'torque',
  station: 'top',
  entries: [...TORQUE_KINDS],
  sheets: [TORQUE_PLAN],
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
              ? `${capital(g.group.name)}, bolt ${now.holes[0]}: ${stepText(g.group.steps[now.pass]!, g.wrench)}.`
              : `${capital(g.group.name)}, all ${now.holes.length}: ${stepText(g.group.steps[now.pass]!, g.wrench)}.`,
        };
      },
    },
  ],
  tell: (entry, file) => {
    const named = (key: string) => groupsOf(file.engine).find((g) => g.group.key === key)?.group.name ?? key;
    if (TORQUE_WRENCH.is(entry))
      return `${capital(named(entry.group))}: wrench ${entry.name}, threads ${CONDITIONS[entry.condition]}`;
    if (TORQUED.is(entry)) {
      const step = groupsOf(file.engine).find((g) => g.group.key === entry.group)?.group.steps[entry.pass];
      return `${capital(named(entry.group))}, ${entry.holes.length === 1 ? `bolt ${entry.holes[0]}` : `${entry.holes.length} bolts`}: ${step ? stepText(step, null) : 'tightened'}`;
    }
    if (TORQUE_ODD.is(entry))
      return `${capital(named(entry.group))}, bolt ${entry.hole}: ${ODD[entry.why]}, ${entry.text.trim()}`;
    if (TORQUE_SEEN.is(entry)) return `${capital(named(entry.group))}: turns over freely`;
    if (TORQUE_CHECKED.is(entry))
      return `${capital(named(entry.group))}, clicked once more: ${entry.moved.length === 0 ? 'nothing moved' : `${entry.moved.join(', ')} moved`}`;
    if (TORQUE_DUE.is(entry))
      return `${capital(named(entry.group))}: tightened again on ${printedDay(entry.on)}`;
    return TORQUE_AGAIN.is(entry) ? `${capital(named(entry.group))} begun anew: ${entry.text.trim()}` : null;
  },
  report: (file) => report(file),
  cautions: ['Use the figure and thread condition of the manual. One-time bolts are replaced.'],
};
