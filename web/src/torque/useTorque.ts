import { useState } from 'react';
import { parseFigure, TAKE_BACK, type JobFile } from '@tribos/core/ground';
import { timelineOf } from '@tribos/core/house';
import {
  TORQUE_AGAIN,
  TORQUE_CHECKED,
  TORQUE_DUE,
  TORQUE_SEEN,
  TORQUED,
  torqueLog,
  torqueRun,
} from '@tribos/core/torque';
import { newEntry, useSend } from '../job/index.js';

/** The torque run as the station shows and drives it. Every press is one entry; what is next follows from the log. */
export function useTorque(file: JobFile) {
  const run = torqueRun(file);
  const { trouble, send, say } = useSend(file);
  const [marked, setMarked] = useState(0);
  const group = run.groups.find((g) => !g.done) ?? null;
  const { now } = run;
  /** What has to be looked at before the next group begins. */
  const asks = group !== null && now === null ? group.group.after : null;
  const last = torqueLog(file).at(-1) ?? null;
  const answer = (is: 'free' | 'touches') => {
    if (group && send(newEntry(TORQUE_SEEN, { group: group.group.key, is }))) setMarked(0);
  };
  return {
    ...run,
    group,
    asks,
    marked,
    trouble,
    say,
    send,
    last,
    lastSaid: last ? (timelineOf(file).find((t) => t.id === last.id)?.sentence ?? null) : null,
    answer,
    /** The one press of hand or foot; at a question it moves the mark, held it takes the answer. */
    act: (held: boolean): 'wrench' | null => {
      if (asks !== null) {
        if (held) answer(marked === 0 ? 'free' : 'touches');
        else setMarked(1 - marked);
        return null;
      }
      if (held || !now || !group) return null;
      if (!group.wrench) return 'wrench';
      send(
        newEntry(TORQUED, {
          group: now.group,
          pass: now.pass,
          holes: now.holes,
          to: group.group.steps[now.pass]!,
          wrench: group.wrench.id,
          from: 'hand',
          clicked: null,
        }),
      );
      return null;
    },
    /** A wrench on the line clicked: one bolt, at what it showed. */
    clicked: (figure: string) => {
      if (!now || !group?.wrench || asks !== null) return;
      const read = parseFigure('torque', figure, group.wrench.unit);
      if (!read.ok) return say(read.sentence);
      send(
        newEntry(TORQUED, {
          group: now.group,
          pass: now.pass,
          holes: now.holes.slice(0, 1),
          to: group.group.steps[now.pass]!,
          wrench: group.wrench.id,
          from: 'line',
          clicked: read.value,
        }),
      );
    },
    again: (of: string, text: string) => send(newEntry(TORQUE_AGAIN, { group: of, text })),
    check: (of: string, moved: readonly number[]) => send(newEntry(TORQUE_CHECKED, { group: of, moved })),
    later: (of: string, on: string) => send(newEntry(TORQUE_DUE, { group: of, on })),
    takeBack: () => {
      if (last) send(newEntry(TAKE_BACK, { of: last.id }));
    },
  };
}

export type Torque = ReturnType<typeof useTorque>;
