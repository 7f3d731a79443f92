import {
  BUILD_SAID,
  CAM_TIMED,
  CLAY,
  DECK,
  DECOMPRESSOR,
  LASH,
  MAKERS_OWN,
  mm,
  PORT_ROOF,
  PORT_WIDTH,
  SHIM,
  SHIM_IN,
  SHIMS_THERE,
  SQUISH,
  WIRE,
  type CamEvent,
  type EngineSpec,
  type Measurand,
} from '@tribos/core';
import type { LogBook } from './build.js';
import { gap } from './lookedOver.js';

const first = (m: Measurand, engine: EngineSpec): string => m.things(engine)[0]!.key;

/** Deck of every cylinder by both ends of the pin axis, below it. */
export function decks(
  book: LogBook,
  engine: EngineSpec,
  ends: readonly (readonly [string, string])[],
): LogBook {
  ends.forEach(([a, b], i) => {
    const { key } = DECK.things(engine)[i]!;
    for (const [spot, text] of [
      ['pin-a', a],
      ['pin-b', b],
    ] as const)
      book.read({ part: DECK.part, thing: key, spot }, 'dial', text);
  });
  return book;
}

/** Squish of every cylinder: the wire, and both ends of it crushed. */
export function squishes(
  book: LogBook,
  engine: EngineSpec,
  wire: string,
  ends: readonly (readonly [string, string])[],
): LogBook {
  ends.forEach(([a, b], i) => {
    const { key: thing } = SQUISH.things(engine)[i]!;
    book.read({ part: WIRE.part, thing, spot: '' }, 'mic-0-25', wire);
    book.read({ part: SQUISH.part, thing, spot: 'pin-a' }, 'mic-0-25', a);
    book.read({ part: SQUISH.part, thing, spot: 'pin-b' }, 'mic-0-25', b);
  });
  return book;
}

type Leaves = readonly [goes: number, doesNot: number];
type Odd = Readonly<Record<string, Leaves>>;

/** Lash of every valve: the leaf that goes and the one that does not, intake and exhaust, those named by themselves. */
export function lashes(
  book: LogBook,
  engine: EngineSpec,
  { intake, exhaust, but = {} }: Readonly<Record<'intake' | 'exhaust', Leaves>> & { but?: Odd },
): LogBook {
  for (const t of LASH.things(engine))
    gap(book, LASH.part, t.key, '', ...(but[t.key] ?? (t.kind === 'valve-exhaust' ? exhaust : intake)));
  return book;
}

/** The shim under each valve as it was measured, and what lay on the shelf. */
export function shims(
  book: LogBook,
  engine: EngineSpec,
  under: readonly string[],
  shelf: readonly number[],
): LogBook {
  SHIM.things(engine).forEach((t, i) =>
    book.read({ part: SHIM.part, thing: t.key, spot: '' }, 'mic-0-25', under[i]!),
  );
  return book.entry(SHIMS_THERE, { shims: shelf.map((t) => mm(t)) });
}

/** Another shim off the shelf under the first exhaust valve; its clearance read again. */
export function shimSwapped(book: LogBook, engine: EngineSpec, thickness: number, lash: Leaves): LogBook {
  const valve = LASH.things(engine).find((t) => t.kind === 'valve-exhaust')!.key;
  book.entry(SHIM_IN, { valve, thickness: mm(thickness), from: 'shelf' });
  gap(book.wait(25), LASH.part, valve, '', ...lash);
  return book;
}

/** Of what it is built, and clay on every valve, intake and exhaust in the order of the sheet. */
export function clays(
  book: LogBook,
  engine: EngineSpec,
  piston: string | null,
  rooms: readonly string[],
): LogBook {
  book.entry(BUILD_SAID, {
    head: MAKERS_OWN,
    cams: MAKERS_OWN,
    piston: piston ?? MAKERS_OWN,
    gasket: MAKERS_OWN,
  });
  rooms.forEach((text, i) =>
    book.read({ part: CLAY.part, thing: CLAY.things(engine)[i]!.key, spot: '' }, 'calliper', text),
  );
  return book;
}

/** The cams on the wheel, set by a stop; and how far the decompressor lifts its valve. */
export function cams(
  book: LogBook,
  engine: EngineSpec,
  degrees: Readonly<Partial<Record<CamEvent, number>>>,
  decompressor: string | null = null,
): LogBook {
  for (const [event, value] of Object.entries(degrees) as [CamEvent, number][])
    book.entry(CAM_TIMED, { event, degrees: value, zero: 'stop' });
  if (decompressor)
    book.read(
      { part: DECOMPRESSOR.part, thing: first(DECOMPRESSOR, engine), spot: '' },
      'dial',
      decompressor,
    );
  return book;
}

/** Ports as they were read: roof and width of each, cylinder by cylinder in the order of the sheet. */
export function ports(
  book: LogBook,
  engine: EngineSpec,
  read: readonly (readonly [roof: string, width: string])[],
): LogBook {
  PORT_ROOF.things(engine).forEach((t, i) => {
    const of = read[i];
    if (!of) return;
    book.read({ part: PORT_ROOF.part, thing: t.key, spot: '' }, 'calliper', of[0]);
    book.read({ part: PORT_WIDTH.part, thing: t.key, spot: '' }, 'calliper', of[1]);
  });
  return book;
}
