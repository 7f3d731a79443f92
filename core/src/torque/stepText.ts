import { convert } from '../units/index.js';
import { printedDay } from '../verdicts/index.js';
import type { GroupState } from './run.js';
import { settingOf, type TorqueWrench } from './torqueEntries.js';
import type { TorqueStep } from './torqueSheet.js';

/**
 * A step as it is read out: what the wrench is set to, in its own unit.
 * @param printed unit its document prints: what it is said in while no wrench is chosen
 * @example stepText({ by: 'torque', value: 20 }, { adapter: null, unit: 'lbf·ft' }) // '14.8 lbf·ft'
 */
export function stepText(
  step: TorqueStep,
  wrench: Pick<TorqueWrench, 'adapter' | 'unit'> | null,
  printed = 'N·m',
): string {
  if (step.by === 'snug') return 'snug, by hand';
  if (step.by === 'angle') return `${step.value}° on`;
  const unit = wrench?.unit ?? printed;
  const setting = settingOf(step.value, wrench?.adapter ?? null) ?? step.value;
  return `${Number(convert('torque', setting, 'N·m', unit).toFixed(1))} ${unit}`;
}

/**
 * Its steps as the sheet has them, at the bolt.
 * @example stepsText({ group: { steps: [{ by: 'torque', value: 20 }, { by: 'angle', value: 90 }] } }) // '20 N·m, then 90° on'
 */
export const stepsText = ({ group }: Pick<GroupState, 'group'>): string =>
  group.steps.map((s) => stepText(s, null, group.unit)).join(', then ');

/**
 * When a group is tightened again; null where its sheet does not want it, or it is not tight yet.
 * @example laterText({ done: false, due: null, group: { again: 2 } }) // null
 */
export const laterText = ({ group, done, due }: GroupState): string | null =>
  !done || group.again === null
    ? null
    : due
      ? `Tightened again on ${printedDay(due.on)}, or after ${group.again} running hours, whichever is first; cold.`
      : `Tightened again after ${group.again} running hours: no day is set yet.`;

/** Why a bolt is not as the plan has it, in words. */
export const ODD_BOLT = { 'no-access': 'no way for the wrench', thread: 'thread', other: 'other' } as const;
