import { dryFitDue, judgeJob, type Figure, type JobFile, type VerdictState } from '@tribos/core';
import { FOUR, Setup } from './engine.js';

const clearance = (cylinder: number, state: VerdictState): Figure =>
  ({ feature: 'clearance', state, subject: { of: 'cylinder', at: cylinder } }) as Figure;
const both = (state: VerdictState) => [clearance(0, 'within'), clearance(1, state)];
/** Decided on: before that there is something to decide and nothing to fit. */
const due = (file: JobFile, figures: readonly Figure[]): boolean =>
  dryFitDue({ ...file, decisions: [{ id: 'd', route: 'fit', kitId: null } as never] }, figures);
const pushed = (s: Setup, kind: string, more: object = {}): Setup => {
  s.log.push({ id: `p${s.log.length}`, at: '2026-03-01T09:00:00.000Z', kind, by: 'x', ...more } as never);
  return s;
};
const off = (step: string) =>
  pushed(new Setup(), 'stripped', { steps: [{ step, name: step, loose: [], opens: [] }], tray: null });

describe('the dry fit', () => {
  it('is offered once every piston fits its bore, and not before', () => {
    expect(due(new Setup().file(), both('within'))).toBe(true);
    for (const state of ['undecided', 'beyond', 'noLimit'] as const)
      expect(due(new Setup().file(), both(state))).toBe(false);
    expect(due(new Setup().file(), [clearance(0, 'within')])).toBe(false);
    expect(dryFitDue(new Setup().file(), both('within'))).toBe(false);
    // Nothing of it is read in a fresh job: there is more pressing work.
    expect(judgeJob(new Setup().file()).next.kind).not.toBe('dry-fit');
  });

  it('wants a bottom end to stand on', () => {
    expect(due(off('crank').file(), both('within'))).toBe(false);
    expect(due(off('head').file(), both('within'))).toBe(true);
  });

  it('is over once it was read, once it goes together, and where the sheet has nothing to hold it against', () => {
    expect(due(new Setup().deck(0, '0.1', '0.1').file(), both('within'))).toBe(false);
    expect(due(new Setup().squish(1, '1.6', '1.2').file(), both('within'))).toBe(false);
    expect(due(pushed(new Setup(), 'assembly-begun').file(), both('within'))).toBe(false);
    const bare = { ...FOUR, limits: FOUR.limits.filter((l) => !/setup\.(deck|squish)/u.test(l.feature)) };
    expect(due(new Setup(bare).file(), both('within'))).toBe(false);
  });
});
