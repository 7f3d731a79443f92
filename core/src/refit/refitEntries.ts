import { FLUIDS, type Fluid } from '../fluids/index.js';
import { entryKind, OffSheet, Refused, type EntryOf } from '../ledger/index.js';
import { boolean, integer, number, oneOf, text } from '../shape/index.js';
import { refitChecks } from './checks.js';

/** What was seen of something that goes back on. */
export const REFIT_SEEN = entryKind(
  'refit-seen',
  { check: text(60), answer: text(80) },
  {
    read: (sent, { engine }) => {
      const of = refitChecks(engine).find((c) => c.key === sent.check);
      if (!of) throw new OffSheet('/check', 'Nothing like that is asked of this engine.');
      const given = of.answers.find((a) => a.text === sent.answer);
      if (!given) throw new Refused('/answer', 'That is none of the answers.');
      if (given.why !== '') throw new Refused('/answer', given.why);
    },
  },
);

/** What goes in, as it is filled and written down. */
export const fluidName = ({ what, grade }: Pick<Fluid, 'what' | 'grade'>): string =>
  [what, grade].filter(Boolean).join(', ');

/** A fluid of this variant filled, its level read by its own method, its air let out. */
export const FLUID_FILLED = entryKind(
  'fluid-filled',
  {
    /** Which of the sheet's fluids, in its order from 0. */
    fluid: integer(0, 19),
    what: text(80),
    /** cm³ that went in; 0 where it was filled to a mark. */
    amount: number(0, 50_000),
    level: oneOf('on-its-mark', 'over', 'under'),
    bled: boolean,
    text: text(300),
  },
  {
    read: (sent, { engine }) => {
      if (sent.level !== 'on-its-mark')
        throw new Refused(
          '/level',
          sent.level === 'under'
            ? 'Fill it to its mark first: nothing is started below it.'
            : 'Take it down to its mark first: too much foams, or bursts a seal.',
        );
      const fluid = FLUIDS.of(engine)?.fluids[sent.fluid];
      if (!fluid) throw new OffSheet('/fluid', 'This engine’s sheet has no such fluid.');
      if (sent.what.replace(/, $/u, '') !== fluidName(fluid))
        throw new OffSheet('/what', `The sheet has ${fluidName(fluid)} there now: look at it again.`);
      if (fluid.bleed !== '' && !sent.bled)
        throw new OffSheet('/bled', `Let the air out first: ${fluid.bleed}.`);
    },
  },
);

export const REFIT_KINDS = [REFIT_SEEN, FLUID_FILLED] as const;
export type RefitSeen = EntryOf<typeof REFIT_SEEN>;
export type FluidFilled = EntryOf<typeof FLUID_FILLED>;
