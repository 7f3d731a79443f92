import { useEffect, useRef, useState } from 'react';
import { v7 } from 'uuid';
import type { AnyEntryBody } from '@tribos/contract';
import {
  fromDeviation,
  isGap,
  lastReading,
  nextLeaf,
  nextStation,
  nominalOf,
  openZero,
  parseReading,
  readingContext,
  standingDecision,
  stationKey,
  thrustAngle,
  walk,
  type Instrument,
  type LeafAnswer,
  type LeafEntry,
  type Nanometres,
  type ReadingEntry,
  type SizeStation,
  type SlipQuestion,
  type Station,
  type Zero,
} from '@tribos/core';
import { ask, onFigure, sayPlace, speak, takeFromLine, tick, Wedge, WEDGE_MS, handsFree } from '../gaugeLine/index.js';
import type { JobContext } from '../jobs/index.js';
import { rememberedGauge, rememberGauge, suitable } from './gaugeFor.js';
import { move, type Direction } from './moves.js';
import { post } from './outbox.js';
import { placeLine } from './placeLine.js';

/** One key's answer to the open question. */
export interface Answer {
  readonly key: 'y' | 'n';
  readonly label: string;
  readonly act: () => void;
}

export interface Entry {
  readonly text: string;
  readonly setText: (text: string) => void;
  readonly station: Station;
  readonly pick: (station: Station) => void;
  readonly gauge: Instrument | null;
  readonly nextGauge: () => void;
  readonly pickGauge: (id: string) => void;
  readonly gauges: readonly Instrument[];
  readonly accept: (repeat: boolean) => void;
  readonly takeBack: () => void;
  readonly move: (direction: Direction) => void;
  readonly nextCylinder: (step: 1 | -1) => void;
  readonly question: SlipQuestion | null;
  readonly answers: readonly Answer[];
  /** Why the last entry was not taken, or what was just done. */
  readonly say: { readonly tone: 'trouble' | 'done'; readonly text: string } | null;
  readonly last: ReadingEntry | LeafEntry | null;
  /** The zero that what is typed deviates from; null when sizes are typed whole. */
  readonly zero: Zero | null;
  /** Leaves laid together, and what the shop's set offers; null where no leaves are tried. */
  readonly leaves: Leaves | null;
  /** A figure that came from a connected gauge: taken at once. */
  readonly takeFigure: (text: string) => void;
  /** The foot-switch: takes what the gauge shows, or what is typed. */
  readonly trigger: () => void;
}

export interface Leaves {
  readonly set: readonly Nanometres[];
  readonly stack: readonly Nanometres[];
  readonly toggle: (leaf: Nanometres) => void;
  readonly answer: (answer: LeafAnswer) => void;
}

const now = (): string => new Date().toISOString();
const halfTyped = (jobId: string): string => `tribos:typing:${jobId}`;

