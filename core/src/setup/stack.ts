import { derived, type JobFile } from '../job/index.js';
import { entryKind, Refused, type AnyEntry, type EntryOf } from '../log/index.js';
import { thingsOfKind } from '../measurands/index.js';
import { list, object, oneOf, orNull, ref, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';
import { governingFor } from '../verdicts/index.js';
import { measured, number, integer } from '../shape/index.js';
import type { Nanometres } from '../units/index.js';
import { portDuration } from './crankGeometry.js';
import { gasketStacks, type Stack } from './gasketStack.js';
import { deckOf, endsOf, squishOf } from './squish.js';
import { GASKETS } from './sheets.js';

const length = measured('length', integer<Nanometres>(0, 500_000_000));

const TRAIN = object({
  /** Half of the stroke where the pin is not set off. */
  throw: length,
  rod: length,
  /** How far the pin's axis lies off the crank's; 0 where the sheet is silent. */
  offset: length,
  /** Head filled to its face, cm³; null where nobody measured it. */
  burette: orNull(number(0.1, 2_000)),
  /** Crown over a flat one, cm³. */
  dome: number(-200, 200),
  source: SOURCE,
});

/** Crank, rod and chamber of an engine: what timing and ratio are reckoned from. */
export const CRANK_TRAIN = sheetPart(
  'crank-train',
  { trains: list(TRAIN, 0, 1) },
  {
    title: 'Crank and chamber',
    words: {
      trains: 'crank, rod and chamber',
      throw: 'throw of the crank',
      rod: 'rod, eye to eye',
      offset: 'pin set off by',
      burette: 'head to its face, cm³',
      dome: 'crown, cm³',
    },
  },
);
export type CrankTrainSheet = Of<typeof TRAIN>;

/** Which gaskets lie in a place now: those of the dry fit, or those that were chosen. */
export const STACK_LAID = entryKind(
  'stack-laid',
  { where: oneOf('base', 'head'), gaskets: list(text(80), 0, 4) },
  {
    read: (sent, { engine }) => {
      const known = GASKETS.of(engine)?.gaskets.filter((g) => g.where === sent.where) ?? [];
      const strange = sent.gaskets.find((name) => !known.some((g) => g.name === name));
      if (strange !== undefined)
        throw new Refused('/gaskets', `This engine’s sheet has no such gasket there: “${strange}”.`);
    },
  },
);
export type StackLaid = EntryOf<typeof STACK_LAID>;

/** One of them taken back. */
export const STACK_UNDO = entryKind(
  'stack-undo',
  { of: ref('entry') },
  {
    read: (sent, { known }) => {
      if (known(sent.of)?.kind !== 'stack-laid')
        throw new Refused('/of', 'There is no such gasket in this job.');
    },
  },
);

/** The base gaskets that lie there now, and how thick they are; null while nobody said. */
export const stackNow = derived(
  (file): { readonly names: readonly string[]; readonly thickness: number } | null => {
    const gone = new Set(STACK_UNDO.in(file.log).map((u) => u.of));
    const last = STACK_LAID.in(file.log as readonly AnyEntry[]).findLast(
      (e) => e.where === 'base' && !gone.has(e.id),
    );
    if (!last) return null;
    const known = GASKETS.of(file.engine)?.gaskets ?? [];
    const thick = (name: string) => known.find((g) => g.where === 'base' && g.name === name)?.thickness ?? 0;
    return { names: last.gaskets, thickness: last.gaskets.reduce((sum, n) => sum + thick(n), 0) };
  },
);

/** What a stack does besides: how long the ports stand open with it. */
export interface StackEffect extends Stack {
  readonly deckBy: number;
  readonly ports: readonly { readonly name: string; readonly before: number; readonly after: number }[];
}

export interface StackChoice {
  readonly cylinder: number;
  readonly from: 'squish' | 'deck';
  readonly limits: { readonly low: number; readonly high: number };
  readonly read: { readonly smaller: number; readonly mean: number };
  readonly stacks: readonly StackEffect[];
}

/** Gasket stacks that bring each cylinder into its range, the best first; none while squish or deck prove nothing. */
export function stackChoices(file: JobFile): readonly StackChoice[] {
  const now = stackNow(file);
  if (now === null) return [];
  const stock = (GASKETS.of(file.engine)?.gaskets ?? [])
    .filter((g) => g.where === 'base')
    .map((g) => ({ name: g.name, thickness: g.thickness, fibre: g.made === 'fibre' }));
  const train = CRANK_TRAIN.of(file.engine)?.trains[0] ?? null;
  return thingsOfKind('cylinder')(file.engine).flatMap((t): StackChoice[] => {
    const [squish, deck] = [squishOf(file, t, 'mm'), deckOf(file, t, 'mm')];
    const from = endsOf(squish) ? 'squish' : 'deck';
    const read = endsOf(squish) ?? endsOf(deck);
    if (!read) return [];
    const feature = from === 'squish' ? ('setup.squish' as const) : ('setup.deck' as const);
    const ends = (['min', 'max'] as const).map((side) =>
      governingFor(file, feature, ['new', 'service'], side),
    );
    const [low, high] = [
      ends[0]!.status === 'governed' ? ends[0]!.limit.low : null,
      ends[1]!.status === 'governed' ? ends[1]!.limit.high : null,
    ];
    if (low === null || high === null) return [];
    const deckNow = endsOf(deck)?.mean ?? 0;
    return [
      {
        cylinder: squish.cylinder,
        from,
        limits: { low, high },
        read,
        stacks: gasketStacks(read, now.thickness, stock, { low, high, target: null })
          .slice(0, 4)
          .map((s): StackEffect => {
            const by = s.thickness - now.thickness;
            const open = (roof: number, at: number) =>
              train === null ? null : portDuration(train, roof, at);
            return {
              ...s,
              deckBy: by,
              ports: file.engine.ports.flatMap((p) => {
                const [before, after] = [open(p.roof, deckNow), open(p.roof, deckNow + by)];
                return before === null || after === null ? [] : [{ name: p.name, before, after }];
              }),
            };
          }),
      },
    ];
  });
}
