import { useEffect, useRef, useState } from 'react';
import { v7 } from 'uuid';
import type { AnyEntryBody } from '@tribos/contract';
import {
  lastReading,
  nextStation,
  parseReading,
  standingDecision,
  stationKey,
  walk,
  type Instrument,
  type ReadingEntry,
  type SlipQuestion,
  type Station,
} from '@tribos/core';
import type { JobContext } from '../jobs/index.js';
import { rememberedGauge, rememberGauge, suitable } from './gaugeFor.js';
import { move, type Direction } from './moves.js';
import { post } from './outbox.js';

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
  readonly last: ReadingEntry | null;
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

  const gauges = suitable(file, station);
  const gauge = gauges.find((g) => g.id === gaugeId) ?? rememberedGauge(file, station);
  const last = lastReading(file.log);
  const question = judgement.readings.questions[0] ?? null;

  const setText = (next: string): void => {
    keepText(next);
    setSay(null);
    // A half-typed figure survives a reload too.
    if (next) sessionStorage.setItem(halfTyped(jobId), next);
    else sessionStorage.removeItem(halfTyped(jobId));
  };

  const send = (entries: AnyEntryBody[]): void => void post(jobId, entries);
  const reading = (
    at: Station,
    instrumentId: string,
    typed: string,
    corrects: { readingId: string; slip: SlipQuestion['code'] } | null,
  ): AnyEntryBody =>
    ({
      id: v7(),
      kind: 'reading',
      at: now(),
      station: at,
      instrumentId,
      text: typed,
      corrects,
    }) as AnyEntryBody;

  const accept = (repeat: boolean): void => {
    if (!gauge)
      return setSay({
        tone: 'trouble',
        text: 'No gauge of the shop reads this part at this size. Add one under Gauges.',
      });
    const parsed = parseReading(text, { unit: gauge.unit });
    if (!parsed.ok) {
      if (parsed.code !== 'empty')
        setSay({ tone: 'trouble', text: `${parsed.sentence} It is kept in the bar.` });
      return;
    }
    send([reading(station, gauge.id, text.trim(), null)]);
    rememberGauge(station.part, gauge.id);
    setText('');
    if (parsed.question) setSay({ tone: 'trouble', text: parsed.question.sentence });
    if (!repeat) {
      const next = nextStation(file, judgement.readings, stationKey(station));
      if (next) pick(next);
    }
  };

  const pick = (to: Station): void => {
    setStation(to);
    if (to.part !== station.part) setGaugeId(null);
  };

  const takeBack = (): void => {
    if (!last) return setSay({ tone: 'trouble', text: 'There is no reading to take back.' });
    send([{ id: v7(), kind: 'take-back', at: now(), readingId: last.id } as AnyEntryBody]);
    pick(last.station);
    setSay({ tone: 'done', text: `${last.text} is taken back. It stays in the log.` });
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
        })
      : [],
    say,
    last,
  };
}

const readingOf = (log: JobContext['file']['log'], id: string): ReadingEntry | null =>
  (log.find((e) => e.id === id && e.kind === 'reading') as ReadingEntry | undefined) ?? null;

function answersTo(
  question: SlipQuestion,
  tools: {
    entry: ReadingEntry | null;
    send: (entries: AnyEntryBody[]) => void;
    reading: (
      at: Station,
      instrumentId: string,
      typed: string,
      corrects: { readingId: string; slip: SlipQuestion['code'] } | null,
    ) => AnyEntryBody;
    pick: (station: Station) => void;
    say: (what: Entry['say']) => void;
  },
): Answer[] {
  const { entry, send, reading, pick, say } = tools;
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
            reading(entry.station, entry.instrumentId, instead, { readingId: entry.id, slip: question.code }),
          ]);
          say({ tone: 'done', text: `${instead} stands in for ${entry.text}, which stays in the log.` });
        },
      },
      { key: 'n', label: 'No, as typed', act: asTyped },
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

const TYPED = /^[0-9.,+\-−"″/]$/u;
const LETTER = /^[a-zµμ ]$/iu;

/** Keys of the station, wherever the focus is, except in a field or a sheet laid over it. */
export function useEntryKeys(
  entry: Entry,
  commands: { readonly note: () => void; readonly keys: () => void; readonly unit: () => void },
): void {
  const latest = useRef({ entry, commands });
  useEffect(() => {
    latest.current = { entry, commands };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
      const target = event.target as HTMLElement | null;
      if (
        target?.closest('input, textarea, select, [contenteditable], [role="dialog"]') ||
        document.querySelector('[role="dialog"]')
      )
        return;
      if (handle(event, latest.current.entry, latest.current.commands, target)) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

function handle(
  event: KeyboardEvent,
  e: Entry,
  commands: { note: () => void; keys: () => void; unit: () => void },
  target: HTMLElement | null,
): boolean {
  const { key } = event;
  const typing = e.text !== '';
  const onControl = target?.closest('button, a, summary') !== null && target !== null;
  if (key === 'Enter') {
    // With nothing typed, Enter presses what has the focus.
    if (!typing && onControl) return false;
    e.accept(event.shiftKey);
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
