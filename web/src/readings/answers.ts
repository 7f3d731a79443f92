import { v7 } from 'uuid';
import type { AnyEntryBody } from '@tribos/contract';
import type { ReadingEntry, SizeStation, SlipQuestion, Station } from '@tribos/core';

/** One key's answer to the open question. */
export interface Answer {
  readonly key: 'y' | 'n';
  readonly label: string;
  readonly act: () => void;
  /** Where it leads, when that is all it does: once there, the reading itself is the answer. */
  readonly goes?: Station;
}

/** What an answer can do. */
export interface AnswerTools {
  readonly send: (entries: AnyEntryBody[]) => void;
  readonly reading: (
    at: SizeStation,
    instrumentId: string,
    typed: string,
    corrects: { readingId: string; slip: SlipQuestion['code'] } | null,
    zeroId: string | null,
  ) => AnyEntryBody;
  readonly pick: (station: Station) => void;
  readonly done: (text: string) => void;
  readonly thrust: (cylinder: number) => Station;
}

const now = (): string => new Date().toISOString();

/** The two answers to a slip question; none while the reading it is about cannot be found. */
export function answersTo(
  question: SlipQuestion,
  entry: ReadingEntry | null,
  { send, reading, pick, done, thrust }: AnswerTools,
): Answer[] {
  if (!entry) return [];
  const asTyped = () => {
    send([{ id: v7(), kind: 'answer', at: now(), readingId: entry.id, slip: question.code } as AnyEntryBody]);
    done(`${entry.text} stands as typed.`);
  };
  const takeBack = () =>
    send([{ id: v7(), kind: 'take-back', at: now(), readingId: entry.id } as AnyEntryBody]);
  const instead = question.instead;
  if (instead !== null) {
    const corrected = () => {
      const corrects = { readingId: entry.id, slip: question.code };
      send([reading(entry.station, entry.instrumentId, instead, corrects, entry.zeroId)]);
      done(`${instead} stands in for ${entry.text}, which stays in the log.`);
    };
    return [
      { key: 'y', label: `Yes, ${instead}`, act: corrected },
      { key: 'n', label: 'No, as typed', act: asTyped },
    ];
  }
  const goTo = (label: string, goes: Station): Answer => ({
    key: 'y',
    label,
    goes,
    act: () => pick(goes),
  });
  const stands: Answer = { key: 'n', label: 'It stands', act: asTyped };
  switch (question.code) {
    case 'taken-twice':
      return [
        { key: 'y', label: 'Both stand', act: asTyped },
        { key: 'n', label: `Take ${entry.text} back`, act: takeBack },
      ];
    case 'wrong-axis':
      return [goTo('Go to the thrust axis', thrust(entry.station.cylinder)), stands];
    case 'outlier':
      return [goTo('Take it again', entry.station), stands];
    default:
      return [
        { key: 'y', label: 'Yes, as typed', act: asTyped },
        {
          key: 'n',
          label: 'No, take it back',
          act: () => {
            takeBack();
            pick(entry.station);
          },
        },
      ];
  }
}
