import { angle, cylinder, entryKind, OffSheet, Refused, size, type EntryOf } from '../ledger/index.js';
import { GAPPED_RINGS, onCylinder, RING_NAMES, type GappedRing } from '../cylinder/index.js';
import { object, oneOf, orNull, text } from '../shape/index.js';
import { CLEAR_OF_PORT, windowNear, type EngineSpec } from '../specs/index.js';
import { nm, withUnit } from '../units/index.js';
import { capital } from '../verdicts/index.js';
import { CLOCK_TEMPLATES, clockTroubles, CLOCKED_NAMES, type Clock, type ClockTemplate } from './clock.js';
import { clockMeant } from './clockMeant.js';
import { clockedOf, RING_PACKS, SECTIONS, type PackRing, type RingPack, type RingSection } from './pack.js';

const ring = oneOf(...GAPPED_RINGS);

interface Trouble {
  readonly path: string;
  readonly sentence: string;
}

const packFor = (engine: EngineSpec, maker: string): RingPack | undefined =>
  RING_PACKS.of(engine)?.packs.find((p) => p.piston === maker);

const noPack = (maker: string): Trouble => ({
  path: '/pack',
  sentence: `No ring sheet for ${maker} pistons is on file for this engine.`,
});

/** Heights nearer than this are the same ring's, nm. */
const HEIGHT_AGREES = 50_000;

const agrees = (
  of: PackRing,
  card: { readonly height: number | null; readonly section: RingSection | null },
): boolean =>
  (card.section === null || of.section === card.section) &&
  (card.height === null || of.height === null || Math.abs(of.height - card.height) <= HEIGHT_AGREES);

/** Why a card is not of the ring it is said to be, by the sheet as it is; null where it is. */
export function cardTrouble(
  engine: EngineSpec,
  sent: Pick<RingCard, 'pack' | 'ring' | 'height' | 'section' | 'mark'>,
): Trouble | null {
  const pack = packFor(engine, sent.pack);
  if (!pack) return noPack(sent.pack);
  const name = RING_NAMES[sent.ring];
  const of = pack.rings.find((r) => r.ring === sent.ring);
  if (!of) return { path: '/ring', sentence: `The ${pack.maker} sheet has no ${name}.` };
  if (!agrees(of, sent)) {
    const other = pack.rings.find((r) => r.ring !== sent.ring && agrees(r, sent));
    return {
      path: of.section !== sent.section && sent.section !== null ? '/section' : '/height',
      sentence: other
        ? `That is the ${RING_NAMES[other.ring]} by its sheet, not the ${name}: tops and seconds get swapped.`
        : `The sheet has the ${name} ${SECTIONS[of.section]}${of.height === null ? '' : `, ${of.height / 1e6} mm (${withUnit(of.height, { unit: 'in', step: 1_000 })}) high`}: this is another ring.`,
    };
  }
  return of.mark !== null && sent.mark !== 'up'
    ? {
        path: '/mark',
        sentence: `Upside down: “${of.mark}” faces up, towards the crown. Turned over, the ${name} pumps oil.`,
      }
    : null;
}

/** What was seen of one ring before it goes on: held against its sheet, a contradiction is refused. */
export const RING_CARD = entryKind(
  'ring-card',
  {
    cylinder,
    /** Maker of the piston whose sheet it is held against. */
    pack: text(200),
    ring,
    /** Axial height found, nm; null where it was not measured. */
    height: orNull(size),
    section: orNull(oneOf(...(Object.keys(SECTIONS) as RingSection[]))),
    /** Which way its mark lies; null for a ring that has none. */
    mark: orNull(oneOf('up', 'down')),
  },
  {
    read: (sent, context) => {
      onCylinder(context.engine, sent.cylinder, '/cylinder');
      const trouble = cardTrouble(context.engine, sent);
      if (trouble) throw new OffSheet(trouble.path, trouble.sentence);
    },
  },
);

/** What is done to a ring besides filing it. */
export const RING_STEPS = {
  deburred: 'deburred',
  washed: 'washed',
  squared: 'squared in the bore',
  bagged: 'bagged and labelled',
} as const;
export type RingStepName = keyof typeof RING_STEPS;

/** What stands on a ring's bag: its cylinder and its place. */
export const bagCode = (engine: Pick<EngineSpec, 'cylinders'>, at: number, name: GappedRing): string =>
  `${engine.cylinders[at] ?? at + 1} ${name}`.toLowerCase().replaceAll(' ', '-');