/** What is being typed, where, with which gauge: the state behind the reading bar. */
export function useEntry({ file, judgement }: JobContext): Entry {
  const jobId = file.job.id;
  const kit = standingDecision(file)?.kitId ?? null;
  const first = (): Station =>
    ('station' in judgement.next ? judgement.next.station : null) ??
    nextStation(file, judgement.readings, null) ??
    walk(file.engine, file.job.plan, kit)[0]!;
  const [station, setStation] = useState<Station>(first);
  const [text, keepText] = useState(() => sessionStorage.getItem(halfTyped(jobId)) ?? '');
  const [gaugeId, setGaugeId] = useState<string | null>(null);
  const [say, setSay] = useState<Entry['say']>(null);

  const [stack, setStack] = useState<readonly Nanometres[] | null>(null);

  const gauges = suitable(file, station);
  const gauge = gauges.find((g) => g.id === gaugeId) ?? rememberedGauge(file, station);
  const last = lastReading(file.log);
  const question = judgement.readings.questions[0] ?? null;
  const zero =
    gauge && station.part === 'bore' ? openZero(judgement.readings.zeros, gauge.id) : null;
  const gap = judgement.readings.gaps.get(stationKey(station));

  const setText = (next: string): void => {
    keepText(next);
    setSay(null);
    // A half-typed figure survives a reload too.
    if (next) sessionStorage.setItem(halfTyped(jobId), next);
    else sessionStorage.removeItem(halfTyped(jobId));
  };

  const send = (entries: AnyEntryBody[]): void => void post(jobId, entries);
  const reading = (
    at: SizeStation,
    instrumentId: string,
    typed: string,
    corrects: { readingId: string; slip: SlipQuestion['code'] } | null,
    zeroId = zero?.id ?? null,
  ): AnyEntryBody =>
    ({
      id: v7(),
      kind: 'reading',
      at: now(),
      station: at,
      instrumentId,
      text: typed,
      corrects,
      zeroId,
      seen: file.log.at(-1)?.id ?? null,
    }) as AnyEntryBody;

  /** Takes a figure at a station; what cannot be read stays where it was typed, with the reason. */
  const take = (typed: string, repeat: boolean): boolean => {
    if (isGap(station)) {
      setSay({ tone: 'trouble', text: 'Leaves are answered: g goes, d drags, x does not go.' });
      return false;
    }
    if (!gauge) {
      setSay({
        tone: 'trouble',
        text: 'No gauge of the shop reads this part at this size. Add one under Gauges.',
      });
      return false;
    }
    const parsed = parseReading(typed, readingContext(gauge, zero !== null));
    if (!parsed.ok) {
      if (parsed.code !== 'empty')
        setSay({ tone: 'trouble', text: `${parsed.sentence} It is kept in the bar.` });
      return false;
    }
    if (zero && fromDeviation(zero, parsed.value) <= 0) return false;
    send([reading(station, gauge.id, typed.trim(), null)]);
    rememberGauge(station.part, gauge.id);
    tick();
    speak(typed.trim());
    setSay(parsed.question ? { tone: 'trouble', text: parsed.question.sentence } : null);
    if (!repeat) {
      const next = nextStation(file, judgement.readings, stationKey(station));
      if (next) pick(next);
    }
    return true;
  };

  const accept = (repeat: boolean): void => {
    if (take(text, repeat)) setText('');
  };

  const proposal =
    gap || isGap(station)
      ? nextLeaf(gauge?.leaves ?? [], gap?.bracket ?? NO_BRACKET, nominalOf(file, station))
      : null;
  const leaves: Leaves | null =
    isGap(station) && gauge
      ? {
          set: gauge.leaves,
          stack: stack ?? proposal ?? [],
          toggle: (leaf) => {
            const now = stack ?? [];
            setStack(
              now.includes(leaf) ? now.filter((l) => l !== leaf) : now.length < 3 ? [...now, leaf] : [leaf],
            );
          },
          answer: (answer) => {
            const laid = stack ?? proposal ?? [];
            if (laid.length === 0)
              return setSay({ tone: 'trouble', text: 'Choose a leaf first: nothing in the set narrows this.' });
            send([
              { id: v7(), kind: 'leaf', at: now(), station, instrumentId: gauge.id, stack: [...laid], answer } as AnyEntryBody,
            ]);
            tick();
            setStack(null);
            setSay(null);
          },
        }
      : null;

  const pick = (to: Station): void => {
    setStation(to);
    setStack(null);
    if (to.part !== station.part) setGaugeId(null);
  };

  const takeBack = (): void => {
    if (!last) return setSay({ tone: 'trouble', text: 'There is no reading to take back.' });
    send([{ id: v7(), kind: 'take-back', at: now(), readingId: last.id } as AnyEntryBody]);
    pick(last.station);
    const what = last.kind === 'leaf' ? 'That leaf' : last.text;
    setSay({ tone: 'done', text: `${what} is taken back. It stays in the log.` });
  };

  const pickGauge = (id: string): void => {
    setGaugeId(id);
    rememberGauge(station.part, id);
  };

  return {
    text,
    setText,
    station,
    pick,
    gauge,
    gauges,
    pickGauge,
    nextGauge: () => {
      const at = gauges.findIndex((g) => g.id === gauge?.id);
      const next = gauges[(at + 1) % gauges.length];
      if (next) pickGauge(next.id);
    },
    accept,
    takeBack,
    move: (direction) => pick(move(file.engine, station, direction, kit)),
    nextCylinder: (step) =>
      pick({
        ...station,
        cylinder: (station.cylinder + step + file.engine.cylinders.length) % file.engine.cylinders.length,
      }),
    question,
    answers: question
      ? answersTo(question, {
          entry: readingOf(file.log, question.readingId),
          send,
          reading,
          pick,
          say: setSay,
          thrust: (cylinder) => ({
            part: 'bore',
            cylinder,
            depth: file.engine.depths.top,
            angle: thrustAngle(file.engine),
          }),
        })
      : [],
    say,
    last,
    zero,
    leaves,
    takeFigure: (figure) => {
      if (!take(figure, false)) setText(figure);
    },
    trigger: () => {
      if (text !== '') accept(false);
      else if (!takeFromLine())
        setSay({ tone: 'trouble', text: 'No gauge is connected: type the reading, or connect one under Hands free.' });
    },
  };
}

