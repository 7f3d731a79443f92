import { entryKind, Refused, typed, type EntryOf } from '../ledger/index.js';
import { number, oneOf, orNull, ref, text } from '../shape/index.js';
import { parseFigure } from '../units/index.js';

const PRESSURE_UNITS = ['bar', 'kPa', 'psi'] as const;

function pressureOf(sent: { readonly text: string; readonly unit: (typeof PRESSURE_UNITS)[number] }) {
  const read = parseFigure('pressure', sent.text, sent.unit);
  if (!read.ok) throw new Refused('/text', read.sentence);
  if (read.value < 0)
    throw new Refused('/text', 'Pressure and vacuum are both typed as figures above nought.');
  return { value: read.value, step: read.step };
}

/** More than any crankcase is tested with, kPa: shop line pressure blows seals out. */
const MOST_PRESSURE = 150;

/** A crankcase leak test begun: the pressure set, and its clock started. */
export const LEAK_TEST = entryKind(
  'leak-test',
  {
    way: oneOf('pressure', 'vacuum'),
    /** Before it came apart, or after it went together. */
    when: oneOf('before', 'after'),
    text: typed,
    unit: oneOf(...PRESSURE_UNITS),
    value: number(0, 1_000),
    step: number(0, 1_000),
    /** Smallest division of the gauge, kPa. */
    resolution: number(0.001, 50),
    engineVolume: orNull(number(1, 20_000)),
    testerVolume: orNull(number(0, 20_000)),
  },
  {
    added: ['value', 'step'],
    read: (sent) => {
      const read = pressureOf(sent);
      if (sent.way === 'pressure' && read.value > MOST_PRESSURE)
        throw new Refused(
          '/text',
          'That is far more than a crankcase is tested with: low pressure only, through a regulator and relief.',
        );
      if (sent.way === 'vacuum' && read.value > 101)
        throw new Refused('/text', 'No vacuum is deeper than the atmosphere.');
      return read;
    },
  },
);

/** One look at the gauge of a running test. */
export const LEAK_MARK = entryKind(
  'leak-mark',
  {
    test: ref('entry'),
    seconds: number(0, 7_200),
    text: typed,
    unit: oneOf(...PRESSURE_UNITS),
    value: number(0, 1_000),
    step: number(0, 1_000),
    celsius: orNull(number(-30, 120)),
  },
  {
    added: ['value', 'step'],
    optional: ['celsius'],
    read: (sent, { known }) => {
      if (known(sent.test)?.kind !== 'leak-test')
        throw new Refused('/test', 'There is no such test in this job.');
      return pressureOf(sent);
    },
  },
);

/** A test ended: run to its end, or broken off, which is kept and not judged. */
export const LEAK_END = entryKind(
  'leak-end',
  { test: ref('entry'), how: oneOf('finished', 'interrupted'), bubbles: text(500) },
  {
    read: (sent, { known }) => {
      if (known(sent.test)?.kind !== 'leak-test')
        throw new Refused('/test', 'There is no such test in this job.');
    },
  },
);

export type LeakTestEntry = EntryOf<typeof LEAK_TEST>;
