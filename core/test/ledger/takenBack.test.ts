import {
  buildNow,
  BUILD_SAID,
  CAM_TIMED,
  camReadings,
  findings,
  HATCH,
  judgeJob,
  lastWork,
  MAKERS_BUILD,
  mm,
  openSteps,
  PART_WORK,
  partStates,
  portMap,
  renewedWall,
  reportOf,
  TAKE_BACK,
  timelineOf,
  WORK_DONE,
  WORK_KINDS,
  type JobFile,
  type PartWorkKind,
  type WorkKind,
} from '@tribos/core';
import { FOUR, intakes, Setup } from '../setup/engine.js';
import { bores } from '../support.js';

/** A twin whose walls are read, whose deck, squish, lash and cams are set, of which it was said what it is built. */
function whole(): Setup {
  const s = new Setup({ ...FOUR, wall: 'iron-sleeve' });
  const round = [0, 1].map(() => Array.from({ length: 3 }, () => ['77.020', '77.021']));
  s.log.push(...bores(round, 'ring-set', FOUR).map((e, i) => ({ ...e, id: `bore-${i}` })));
  s.keep(BUILD_SAID, MAKERS_BUILD);
  s.deck(0, '0.10', '0.10').squish(0, '2.0', '1.200', '1.210');
  for (const v of intakes) s.lash(v.key).clay(v.key, '1.50').shim(v.key, '2.400');
  s.keep(CAM_TIMED, { event: 'intake-opens', degrees: 15, zero: 'stop' });
  return s;
}

/** Everything that work could have changed. */
const said = (file: JobFile) => ({
  verdicts: judgeJob(file).items.map((f) => [f.key, f.state, f.value, f.because]),
  open: openSteps(file.log, 2),
  found: findings(file.log, 2),
  walls: [0, 1].map((c) => renewedWall(file.log, c)),
  parts: [...partStates(file)],
  cams: [...camReadings(file)],
  ports: portMap(file),
  build: buildNow(file),
});

const work = (s: Setup, what: WorkKind, cylinder: number | null): string =>
  s.keep(WORK_DONE, { what, cylinder, kitId: null, ticket: null, text: '' });

describe('work that was written down and taken back', () => {
  const before = said(whole().file());

  // An iron sleeve is never plated; pistons that came with the engine are the ones that were read.
  const kinds = WORK_KINDS.filter((what) => !['replated', 'came-with'].includes(what));
  it.each(kinds.flatMap((what) => [0, null].map((cylinder) => [what, cylinder] as const)))(
    '%s, on %s, was never done: every verdict stands as it stood',
    (what, cylinder) => {
      const s = whole();
      const id = work(s, what, cylinder);
      const between = said(s.file());
      if (!['brushed', 'washed', 'piston-eased', 'zeroed-again', 'rings-renewed'].includes(what))
        expect(between).not.toEqual(before);
      s.keep(TAKE_BACK, { of: id });
      expect(said(s.file())).toEqual(before);
      expect(timelineOf(s.file()).some((t) => t.sentence.startsWith('Taken back: '))).toBe(true);
    },
  );

  it.each<[string, PartWorkKind]>([
    ['head', 'reworked'],
    ['head', 'renewed'],
    ['camshaft', 'renewed'],
    ['crank', 'returned'],
    ['cam-chain', 'renewed'],
  ])('on the %s, %s: the same', (of, what) => {
    const s = whole();
    const id = s.keep(PART_WORK, { of, name: of, what, text: '' });
    expect(said(s.file())).not.toEqual(before);
    s.keep(TAKE_BACK, { of: id });
    expect({ ...said(s.file()), parts: [] }).toEqual({ ...before, parts: [] });
  });

  it('the last of its kind is offered, and no stack of gaskets is', () => {
    const s = whole();
    expect(lastWork(s.file(), ['skimmed'])).toBeNull();
    const first = work(s, 'skimmed', null);
    const second = work(s, 'skimmed', null);
    work(s, 'washed', 0);
    expect(lastWork(s.file(), ['skimmed'])!.id).toBe(second);
    s.keep(TAKE_BACK, { of: second });
    expect(lastWork(s.file(), ['skimmed'])!.id).toBe(first);
    expect(lastWork(s.file(), ['gasket-changed'])).toBeNull();
  });

  it('is not offered any more once what it opened was read again', () => {
    const s = whole();
    work(s, 'skimmed', null);
    const ported = work(s, 'ports-worked', 1);
    expect(lastWork(s.file(), ['skimmed'])).not.toBeNull();
    s.deck(0, '0.05', '0.05');
    expect(lastWork(s.file(), ['skimmed'])).toBeNull();
    // What was read has nothing to do with ports.
    expect(lastWork(s.file(), ['ports-worked'])!.id).toBe(ported);
  });

  it('a wall that was never finished stands in no report', () => {
    const s = whole();
    const id = work(s, 'honed', 0);
    s.keep(HATCH, {
      work: id,
      cylinder: 0,
      tool: 'stones',
      angle: 45,
      rpm: 120,
      cycles: 71,
      text: 'honing oil',
    });
    const said = () => JSON.stringify(reportOf(s.file()));
    expect(said()).toContain('Walls finished');
    s.keep(TAKE_BACK, { of: id });
    expect(said()).not.toContain('Walls finished');
  });

  it('a renewed wall taken back carries what was found on it again', () => {
    const s = whole();
    s.log.push({
      ...s.log[0]!,
      id: 'score',
      kind: 'finding',
      cylinder: 0,
      what: 'score',
      deep: mm(0.05),
      nail: 'catches',
      place: null,
      text: '',
    } as never);
    expect(findings(s.file().log, 2)[0]).toHaveLength(1);
    const id = work(s, 'bored', 0);
    expect(findings(s.file().log, 2)[0]).toHaveLength(0);
    s.keep(TAKE_BACK, { of: id });
    expect(findings(s.file().log, 2)[0]).toHaveLength(1);
  });
});
