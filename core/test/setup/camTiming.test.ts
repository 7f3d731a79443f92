import {
  BUILD_SAID,
  CAM_TIMED,
  TAKE_BACK,
  camReadings,
  judgeJob,
  lastCamReading,
  MAKERS_BUILD,
  reportOf,
  timelineOf,
  verdictSentence,
  WORK_DONE,
  type CamEvent,
  type WheelZero,
} from '@tribos/core';
import { TWO, Setup } from './engine.js';

const timed = (s: Setup, degrees: number, zero: WheelZero = 'stop', event: CamEvent = 'intake-opens') =>
  s.keep(CAM_TIMED, { event, degrees, zero });
const built = () => {
  const s = new Setup();
  s.keep(BUILD_SAID, MAKERS_BUILD);
  return s;
};
const figures = (s: Setup) => judgeJob(s.file()).items.filter((f) => f.feature === 'setup.cam.intake-opens');
const state = (s: Setup) => figures(s).map((f) => f.state);
const read = (s: Setup) =>
  camReadings(s.file())
    .get('intake-opens')
    ?.map((r) => r.degrees) ?? [];

describe('cams on the wheel, between 12° and 18°', () => {
  it('are within in the middle, beyond outside, and at the end it depends on how the wheel was set', () => {
    const s = built();
    timed(s, 15);
    expect(state(s)).toEqual(['within', 'within']);
    expect(figures(s)[0]).toMatchObject({ value: 15, dimension: 'angle', limitAt: 12 });
    // √(0.5² + 0.25²) = 0.559.
    expect(figures(s)[0]!.u).toBeCloseTo(0.559, 3);
    const wide = built();
    timed(wide, 25);
    expect(state(wide)).toEqual(['within', 'beyond']);
    // 2° inside: sure by a stop, not by the flywheel’s mark.
    const two = (zero: WheelZero) => {
      const by = built();
      timed(by, 14, zero);
      return state(by)[0];
    };
    expect([two('stop'), two('mark')]).toEqual(['within', 'undecided']);
  });

  it('are averaged with their repeats, and what set the wheel does not average out', () => {
    const s = built();
    timed(s, 14);
    timed(s, 15);
    timed(s, 16);
    expect(figures(s)[0]!.value).toBeCloseTo(15, 9);
    // A range of 2 over 3.31 is 0.604 a reading: 0.604/√3 = 0.349, with 0.25: 0.429.
    expect(figures(s)[0]!.u).toBeCloseTo(0.429, 3);
  });

  it('what was taken back to be typed alike is a repeat; what was another figure is gone', () => {
    const s = built();
    const first = timed(s, 11);
    s.keep(TAKE_BACK, { of: first });
    expect(read(s)).toEqual([]);
    expect(lastCamReading(s.file())).toBeNull();
    timed(s, 13);
    expect(read(s)).toEqual([11, 13]);
    const slip = built();
    slip.keep(TAKE_BACK, { of: timed(slip, 51) });
    timed(slip, 15);
    expect(read(slip)).toEqual([15]);
    expect(slip.try(TAKE_BACK, { of: 'x' })).toContain('nothing like that');
  });

  it('are read again once they were set anew, or the head was skimmed', () => {
    for (const what of ['cams-set', 'skimmed', 'gasket-changed'] as const) {
      const s = built();
      timed(s, 15);
      s.keep(WORK_DONE, { what, cylinder: null, kitId: null, ticket: null, text: '' });
      expect(figures(s)).toEqual([]);
    }
    const s = built();
    timed(s, 15);
    s.keep(WORK_DONE, { what: 'washed', cylinder: null, kitId: null, ticket: null, text: '' });
    expect(state(s)).toEqual(['within', 'within']);
  });

  it('have no limit while nobody said of what it is built, and are asked about', () => {
    const s = new Setup();
    timed(s, 15);
    expect(figures(s).map((f) => f.because)).toEqual(['ask-limit', 'ask-limit']);
  });

  it('speak in degrees, in verdict, report and timeline', () => {
    const s = built();
    timed(s, 15.5);
    expect(verdictSentence(s.file(), figures(s)[1]!, 'in').headline).toContain('2.5° inside');
    expect(JSON.stringify(reportOf(s.file()))).toContain('15.5° against max 18°');
    expect(timelineOf(s.file()).some((t) => t.sentence === 'Intake opens, before top: 15.5°')).toBe(true);
  });

  it('a two-stroke has none', () => {
    expect(new Setup(TWO).try(CAM_TIMED, { event: 'intake-opens', degrees: 3, zero: 'stop' })).toContain(
      'no cams',
    );
  });
});
