import { useState } from 'react';
import { useNavigate } from 'react-router';
import { TAKE_BACK, type JobFile } from '@tribos/core/ground';
import {
  ASSEMBLED,
  ASSEMBLY_BEGUN,
  ASSEMBLY_PICTURED,
  ASSEMBLY_SEEN,
  assemblyLog,
  assemblyRun,
  openAsk,
  pressOf,
  remedyFor,
  waitsFor,
  wantsPicture,
  type RunStep,
} from '@tribos/core/assembly';
import { timelineOf, type Judgement } from '@tribos/core/house';
import { mayNotFit } from '@tribos/core/inspect';
import { backWith, offAmong, REFITTED, whyNotBack } from '@tribos/core/strip';
import { newEntry, refusedBy, useSend } from '../job/index.js';
import { setTypedOn, SPACE_ANSWERS_NOTHING } from '../bar/index.js';
import { useSettings } from '../kit/settings.js';
import { stationPath } from '../kit/stationPath.js';
import { post } from '../outbox/index.js';

/**
 * The assembly run as the station shows and drives it: the step at hand, its question, what it waits for. Every change is
 * an entry of the log; nothing is kept here but the mark that moves over the answers.
 */
export function useAssembly(file: JobFile, judgement: Judgement) {
  const run = assemblyRun(file);
  const { trouble, say, send } = useSend(file);
  /** Which answer the foot has marked; none before it has looked at one. */
  const [marked, setMarked] = useState(-1);
  const { now } = run;
  const press = pressOf(run);
  const { unit } = useSettings();
  const navigate = useNavigate();
  const waits = now ? waitsFor(file, judgement.items, now, unit) : null;
  const remedy = now && waits ? remedyFor(file, judgement.items, now) : null;
  const at = now ? openAsk(now) : null;
  const ask = now && at !== null ? now.asks[at]! : null;
  const log = assemblyLog(file);
  const last = log.at(-1) ?? null;

  const answer = (i: number, of: RunStep | null = now, n: number | null = at, again = false): void => {
    const chosen = n === null ? undefined : of?.asks[n]?.shown[i];
    if (i < 0) return say('Look first, then mark what is seen.');
    if (!of || n === null || !chosen) return;
    // What hangs on the piston that goes in, its reader cannot know.
    if (chosen.why !== '') return say(chosen.why);
    const sent = send(
      newEntry(ASSEMBLY_SEEN, {
        step: of.step.key,
        cylinder: of.cylinder,
        ask: n,
        answer: chosen.text,
        again,
      }),
    );
    if (sent) setMarked(-1);
  };

  /** Steps of the strip that go back with this press: with the last cylinder where each has its own. */
  const backNow = () => {
    const going = new Set(press.map((s) => s.key));
    const keys = press.flatMap((s) =>
      run.steps.every((o) => o.step.key !== s.step.key || o.state !== 'open' || going.has(o.key))
        ? s.step.refits
        : [],
    );
    return offAmong(file, keys);
  };

  const done = (): void => {
    if (press.length === 0 || ask || waits) return;
    const back = backNow();
    const steps = back.map((s) => backWith(file, s));
    const not =
      back.map((s) => mayNotFit(file, s.step.key)).find((w) => w !== null) ?? whyNotBack(file, steps);
    if (not) return say(not);
    const entries = [
      newEntry(ASSEMBLED, {
        steps: press.map((s) => ({ step: s.step.key, cylinder: s.cylinder })),
        seen: press.flatMap((s) => s.asks.flatMap((a) => (a.seen ? [a.seen.id] : []))),
      }),
      ...(steps.length > 0 ? [newEntry(REFITTED, { steps })] : []),
    ];
    const refused = entries.map((e) => refusedBy(file, e)).find((r) => r !== null) ?? null;
    say(refused);
    if (refused === null) {
      setMarked(-1);
      void post(file.job.id, entries);
    }
  };

  return {
    ...run,
    press,
    waits,
    remedy,
    at,
    ask,
    marked,
    trouble,
    last,
    lastSaid: last ? (timelineOf(file).find((t) => t.id === last.id)?.sentence ?? null) : null,
    answer,
    done,
    /** Goes where what it waits for is had. */
    go: (): void => {
      if (!remedy) return;
      if (remedy.at) setTypedOn(file.job.id, '', remedy.at);
      // What the sheet lacks is asked beneath the step: the hand goes there.
      if (remedy.sheet !== null)
        return document.querySelector<HTMLElement>('[aria-label="Wanted of the sheet"] input')?.focus();
      void navigate(`${stationPath(file.job.id, remedy.station)}${remedy.part ? `?at=${remedy.part}` : ''}`);
    },
    /** The one press of hand or foot: at a question it moves the mark, held it takes the answer. */
    act: (held: boolean): void => {
      if (!run.begun || waits) return;
      if (ask) {
        if (held) answer(marked);
        else {
          // The first moves the mark; a second one by habit is told that it answers nothing.
          say(marked >= 0 ? SPACE_ANSWERS_NOTHING : null);
          setMarked((marked + 1) % ask.shown.length);
        }
        return;
      }
      if (!held) done();
    },
    begin: (list: 'sheet' | 'general', alone: boolean) => send(newEntry(ASSEMBLY_BEGUN, { list, alone })),
    /** Whether the step at hand waits for nothing but its photo. */
    wantsPicture: now !== null && wantsPicture(now),
    /** The photo of the step at hand was taken, or there is none and why. */
    pictured: (photo: string, text = ''): boolean =>
      now !== null &&
      send(newEntry(ASSEMBLY_PICTURED, { step: now.step.key, cylinder: now.cylinder, photo, text })),
    send,
    takeBack: () => {
      if (last) send(newEntry(TAKE_BACK, { of: last.id }));
    },
  };
}

export type Assembling = ReturnType<typeof useAssembly>;
