import { cylinder, entryKind, Refused, typed, type EntryOf } from '../ledger/index.js';
import { onCylinder } from '../cylinder/index.js';
import { list, number, oneOf, orNull, text } from '../shape/index.js';
import { parseFigure } from '../units/index.js';
import { SEEN, TESTS, type BeforeTest } from './seen.js';

/** Where air is heard in a leak-down test, and what lets it go. */
export const HEARD = {
  intake: 'at the intake: intake valve',
  exhaust: 'at the exhaust: exhaust valve',
  filler: 'at the filler or breather: rings or wall',
  'next-cylinder': 'at the next cylinder: head gasket between them',
  coolant: 'bubbles in the coolant: gasket or casting',
  nowhere: 'nowhere',
} as const;
export type Heard = keyof typeof HEARD;

/** The air of the day: an engine shows less compression where there is less of it. */
export const AIR = entryKind('air', {
  altitude: orNull(number(-450, 6_000)),
  barometer: orNull(number(500, 1_100)),
});

export const COMPRESSION = entryKind(
  'compression',
  {
    cylinder,
    how: oneOf('dry', 'wet'),
    text: typed,
    unit: oneOf('bar', 'kPa', 'psi'),
    value: number(0, 5_000),
    step: number(0, 1_000),
    engine: oneOf('warm', 'cold'),
    decompressor: oneOf('none', 'shut', 'open'),
  },
  {
    added: ['value', 'step'],
    read: (sent, { engine }) => {
      onCylinder(engine, sent.cylinder, '/cylinder');
      const read = parseFigure('pressure', sent.text, sent.unit);
      if (!read.ok) throw new Refused('/text', read.sentence);
      if (read.value < 0 || read.value > 3_000)
        throw new Refused('/text', 'No engine of this kind shows such a compression: is the unit right?');
      return { value: read.value, step: read.step };
    },
  },
);

export const LEAK_DOWN = entryKind(
  'leak-down',
  {
    cylinder,
    percent: number(0, 100),
    heard: list(oneOf(...(Object.keys(HEARD) as Heard[])), 0, 6),
  },
  { read: (sent, { engine }) => onCylinder(engine, sent.cylinder, '/cylinder') },
);

export const SEEN_BEFORE = entryKind(
  'seen-before',
  {
    what: oneOf(...SEEN.map((s) => s.key)),
    cylinder: orNull(cylinder),
    answer: text(80),
    text: text(500),
  },
  {
    read: (sent, { engine }) => {
      const of = SEEN.find((s) => s.key === sent.what)!;
      if (sent.cylinder !== null) onCylinder(engine, sent.cylinder, '/cylinder');
      if (of.each !== (sent.cylinder !== null))
        throw new Refused('/cylinder', of.each ? 'Of which cylinder?' : 'That is of the whole engine.');
      if (!of.answers.includes(sent.answer))
        throw new Refused('/answer', 'That is none of the answers to it.');
    },
  },
);

/** Left out, with the reason; what cannot be known later is said. */
export const SKIPPED = entryKind('before-skipped', {
  what: oneOf(...(Object.keys(TESTS) as BeforeTest[]), ...SEEN.map((s) => s.key)),
  text: text(500),
});

export const BEFORE_KINDS = [AIR, COMPRESSION, LEAK_DOWN, SEEN_BEFORE, SKIPPED] as const;
export type CompressionEntry = EntryOf<typeof COMPRESSION>;
