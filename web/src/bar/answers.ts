import { newEntry } from '../job/index.js';
import {
  ANSWER,
  isOfCylinder,
  TAKE_BACK,
  type ReadingEntry,
  type SizePlace,
  type Place,
} from '@tribos/core/ground';
import type { SentEntry } from '@tribos/core/house';
import type { SlipQuestion } from '@tribos/core/readings';

/** One key's answer to the open question. */
export interface Answer {
  readonly key: 'y' | 'n';
  readonly label: string;
  readonly act: () => void;
  /** Where it leads, when that is all it does: once there, the reading itself is the answer. */
  readonly goes?: Place;
}

/** What an answer can do. */
export interface AnswerTools {
  readonly send: (entries: SentEntry[]) => void;
  readonly reading: (
    at: SizePlace,
    instrumentId: string,
    typed: string,
    corrects: { readingId: string; slip: SlipQuestion['code'] } | null,
    zeroId: string | null,
  ) => SentEntry;
  readonly pick: (station: Place) => void;
  readonly done: (text: string) => void;
  readonly thrust: (cylinder: number) => Place;
}

/** The two answers to a slip question; none while the reading it is about cannot be found. */
export function answersTo(
  question: SlipQuestion,
  entry: ReadingEntry | null,
  { send, reading, pick, done, thrust }: AnswerTools,
): Answer[] {
  if (!entry) return [];
  const asTyped = () => {
    send([newEntry(ANSWER, { readingId: entry.id, slip: question.code })]);
    done(`${entry.text} stands as typed.`);
  };
  const takeBack = () => send([newEntry(TAKE_BACK, { of: entry.id })]);
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
  const goTo = (label: string, goes: Place): Answer => ({
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
      return isOfCylinder(entry.station)
        ? [goTo('Go to the thrust axis', thrust(entry.station.cylinder)), stands]
        : [stands];
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
