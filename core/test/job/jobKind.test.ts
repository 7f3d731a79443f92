import { describe, expect, it } from '@jest/globals';
import {
  askedRings,
  causeAsked,
  inHouse,
  inScope,
  JOB_KIND,
  JOB_KINDS,
  JOB_KIND_KEYS,
  jobKind,
  judgeJob,
  LOOKED,
  listsOf,
  notYetStarted,
  refitState,
  reportOf,
  RUN,
  scopesFor,
  STRIP_PLAN,
  topLeftOn,
  walkOf,
  wantsStation,
  type EngineSpec,
  type JobFile,
  type JobKind,
} from '@tribos/core';
import { bores, jobFile, limit, TWIN } from '../support.js';
import { Book } from '../strip/support.js';

const job = (
  kind: JobKind | null,
  engine: EngineSpec = TWIN,
  also: (book: Book) => void = () => {},
): JobFile => {
  const book = new Book(engine);
  if (kind) book.keep(JOB_KIND, { is: kind });
  also(book);
  return inHouse(book.file());
};
const said = (file: JobFile, key: string): string =>
  JSON.stringify(reportOf(file).sections.find((s) => s.key === key) ?? null);

const GAP = { ...TWIN, limits: [...TWIN.limits, limit('ring.gap.top', 'new', 0.2, 0.32)] };
const pack = {
  piston: TWIN.maker,
  maker: TWIN.maker,
  rings: [{ ring: 'top', height: 1_200_000, section: 'rectangular', face: '', mark: null }],
  expander: false,
  gapDepth: null,
  mark: { is: 'arrow', at: 0 },
  clock: null,
  pegs: [],
  hatch: null,
  source: TWIN.limits[0]!.source,
};
/** With its top ring, and a gap for it, on file. */
const RINGED: EngineSpec = { ...GAP, parts: { 'ring-packs': { packs: [pack] } } };

describe('the kind of a job', () => {
  it('is a rebuild while nobody has said, and the last that was said', () => {
    expect(jobKind(job(null))).toBe('rebuild');
    expect(jobKind(job('ring-set', TWIN, (b) => b.keep(JOB_KIND, { is: 'refresh' })))).toBe('refresh');
  });

  it.each(JOB_KIND_KEYS)(
    '%s: what is next is never at a station it does not need, and no step of one is left undone',
    (kind) => {
      const file = job(kind);
      const judged = judgeJob(file);
      expect(wantsStation(file, judged.next.station)).toBe(true);
      for (const station of JOB_KINDS[kind].without as readonly string[])
        expect([station, judged.marks[station]?.needed]).toEqual([station, false]);
      for (const station of RUN.filter((s) => wantsStation(file, s) && judged.nextAt(s) !== null))
        expect([station, judged.marks[station]?.needed ?? true]).toEqual([station, true]);
      expect(judged.where.leftOpen.every((l) => wantsStation(file, l.station))).toBe(true);
      expect(said(file, 'not-done')).not.toMatch(kind === 'ring-set' ? /bore is not read/iu : /^$/u);
    },
  );

  it('opens no bore of a crank swap, and says so', () => {
    for (const kind of ['crank-swap', 'bottom-end'] as const) {
      const file = job(kind);
      expect(topLeftOn(file)).toBe(true);
      expect(walkOf(file)).toEqual([]);
      expect(said(file, 'job')).toContain('not opened: they stay as they are');
      expect(scopesFor(file).every((s) => s === 'bottom' || s === 'crank-swap')).toBe(true);
    }
    expect(scopesFor(job('rebuild'))).toContain('top');
  });

  it('of a ring set asks for the bore only where a rule goes by it, and judges no wall', () => {
    expect(walkOf(job('ring-set', GAP))).toEqual([]);
    const factor = { ...TWIN, limits: [...TWIN.limits, limit('ring.gap.top.factor', 'new', 42, null)] };
    const asked = walkOf(job('ring-set', factor));
    expect(asked.length).toBe(4);
    expect(asked.every((s) => s.part === 'bore' && s.depth === TWIN.depths.top)).toBe(true);
    expect(
      judgeJob(job('ring-set', GAP)).items.filter((f) => /^(?:bore|clearance)/u.test(f.feature)),
    ).toEqual([]);
    // Its rings are asked for at once: nothing is decided of the wall here.
    expect(askedRings(job('ring-set', RINGED), 0)).toEqual(['top']);
    expect(askedRings(job('rebuild', RINGED), 0)).toEqual([]);
    expect(judgeJob(job('ring-set', RINGED)).next).toMatchObject({ station: 'prepare' });
  });

  it('of a refresh demands no cause', () => {
    const begun = (b: Book) => b.keep(STRIP_PLAN, { scope: 'top', list: 'general', purpose: 'rebuild' });
    expect(causeAsked(job('rebuild', TWIN, begun))).toBe(true);
    expect(causeAsked(job('refresh', TWIN, begun))).toBe(false);
  });

  it('of a refresh names what goes back on sight, and none of what was read', () => {
    const looked = (b: Book) =>
      b.keep(LOOKED, {
        parts: ['crank', 'cylinder:0', 'cylinder:1'],
        is: 'reuse',
        findings: [],
        text: '',
      });
    const { log } = job('refresh', TWIN, looked);
    const rows = ['77.040', '77.042', '77.041'].map((d) => [d, d]);
    const read = jobFile(bores([rows]));
    const found = (file: JobFile): string => said(inHouse(file), 'parts-found');
    expect(found({ ...read, log })).toContain('Used again on sight, not measured');
    const whole = found({ ...read, log: [...log, ...read.log] });
    const onSight = /not measured: ([^"]*)/u.exec(whole)?.[1] ?? '';
    expect(onSight).toContain('crankshaft');
    // Left was read: it is not said of it that it was not.
    expect(onSight).toMatch(/right cylinder|cylinder right/u);
    expect(onSight).not.toMatch(/left cylinder|cylinder left/u);
    expect(said(job('rebuild', TWIN, looked), 'parts-found')).not.toContain('on sight');
  });

  it('leaves nothing undone of a station it does not need, though a sheet and a decision would ask for it', () => {
    const packed = (kind: JobKind): JobFile => ({
      ...job(kind, RINGED),
      decisions: [
        {
          ...{ id: 'd-1', at: '2026-01-06T08:00:00.000Z', by: 'Ines', importedBy: null },
          ...{ route: 'reuse' as const, kitId: null, reason: '' },
        },
      ],
    });
    expect(said(packed('rebuild'), 'not-done')).toMatch(/ring gap/iu);
    expect(said(packed('crank-swap'), 'not-done')).not.toMatch(/ring gap/iu);
  });

  it('of a bare engine has no access, no cables and no fuel, and goes back closed', () => {
    const { general } = listsOf(TWIN);
    const keys = (kind: JobKind) => inScope(general, 'whole', kind).map((s) => s.key);
    expect(keys('rebuild')).toEqual(expect.arrayContaining(['access', 'out']));
    expect(keys('bare-engine')).not.toEqual(expect.arrayContaining(['access']));
    const checks = (kind: JobKind) => refitState(job(kind)).checks.map((c) => c.check.key);
    expect(checks('rebuild')).toEqual(expect.arrayContaining(['cables', 'fuel']));
    expect(checks('rebuild')).not.toContain('closed');
    expect(checks('bare-engine')).toContain('closed');
    expect(checks('bare-engine')).not.toEqual(expect.arrayContaining(['cables']));
    expect(notYetStarted(job('bare-engine'), []).join(' ')).not.toContain('Not filled');
  });
});
