import { describe, expect, it } from '@jest/globals';
import { inPieces, judgeJob, reportOf, type JobFile } from '@tribos/core';
import { demoFile, instruments, jobs } from '../src/index.js';

const gauges = instruments('2027-03-01');
const now = new Date('2026-11-30T10:00:00Z');
const files = (): readonly JobFile[] => jobs(now, gauges).map((j) => demoFile(j, gauges));
const said = (file: JobFile) => {
  const { items, next, marks, where } = judgeJob(file, 'mm');
  return JSON.stringify([items, next.sentence('mm'), marks, where.reached]);
};

describe('a job judged in pieces', () => {
  it('says what it says judged at once, however many pieces were done', () => {
    for (const [n, file] of files().entries()) {
      inPieces(file, 'judging')
        .slice(0, n * 3)
        .forEach((piece) => piece());
      expect(said(file)).toBe(said({ ...file }));
    }
  });

  it('leaves no figure to be worked afterwards', () => {
    for (const file of files()) {
      const worked = new Set(
        inPieces(file, 'judging').flatMap((piece) => {
          const found = piece();
          return Array.isArray(found) ? (found as readonly unknown[]) : [];
        }),
      );
      expect(judgeJob(file, 'mm').items.every((item) => worked.has(item))).toBe(true);
    }
  });

  it('makes its report of its rooms’ sections', () => {
    const [file] = files();
    const made = new Set(
      inPieces(file!, 'reporting').flatMap((piece) => (piece() as unknown[] | null) ?? []),
    );
    const { sections } = reportOf(file!, 'mm');
    expect(sections.filter((s) => made.has(s)).length).toBeGreaterThan(3);
    expect(JSON.stringify(sections)).toBe(JSON.stringify(reportOf({ ...file! }, 'mm').sections));
  });
});
