import {
  assemblyRun,
  buildNow,
  camReadings,
  CAM_EVENTS,
  conditionsOf,
  contactsOf,
  geometryOf,
  inHouse,
  judgeJob,
  leakFigures,
  listsFor,
  mm,
  nominalOf,
  notYetStarted,
  placeOn,
  portMap,
  portMatches,
  propagate,
  readsAt,
  measurandPlace,
  reportOf,
  setupMeasures,
  SHIMS,
  stackChoices,
  thingsHad,
  torqueRun,
  unprovedSteps,
  VALVE_TRAIN,
  type EngineSpec,
  type JobFile,
} from '@tribos/core';
import { demoFile, EARLIER_CUSTOMERS, engines, instruments, jobs } from '../src/index.js';

const GAUGES = instruments('2027-05-01');
const all = jobs(new Date('2026-11-24T08:00:00.000Z'), GAUGES).map((job): JobFile =>
  inHouse(demoFile(job, GAUGES)),
);
const of = (customer: string) => all.find((f) => f.job.customer === customer)!;
const figures = (file: JobFile) => judgeJob(file, 'mm', (p) => propagate(p, 4_000)).items;
const limitOf = (engine: EngineSpec, feature: string) => engine.limits.filter((l) => l.feature === feature);

describe.each(engines.map((e) => [e.model, e] as const))('%s on the bench', (_, engine) => {
  const file: JobFile = inHouse({ ...all[0]!, engine, log: [], decisions: [] });

  it('has what its squish or its deck is held against, a minimum and a maximum', () => {
    const ends = [...limitOf(engine, 'setup.squish'), ...limitOf(engine, 'setup.deck')];
    expect(ends.length).toBeGreaterThan(0);
    for (const l of ends) expect(l.low !== null && l.high !== null && l.low < l.high).toBe(true);
  });

  it('has a gauge in the shop for everything that is set up on it', () => {
    for (const m of setupMeasures(engine))
      for (const t of thingsHad(file, m))
        for (const s of m.spots(engine, t)) {
          const place = placeOn(m, t, s);
          const size = nominalOf(file, place);
          const fits = GAUGES.filter((g) => readsAt(measurandPlace(m), g.type));
          expect([m.part, t.name, fits.length > 0]).toEqual([m.part, t.name, true]);
          if (m.sense === 'outside' || m.sense === 'inside')
            expect(fits.some((g) => size >= g.rangeLow && size <= g.rangeHigh)).toBe(true);
        }
  });

  it('asks for room at the valves in its list where it has valves, after they are set, and nowhere else', () => {
    for (const list of listsFor(engine)) {
      const keys = list.flatMap((s) => s.steps.map((x) => x.key));
      expect(keys.includes('valve-room')).toBe(engine.strokes === 4);
      if (engine.strokes === 4) expect(keys.indexOf('valve-room')).toBeGreaterThan(keys.indexOf('lash'));
    }
  });

  it(engine.strokes === 4 ? 'says how its valves are set and what room they keep' : 'has no valves', () => {
    const train = VALVE_TRAIN.of(engine)?.trains[0];
    if (engine.strokes === 2) {
      expect(train).toBeUndefined();
      expect(engine.limits.some((l) => /setup\.(valve|contact|cam)/u.test(l.feature))).toBe(false);
      return;
    }
    const shims = (SHIMS.of(engine)?.shims ?? []).filter((s) => s.of === 'valve');
    expect(shims.length > 0).toBe(train!.set === 'shims');
    for (const side of ['intake', 'exhaust']) {
      const [lash] = limitOf(engine, `setup.valve.${side}`);
      expect(lash!.high! - lash!.low!).toBeGreaterThanOrEqual(mm(0.03));
      for (const room of limitOf(engine, `setup.contact.${side}`)) {
        // Room is a minimum, and it is of one build.
        expect(room.high).toBeNull();
        expect(room.low!).toBeGreaterThan(mm(0.5));
        expect(conditionsOf(room).build).toBeDefined();
      }
    }
    // A sheet that times its cams times all of them.
    const timed = Object.keys(CAM_EVENTS).filter((e) => limitOf(engine, `setup.cam.${e}`).length > 0);
    expect([0, 4]).toContain(timed.length);
  });
});

describe.each(EARLIER_CUSTOMERS)('the earlier job of %s', (customer) => {
  const file = of(customer);
  const found = figures(file);

  it('went together whole: every step done, proved, looked at twice; tight; its first start open', () => {
    const run = assemblyRun(file);
    expect(run.now).toBeNull();
    expect(run.steps.every((s) => s.asks.every((a) => a.seen !== null && a.wrong === ''))).toBe(true);
    expect(run.steps.some((s) => s.waitsForAgain)).toBe(false);
    expect(run.provisional).toEqual([]);
    expect(unprovedSteps(file, found, run.steps)).toEqual([]);
    expect(torqueRun(file).groups.every((g) => g.done)).toBe(true);
    expect(notYetStarted(file, found)).toEqual([]);
    expect(found.some((f) => f.state === 'beyond' || f.state === 'undecided')).toBe(false);
  });

  it('has a report that says what was seen at each hard stop, and what there is no photo of', () => {
    const report = JSON.stringify(reportOf(file));
    expect(report).toContain('Torque record');
    expect(report).toContain('Set-up');
    expect(report.includes('no photo:')).toBe(file.engine.strokes === 4);
  });
});

describe('what they show', () => {
  it('the twin: ports before and after, its squish set, its crankcase tight both ways', () => {
    const file = of(EARLIER_CUSTOMERS[1]!);
    const map = portMap(file);
    expect(map).toHaveLength(6);
    for (const p of map) {
      expect(p.roof.before).not.toBeNull();
      expect(p.width.now!.value).toBeGreaterThan(p.width.before!.value);
      expect(p.share).toBeGreaterThan(0.5);
    }
    expect(portMatches(file).some((m) => m.uneven)).toBe(true);
    expect(leakFigures(file).map((f) => f.state)).toEqual(['within', 'within']);
    // Timed from where its roofs were read, and its deck is not: said as none.
    const [geometry] = geometryOf(file)!;
    expect(geometry!.ports.map((p) => p.name)).toEqual(['exhaust', 'transfer']);
    expect(geometry!.deck).toBeNull();
    const [choice] = stackChoices(file);
    expect(choice!.stacks[0]!.gaskets.map((g) => g.name)).toEqual(['Kaldera base 0.35']);
    expect(choice!.stacks[0]!.ratio!.after).toBeCloseTo(choice!.stacks[0]!.ratio!.before, 9);
  });

  it('the single: all its maker’s own, so no valve had to be read for room; its cams on the wheel', () => {
    const file = of(EARLIER_CUSTOMERS[0]!);
    expect(new Set(Object.values(buildNow(file)!))).toEqual(new Set(['maker']));
    expect(contactsOf(file)).toEqual([]);
    expect([...camReadings(file).keys()]).toEqual(['intake-opens', 'exhaust-closes']);
  });

  it('the quad: a piston of another maker, and every valve read against that maker’s room', () => {
    const file = of('Petra Nakagawa');
    expect(buildNow(file)).toMatchObject({ piston: 'Lintel', cams: 'maker' });
    const rooms = figures(file).filter((f) => f.feature.startsWith('setup.contact'));
    expect(rooms).toHaveLength(4);
    for (const r of rooms) {
      expect(r.state).toBe('within');
      expect(r.limit!.source.party).toBe('Lintel');
    }
    expect(
      torqueRun(file)
        .groups.filter((g) => g.due)
        .map((g) => g.due!.on),
    ).toHaveLength(1);
  });
});