const NO_BRACKET = { low: null, high: null, lowLeaves: 0, highLeaves: 0, contradicts: false } as const;

const readingOf = (log: JobContext['file']['log'], id: string): ReadingEntry | null =>
  (log.find((e) => e.id === id && e.kind === 'reading') as ReadingEntry | undefined) ?? null;

function answersTo(
  question: SlipQuestion,
  tools: {
    entry: ReadingEntry | null;
    send: (entries: AnyEntryBody[]) => void;
    reading: (
      at: SizeStation,
      instrumentId: string,
      typed: string,
      corrects: { readingId: string; slip: SlipQuestion['code'] } | null,
      zeroId?: string | null,
    ) => AnyEntryBody;
    pick: (station: Station) => void;
    say: (what: Entry['say']) => void;
    thrust: (cylinder: number) => Station;
  },
): Answer[] {
  const { entry, send, reading, pick, say, thrust } = tools;
  if (!entry) return [];
  const asTyped = () => {
    send([{ id: v7(), kind: 'answer', at: now(), readingId: entry.id, slip: question.code } as AnyEntryBody]);
    say({ tone: 'done', text: `${entry.text} stands as typed.` });
  };
  const instead = question.instead;
  if (instead !== null) {
    return [
      {
        key: 'y',
        label: `Yes, ${instead}`,
        act: () => {
          send([
            reading(
              entry.station,
              entry.instrumentId,
              instead,
              { readingId: entry.id, slip: question.code },
              entry.zeroId,
            ),
          ]);
          say({ tone: 'done', text: `${instead} stands in for ${entry.text}, which stays in the log.` });
        },
      },
      { key: 'n', label: 'No, as typed', act: asTyped },
    ];
  }
  if (question.code === 'taken-twice') {
    return [
      { key: 'y', label: 'Both stand', act: asTyped },
      {
        key: 'n',
        label: `Take ${entry.text} back`,
        act: () =>
          send([{ id: v7(), kind: 'take-back', at: now(), readingId: entry.id } as AnyEntryBody]),
      },
    ];
  }
  if (question.code === 'wrong-axis') {
    return [
      {
        key: 'y',
        label: 'Go to the thrust axis',
        act: () => pick(thrust(entry.station.cylinder)),
      },
      { key: 'n', label: 'It stands', act: asTyped },
    ];
  }
  if (question.code === 'outlier') {
    return [
      { key: 'y', label: 'Take it again', act: () => pick(entry.station) },
      { key: 'n', label: 'It stands', act: asTyped },
    ];
  }
  return [
    { key: 'y', label: 'Yes, as typed', act: asTyped },
    {
      key: 'n',
      label: 'No, take it back',
      act: () => {
        send([{ id: v7(), kind: 'take-back', at: now(), readingId: entry.id } as AnyEntryBody]);
        pick(entry.station);
      },
    },
  ];
}

