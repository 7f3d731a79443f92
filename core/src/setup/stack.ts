import { fact, type JobFile } from '../job/index.js';
import { thingsOfKind } from '../measurands/index.js';
import { GASKETS } from '../specs/index.js';
import { rangeFor, type BuildRange } from '../verdicts/index.js';
import { roomAfter } from '../valves/index.js';
import { contactsOf } from './contact.js';
import { gasketStacks, type Stack } from './gasketStack.js';
import { geometryOf } from './geometry.js';
import { deckOf, endsOf, squishOf } from './squish.js';
import { VALVE_TRAIN } from './trainSheet.js';
import { laidAt, type StackPlace } from './laid.js';

/** What lies between case and cylinder now. */
export const stackNow = (file: JobFile) => laidAt(file, 'base');

/** What a stack does besides: ports, ratio, and what is left between valve and piston. */
export interface StackEffect extends Stack {
  readonly by: number;
  readonly ports: readonly { readonly name: string; readonly before: number; readonly after: number }[];
  readonly ratio: { readonly before: number; readonly after: number } | null;
  readonly trapped: { readonly before: number; readonly after: number } | null;
  /** The valve with the least room of each side, nm; empty where nobody read any. */
  readonly room: readonly { readonly name: string; readonly before: number; readonly after: number }[];
}

export interface StackChoice {
  readonly cylinder: number;
  readonly where: StackPlace;
  readonly from: 'squish' | 'deck';
  readonly limits: BuildRange;
  readonly read: { readonly smaller: number; readonly mean: number };
  readonly stacks: readonly StackEffect[];
}

/** Room at the valves after the head went further off by so much: the least of the intake, the least of the exhaust. */
function roomsAfter(file: JobFile, by: number): StackEffect['room'] {
  const train = VALVE_TRAIN.of(file.engine)?.trains[0];
  const rooms = contactsOf(file).flatMap((c) =>
    c.smallest === null || c.trouble !== null
      ? []
      : [
          {
            name: c.thing.name,
            of: c.thing.kind === 'valve-exhaust' ? ('exhaust' as const) : ('intake' as const),
            before: c.smallest.value,
          },
        ],
  );
  return (['intake', 'exhaust'] as const).flatMap((of) => {
    const least = rooms.filter((r) => r.of === of).sort((a, b) => a.before - b.before)[0];
    // Without the stem’s angle on file the whole of it counts where it takes room, none of it where it gives.
    const after = (before: number): number =>
      train ? roomAfter(before, -by, train[of]) : by < 0 ? before + by : before;
    return least ? [{ name: least.name, before: least.before, after: after(least.before) }] : [];
  });
}

/** What every stack of a place does, at one cylinder. */
function effectOf(
  file: JobFile,
  cylinder: number,
  where: StackPlace,
  by: number,
): Omit<StackEffect, keyof Stack> {
  const [now, then] = [
    geometryOf(file)?.[cylinder],
    geometryOf(file, where === 'base' ? { base: by, head: 0 } : { base: 0, head: by })?.[cylinder],
  ];
  const pair = (of: 'ratio' | 'trapped') => {
    const [before, after] = [now?.[of] ?? null, then?.[of] ?? null];
    return before === null || after === null ? null : { before, after };
  };
  return {
    by,
    ports: (now?.ports ?? []).flatMap((p) => {
      const after = then?.ports.find((x) => x.name === p.name);
      return after && where === 'base' ? [{ name: p.name, before: p.degrees, after: after.degrees }] : [];
    }),
    ratio: pair('ratio'),
    trapped: pair('trapped'),
    room: roomsAfter(file, by),
  };
}

/**
 * Gasket stacks of a place that bring each cylinder into its range, the best first; none while squish or deck prove
 * nothing. A head gasket does nothing to the deck: it is chosen by squish alone.
 */
export const stackChoices = fact('stackChoices', (file): readonly StackChoice[] =>
  (['base', 'head'] as const).flatMap((where) => choicesAt(file, where)),
);

function choicesAt(file: JobFile, where: StackPlace): readonly StackChoice[] {
  const now = laidAt(file, where);
  const stock = (GASKETS.of(file.engine)?.gaskets ?? [])
    .filter((g) => g.where === where && g.made !== 'rubber')
    .map((g) => ({ name: g.name, thickness: g.thickness, fibre: g.made === 'fibre' }));
  if (now === null || stock.length === 0) return [];
  return thingsOfKind('cylinder')(file.engine).flatMap((t): StackChoice[] => {
    const [squish, deck] = [squishOf(file, t), deckOf(file, t)];
    const from = endsOf(squish) ? 'squish' : 'deck';
    const read = endsOf(squish) ?? (where === 'base' ? endsOf(deck) : null);
    if (!read) return [];
    const feature = from === 'squish' ? ('setup.squish' as const) : ('setup.deck' as const);
    const limits = rangeFor(file, feature, ['new', 'service']);
    if (!limits) return [];
    return [
      {
        cylinder: squish.cylinder,
        where,
        from,
        limits,
        read,
        stacks: gasketStacks(read, now.thickness, stock, limits)
          .slice(0, 4)
          .map((s): StackEffect => ({
            ...s,
            ...effectOf(file, squish.cylinder, where, s.thickness - now.thickness),
          })),
      },
    ];
  });
}
