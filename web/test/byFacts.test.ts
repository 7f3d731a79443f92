import { describe, expect, it } from '@jest/globals';
import { becomes, judged } from '@tribos/core';
import { demoFile, instruments, jobs } from '@tribos/demo';
import { readingsOf } from '@tribos/core';
import { looked, stillDrawn } from '../src/kit/byFacts.js';

const gauges = instruments('2027-03-01');
const file = () => demoFile(jobs(new Date('2026-11-30T10:00:00Z'), gauges)[0]!, gauges);
const note = {
  id: 'n1',
  at: '2026-11-30T11:00:00Z',
  received: null,
  by: 'x',
  importedBy: null,
  kind: 'note',
};
const onPick = () => undefined;

describe('a panel that is drawn by its facts', () => {
  it('stays while nothing it read moved and all else is the very same', () => {
    const written = file();
    const was = { file: judged(written), unit: 'mm', onPick };
    const given = looked(was);
    expect(readingsOf(given.file, 'mm').places.size).toBeGreaterThan(0);
    const next = becomes(written, { ...written, log: [...written.log, { ...note, text: 'seen' } as never] });
    expect(stillDrawn(was, { file: next, unit: 'mm', onPick } as never)).toBe(true);
    expect(stillDrawn(was, { file: next, unit: 'in', onPick } as never)).toBe(false);
    expect(stillDrawn(was, { file: next, unit: 'mm', onPick: () => 1 } as never)).toBe(false);
  });

  it('is drawn anew where a reading it showed is taken back, and for another job', () => {
    const written = file();
    const was = { file: judged(written) };
    const given = looked(was);
    const before = readingsOf(given.file, 'mm').places.size;
    expect(before).toBeGreaterThan(0);
    const reading = written.log.find((e) => e.kind === 'reading')!;
    const back = { ...note, id: 'b1', kind: 'take-back', of: reading.id };
    const next = becomes(written, { ...written, log: [...written.log, back as never] });
    expect(stillDrawn(was, { file: next })).toBe(false);
    expect(stillDrawn(was, { file: judged(file()) })).toBe(false);
  });

  it('asks for the judgement only where it was looked at', () => {
    const written = file();
    const judgement = { items: [], steps: [], blockers: [], where: {} };
    const inside = { file: judged(written), unit: 'mm', judgement };
    const [quiet, curious] = [{ context: inside }, { context: { ...inside } }];
    looked(quiet);
    expect(looked(curious).context.judgement.items).toHaveLength(0);
    const moved = { context: { ...inside, judgement: { ...judgement, items: [1] } } };
    expect(stillDrawn(quiet, moved as never)).toBe(true);
    expect(stillDrawn(curious, moved as never)).toBe(false);
    const same = { context: { ...inside, judgement: { ...judgement } } };
    expect(stillDrawn(curious, same)).toBe(true);
  });
});