/** Keys of the station, wherever the focus is, except in a field or a sheet laid over it; and connected gauges. */
export function useEntryKeys(
  entry: Entry,
  commands: { readonly note: () => void; readonly keys: () => void; readonly unit: () => void },
  context: JobContext,
): void {
  const latest = useRef({ entry, commands });
  useEffect(() => {
    latest.current = { entry, commands };
  });
  const { station, gauge, question } = entry;
  const { file } = context;
  useEffect(() => sayPlace(placeLine(file, station, gauge)), [file, station, gauge]);
  useEffect(() => onFigure((figure) => latest.current.entry.takeFigure(figure)), []);
  const asked = question?.readingId;
  useEffect(() => {
    if (asked) ask();
  }, [asked]);
  useEffect(() => {
    const wedge = new Wedge(
      handsFree,
      (figure) => latest.current.entry.takeFigure(figure),
      (keys) => keys.forEach((key) => press(key)),
    );
    let timer: ReturnType<typeof setTimeout> | undefined;
    const press = (key: string): boolean =>
      handle({ key, shiftKey: false }, latest.current.entry, latest.current.commands, null);
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
      const target = event.target as HTMLElement | null;
      if (
        target?.closest('input, textarea, select, [contenteditable], [role="dialog"]') ||
        document.querySelector('[role="dialog"]')
      )
        return;
      clearTimeout(timer);
      if (wedge.key(event.key, event.timeStamp)) {
        event.preventDefault();
        if (wedge.waiting) timer = setTimeout(() => wedge.flush(), WEDGE_MS * 2);
        return;
      }
      if (handle(event, latest.current.entry, latest.current.commands, target)) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('keydown', onKey);
    };
  }, []);
}

const LEAF_KEYS: Readonly<Record<string, LeafAnswer>> = { g: 'goes', d: 'drags', x: 'does-not' };

function handle(
  event: Pick<KeyboardEvent, 'key' | 'shiftKey'>,
  e: Entry,
  commands: { note: () => void; keys: () => void; unit: () => void },
  target: HTMLElement | null,
): boolean {
  const { key } = event;
  const typing = e.text !== '';
  const onControl = target !== null && target.closest('button, a, summary') !== null;
  if (key === 'Enter') {
    // With nothing typed, Enter presses what has the focus.
    if (!typing && onControl) return false;
    e.accept(event.shiftKey);
    return true;
  }
  // The foot-switch types a space, wherever the focus was left.
  if (key === ' ' && !typing) {
    if (e.answers[0]) e.answers[0].act();
    else e.trigger();
    return true;
  }
  if (key === 'Backspace') {
    if (typing) e.setText(e.text.slice(0, -1));
    else e.takeBack();
    return true;
  }
  if (key === 'Escape' && typing) {
    e.setText('');
    return true;
  }
  const arrow = ({ ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' } as const)[key];
  if (arrow) {
    e.move(arrow);
    return true;
  }
  if (!typing) {
    const leaf = e.leaves && LEAF_KEYS[key.toLowerCase()];
    if (leaf) {
      e.leaves?.answer(leaf);
      return true;
    }
    const answer = e.answers.find((a) => a.key === key.toLowerCase());
    if (answer) {
      answer.act();
      return true;
    }
    const command = {
      '[': () => e.nextCylinder(-1),
      ']': () => e.nextCylinder(1),
      i: e.nextGauge,
      u: commands.unit,
      '/': commands.note,
      '?': commands.keys,
    }[key];
    if (command) {
      command();
      return true;
    }
  }
  if (TYPED.test(key) || (typing && LETTER.test(key))) {
    e.setText(e.text + key);
    return true;
  }
  return false;
}

const TYPED = /^[0-9.,+\-−"″/]$/u;
const LETTER = /^[a-zµμ ]$/iu;
