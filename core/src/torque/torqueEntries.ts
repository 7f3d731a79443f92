import { day, entryKind, OffSheet, Refused, size, type EntryOf } from '../ledger/index.js';
import { integer, list, number, object, oneOf, orNull, ref, text } from '../shape/index.js';
import type { EngineSpec } from '../specs/index.js';
import {
  CONDITIONS,
  groupsOf,
  isSingle,
  sameStep,
  TORQUE_STEP,
  type ThreadCondition,
  type PlacedGroup,
} from './torqueSheet.js';
import { adapterSetting, isBelieved, NUT_FACTOR } from './wrench.js';

const short = text(60);

const groupIn = (engine: EngineSpec, key: string): PlacedGroup => {
  const found = groupsOf(engine).find((g) => g.group.key === key);
  if (!found) throw new OffSheet('/group', 'There is no such group on this engine’s sheet.');
  return found;
};

/** The wrench at hand for a group, and what is put on it. */
export const TORQUE_WRENCH = entryKind(
  'torque-wrench',
  {
    group: short,
    name: text(80),
    /** All of its range, N·m. */
    range: number(0.1, 2_000),
    /** Unit it is set in. */
    unit: oneOf('N·m', 'lbf·ft', 'lbf·in', 'kgf·m'),
    /** Day its calibration holds until; null where nobody knows. */
    due: orNull(day),
    /** From the square to the mark on the grip, and from there to the bolt; null without an adapter. */
    adapter: orNull(object({ arm: size, out: size, angle: number(0, 180) })),
    /** What is on the threads, as somebody looked. */
    condition: oneOf(...(Object.keys(CONDITIONS) as ThreadCondition[])),
    /** What of bolts that are used once; empty where none is. */
    bolts: oneOf('new', 'used', 'none-are-once'),
  },
  {
    read: (sent, { engine }) => {
      if (sent.adapter && sent.adapter.arm <= 0) throw new Refused('/adapter/arm', 'How long is the wrench?');
      const trouble = wrenchTrouble(groupIn(engine, sent.group), sent);
      if (trouble) throw new OffSheet(trouble.path, trouble.sentence);
    },
  },
);
export type TorqueWrench = EntryOf<typeof TORQUE_WRENCH>;

/** What a wrench, its threads and its bolts are held against before a group is tightened with it. */
type HeldWrench = Pick<TorqueWrench, 'condition' | 'bolts' | 'adapter' | 'range'>;

/**
 * Why a group is not tightened with this wrench, on these threads, with these bolts; null where it may be. Asked again
 * whenever the sheet is read: one that was corrected may want another.
 */
export function wrenchTrouble(
  { group, holes }: PlacedGroup,
  { condition, bolts, adapter, range }: HeldWrench,
): { readonly path: string; readonly sentence: string } | null {
  const no = (path: string, sentence: string) => ({ path, sentence });
  if (condition !== group.condition) return no('/condition', conditionSentence(group.condition, condition));
  if (holes.some((h) => h.oneTime) && bolts !== 'new')
    return no('/bolts', 'These bolts are used once: new ones go in, or the figure means nothing.');
  for (const s of group.steps) {
    if (s.by !== 'torque') continue;
    const setting = settingOf(s.value, adapter);
    if (setting === null)
      return no('/adapter', 'Folded back that far the adapter leaves nothing to pull on.');
    if (!isBelieved(setting, range))
      return no(
        '/range',
        `A wrench is believed from a fifth of its range to all of it: ${number1(setting)} N·m is ${setting > range ? 'more than this one has' : 'too little for this one'}. Take another.`,
      );
  }
  return null;
}

const number1 = (v: number): string => String(Number(v.toFixed(1)));

/**
 * What a wrench is set to for a torque at the bolt.
 * @param torque at the bolt, N·m
 * @returns N·m; null where its adapter leaves no arm
 * @example settingOf(40, { arm: 280, out: 280, angle: 180 }) // null
 */
export function settingOf(torque: number, adapter: TorqueWrench['adapter']): number | null {
  if (adapter === null) return torque;
  try {
    return adapterSetting(torque, adapter);
  } catch {
    return null;
  }
}

/** A click further from what is wanted than this part of it is none. */
const CLICK = 0.04;

/**
 * Why a click of a wrench on the line does not count; null where it does.
 * @example clickOff(30, 40, null) // 'It clicked at 30 N·m and 40 are wanted: this bolt once more.'
 */
export function clickOff(clicked: number, torque: number, adapter: TorqueWrench['adapter']): string | null {
  const setting = settingOf(torque, adapter);
  if (setting === null || Math.abs(clicked - setting) <= CLICK * setting) return null;
  return `It clicked at ${number1(clicked)} N·m and ${number1(setting)} are wanted: ${clicked > setting ? 'too much, slacken this bolt and begin the group anew' : 'this bolt once more'}.`;
}

