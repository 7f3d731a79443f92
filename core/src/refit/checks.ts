import { jobKind, type JobFile } from '../job/index.js';
import { fluidsMissing } from '../fluids/index.js';
import { hasNot, type EngineSpec } from '../specs/index.js';

/** Something that goes back on besides what is counted, and how it may be found. */
export interface RefitCheck {
  readonly key: string;
  readonly ask: string;
  /** Answers; with a reason it cannot stay like that. */
  readonly answers: readonly { readonly text: string; readonly why: string }[];
}

const check = (
  key: string,
  ask: string,
  answers: readonly (readonly [text: string, why?: string])[],
): RefitCheck => ({ key, ask, answers: answers.map(([text, why = '']) => ({ text, why })) });

/** What is said of a crankcase that holds: the tests themselves show it. */
export const HELD = 'held, pressure and vacuum, by the test beside';

const NONE = ['this engine has none'] as const;

/** What is not looked at on an engine without its machine, and what is only there. */
const OF_THE_MACHINE: ReadonlySet<string> = new Set(['cables', 'fuel', 'fluids', 'oil-pump', 'hoses']);
const OF_THE_BARE: ReadonlySet<string> = new Set(['closed']);

/** What is looked at in a job of its kind before it is started, or goes back as it is. */
export const checksFor = (file: JobFile): readonly RefitCheck[] => {
  const isBare = jobKind(file) === 'bare-engine';
  return refitChecks(file.engine).filter((c) => !(isBare ? OF_THE_MACHINE : OF_THE_BARE).has(c.key));
};

/** What may be looked at on an engine of this kind: cables, pumps, ignition, washers, hoses, seals; and before it travels bare. */
export function refitChecks(engine: EngineSpec): readonly RefitCheck[] {
  const { strokes, kind, cooling } = engine;
  const saw = kind === 'chainsaw';
  const missing = fluidsMissing(engine);
  return [
    // What is not on file is no reason to start it dry, also where another fluid is.
    ...(missing.length > 0
      ? [
          check('fluids', `Not on file here: ${missing.join(', ')}`, [
            ['each at its mark, by the manual of this variant'],
            ['one is not filled', 'It is not started without: fill it by its manual first.'],
          ]),
        ]
      : []),
    check('closed', 'Oiled and closed for the way', [
      ['bores oiled, every opening closed'],
      ['an opening is left open', 'Dirt and water get in on the way: close it now.'],
    ]),
    check('intake', 'Manifolds and boots', [
      ['tight all round, no crack seen when bent'],
      ['one is cracked or loose', 'It draws air and leans the engine out: a new one goes on before it runs.'],
    ]),
    check('cables', 'Cables and their free play', [
      ['free play as the sheet has it, at every angle of the steering'],
      ['tight at full lock', 'The engine would run away as the bars are turned: reroute it now.'],
      ['sticks', 'A throttle that stays open cannot be stopped by hand: free or renew it.'],
      NONE,
    ]),
    ...(strokes === 2 && !saw && !hasNot(engine, 'oil-pump')
      ? [
          check('oil-pump', 'Oil pump', [
            ['mark on its line, lines full, no air seen'],
            ['air in a line', 'The first minutes would run dry: bleed it until none is seen.'],
            ['mark off its line', 'Set its cable until the marks meet.'],
            NONE,
          ]),
        ]
      : []),
    ...(cooling === 'liquid' && !hasNot(engine, 'coolant')
      ? [
          check('pump-gear', 'Pump and its gear', [
            ['meshed, turns with the crank'],
            ['not seen turning', 'A pump that does not turn boils the engine in minutes: look once more.'],
            NONE,
          ]),
          check('hoses', 'Hoses and clamps', [
            ['all on, clamps tight, none kinked'],
            ['one is hard or cracked', 'It bursts when it is hot: renew it.'],
          ]),
        ]
      : []),
    check('ignition', saw ? 'Coil and its air gap' : 'Ignition', [
      [saw ? 'set by its card, screws tight' : 'base plate on its mark, screws tight'],
      [
        saw ? 'touches the magnets' : 'off its mark',
        saw
          ? 'It wears through and dies: set it by the card.'
          : 'Timing off its mark holes pistons: back to the mark.',
      ],
    ]),
    check('banjo', 'Banjo bolts', [
      ['new washers on both sides of each'],
      ['an old washer', 'It leaks where nobody looks: new ones, both sides.'],
      NONE,
    ]),
    check('leads', 'Plug leads', [
      ['in order, snapped on'],
      ['two changed over', 'It fires back into an open valve or port: change them.'],
    ]),
    check('fuel', 'Fuel: tap, filter, vent', [
      ['clean, open, no leak with the tap on'],
      ['it weeps', 'Fire: nothing is started over a leak.'],
    ]),
    ...(strokes === 2
      ? [
          check('leak-test', 'Crankcase leak test after the new seals', [
            [HELD],
            ['not done', 'A leak at a seal seizes a fresh two-stroke within minutes: test it first.'],
            ['no seal was opened'],
          ]),
        ]
      : []),
  ];
}