/** One step with a ring; its ends are never set over a window, and its bag is never another's. */
export const RING_STEP = entryKind(
  'ring-step',
  {
    cylinder,
    ring,
    what: oneOf(...(Object.keys(RING_STEPS) as RingStepName[])),
    /** Where it was squared: depth from the deck, and the direction of its ends from the engine's zero. */
    where: orNull(object({ depth: size, ends: angle })),
    /** What its bag says, typed or scanned; null where it was not asked. */
    code: orNull(text(80)),
  },
  {
    optional: ['where', 'code'],
    read: (sent, { engine }) => {
      onCylinder(engine, sent.cylinder, '/cylinder');
      const window = sent.where && windowNear(engine, sent.where.ends, CLEAR_OF_PORT, nm(sent.where.depth));
      if (window)
        throw new Refused(
          '/where/ends',
          `The ends lie over the ${window.name} window: a gap there reads wide and the ring may snag. Turn them onto solid wall.`,
        );
      if (sent.code === null) return;
      const code = sent.code.trim().toLowerCase();
      if (code === bagCode(engine, sent.cylinder, sent.ring)) return;
      const other = engine.cylinders.flatMap((_, i) =>
        GAPPED_RINGS.filter((r) => bagCode(engine, i, r) === code).map((r) => ({ i, r })),
      )[0];
      throw new Refused(
        '/code',
        other
          ? `That bag is the ${engine.cylinders[other.i]} ${RING_NAMES[other.r]}, filed for its cylinder: it belongs there and nowhere else.`
          : `No ring of this engine has a bag “${sent.code.trim()}”; this one is “${bagCode(engine, sent.cylinder, sent.ring)}”.`,
      );
    },
  },
);

/** A clock's troubles in a sentence. */
export function clockSentence(troubles: ReturnType<typeof clockTroubles>): string {
  return troubles
    .map((t) => {
      switch (t.kind) {
        case 'unset':
          return `${capital(CLOCKED_NAMES[t.ring])}: not set.`;
        case 'off':
          return `${capital(CLOCKED_NAMES[t.ring])} lies ${Math.round(t.by)}° from ${t.meant}°, where it belongs.`;
        case 'near':
          return `${capital(CLOCKED_NAMES[t.rings[0]])} and ${CLOCKED_NAMES[t.rings[1]]} lie ${Math.round(t.by)}° apart: in line, gas and oil go through both.`;
      }
    })
    .join(' ');
}

const gapAngle = orNull(angle);

/** Why gaps set so do not stand, by the sheet as it is; null where they do. */
export function clockTrouble(
  engine: EngineSpec,
  sent: Pick<RingClock, 'pack' | 'way' | 'gaps' | 'expander'>,
): Trouble | null {
  const pack = packFor(engine, sent.pack);
  if (!pack) return noPack(sent.pack);
  const meant = clockMeant(pack, sent.way);
  if (!meant)
    return {
      path: '/way',
      sentence:
        sent.way === 'drawing'
          ? 'No maker’s drawing is on file for these rings.'
          : sent.way === 'pegs'
            ? 'These rings have no pegs.'
            : 'The maker’s drawing or its pegs are the check; no template stands in for them.',
    };
  const lying: Clock = Object.fromEntries(
    clockedOf(pack).flatMap((r) => (sent.gaps[r] === null ? [] : [[r, sent.gaps[r]]])),
  );
  const troubles = clockTroubles(lying, meant);
  if (troubles.length > 0) return { path: '/gaps', sentence: clockSentence(troubles) };
  return pack.expander && sent.expander !== 'butted'
    ? { path: '/expander', sentence: 'Look at the expander’s ends: butted or overlapped?' }
    : null;
}

/** Ring gaps as they were set on the piston, seen from above. */
export const RING_CLOCK = entryKind(
  'ring-clock',
  {
    cylinder,
    pack: text(200),
    /** What they were set by: the maker's drawing, its pegs, or a template where there is neither. */
    way: oneOf('drawing', 'pegs', ...(Object.keys(CLOCK_TEMPLATES) as ClockTemplate[])),
    gaps: object({
      top: gapAngle,
      second: gapAngle,
      'upper-rail': gapAngle,
      expander: gapAngle,
      'lower-rail': gapAngle,
    }),
    /** How the expander's ends were seen to meet; null where there is none. */
    expander: orNull(oneOf('butted', 'overlapped')),
  },
  {
    read: (sent, context) => {
      onCylinder(context.engine, sent.cylinder, '/cylinder');
      const trouble = clockTrouble(context.engine, sent);
      if (trouble && (trouble.path !== '/expander' || sent.expander === null))
        throw new OffSheet(trouble.path, trouble.sentence);
      if (trouble)
        throw new Refused(
          '/expander',
          'An expander whose ends overlap lets oil past: take the rails off, let its ends butt, look again.',
        );
    },
  },
);

/** The bare piston slid through its whole bore. */
export const FREE_SLIDE = entryKind(
  'free-slide',
  { cylinder, slides: oneOf('freely', 'tightens') },
  { read: (sent, { engine }) => onCylinder(engine, sent.cylinder, '/cylinder') },
);

export type RingCard = EntryOf<typeof RING_CARD>;
export type RingStep = EntryOf<typeof RING_STEP>;
export type RingClock = EntryOf<typeof RING_CLOCK>;