/** Why a thread in another condition is not tightened to this figure. */
export function conditionSentence(meant: ThreadCondition, found: ThreadCondition): string {
  const factors = NUT_FACTOR as Readonly<Record<string, number | undefined>>;
  const [a, b] = [factors[meant], factors[found]];
  const by = a !== undefined && b !== undefined ? Math.round(100 * (a / b - 1)) : null;
  const much =
    by === null
      ? 'How much more or less it would pull nobody here can say.'
      : by > 0
        ? `At the same figure the bolt would be pulled ${by} % more.`
        : `At the same figure the bolt would be pulled ${-by} % less.`;
  return `The figure is for threads ${CONDITIONS[meant]}; these are ${CONDITIONS[found]}. ${much} Make them as the sheet has them; the figure is not corrected.`;
}

/** Bolts of a group brought to a step: all with one press early on, one by one at the last and by angles. */
export const TORQUED = entryKind(
  'torqued',
  {
    group: short,
    pass: integer(0, 5),
    holes: list(integer(1, 99), 1, 99),
    /** What the sheet said of this step, as it was shown: a sheet that is corrected later has been tightened to nothing yet. */
    to: TORQUE_STEP,
    /** Wrench it was done with. */
    wrench: ref('entry'),
    /** By hand, or told by a wrench on the line. */
    from: oneOf('hand', 'line'),
    /** What the wrench on the line showed, N·m at the wrench; null by hand. */
    clicked: orNull(number(0, 2_000)),
  },
  {
    read: (sent, { engine, known }) => {
      const tool = known(sent.wrench);
      if (!tool || !TORQUE_WRENCH.is(tool) || tool.group !== sent.group)
        throw new Refused('/wrench', 'Say first which wrench this group is tightened with.');
      const off =
        sent.clicked !== null && sent.to.by === 'torque'
          ? clickOff(sent.clicked, sent.to.value, tool.adapter)
          : null;
      if (off !== null) throw new Refused('/clicked', off);
      const { group } = groupIn(engine, sent.group);
      const step = group.steps[sent.pass];
      if (!step) throw new OffSheet('/pass', 'This group has no such step.');
      if (!sameStep(step, sent.to))
        throw new OffSheet(
          '/to',
          `The sheet has it otherwise now: look at the plan before this is tightened.`,
        );
      if (sent.holes.some((h) => !group.holes.includes(h)))
        throw new OffSheet('/holes', 'That bolt is none of this group.');
      if (isSingle(group, sent.pass) && sent.holes.length > 1)
        throw new OffSheet('/holes', 'One press for each bolt now: each is felt and marked.');
    },
  },
);

export type TorquedEntry = EntryOf<typeof TORQUED>;

/** A bolt that is not as the plan has it: said with its reason, and it names the bolt. */
export const TORQUE_ODD = entryKind(
  'torque-odd',
  { group: short, hole: integer(1, 99), why: oneOf('no-access', 'thread', 'other'), text: text(500) },
  {
    read: (sent, { engine }) => {
      const { group } = groupIn(engine, sent.group);
      if (sent.text.trim() === '')
        throw new Refused('/text', 'Say how it was tightened instead, and who would feel it again.');
      if (!group.holes.includes(sent.hole)) throw new OffSheet('/hole', 'That bolt is none of this group.');
    },
  },
);

/** After a group: what was looked at is so. */
export const TORQUE_SEEN = entryKind(
  'torque-seen',
  { group: short, is: oneOf('free', 'touches') },
  {
    read: (sent, { engine }) => {
      groupIn(engine, sent.group);
      if (sent.is === 'touches')
        throw new Refused('/is', 'It stops here: slacken, find what touches, nothing is forced round.');
    },
  },
);

/** The same click once more: which of them moved. */
export const TORQUE_CHECKED = entryKind(
  'torque-checked',
  { group: short, moved: list(integer(1, 99), 0, 99) },
  {
    read: (sent, { engine }) => {
      const { group } = groupIn(engine, sent.group);
      if (group.steps.some((s) => s.by === 'angle'))
        throw new OffSheet(
          '/group',
          'Bolts turned by an angle are never clicked again: it would stretch them.',
        );
      if (sent.moved.some((h) => !group.holes.includes(h)))
        throw new OffSheet('/moved', 'That bolt is none of this group.');
    },
  },
);

/** Begun anew: something under it came off, or was changed. */
export const TORQUE_AGAIN = entryKind(
  'torque-again',
  { group: short, text: text(500) },
  {
    read: (sent, { engine }) => {
      groupIn(engine, sent.group);
      if (sent.text.trim() === '') throw new Refused('/text', 'Why again?');
    },
  },
);

/** The day a group is tightened again, where its sheet wants that after some running. */
export const TORQUE_DUE = entryKind(
  'torque-due',
  { group: short, on: day },
  {
    read: (sent, { engine }) => {
      if (groupIn(engine, sent.group).group.again === null)
        throw new OffSheet('/group', 'This engine’s sheet does not tighten that group again.');
    },
  },
);
export type TorqueDue = EntryOf<typeof TORQUE_DUE>;

export const TORQUE_KINDS = [
  TORQUE_WRENCH,
  TORQUED,
  TORQUE_ODD,
  TORQUE_SEEN,
  TORQUE_CHECKED,
  TORQUE_AGAIN,
  TORQUE_DUE,
] as const;
