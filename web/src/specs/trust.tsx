import { trustOf, type Source } from '@tribos/core/ground';
import { dayText } from '../ui/index.js';

/** Who stands for a figure, in words: loud while nobody but its typist does. */
export function TrustText({ source }: { source: Source }) {
  switch (trustOf(source)) {
    case 'checked':
      return <>checked by {source.checkedBy}</>;
    case 'retyped':
      return (
        <>
          retyped by {source.enteredBy} on {dayText(source.retypedOn!)}, the same; by no second person
        </>
      );
    default:
      return <strong className="text-undecided">unchecked, typed by {source.enteredBy}</strong>;
  }
}

/** Whether typing it again from the document would say something: another’s figure, or one’s own of an earlier day. */
export const worthTyping = (
  source: Source,
  me: string,
  today = new Date().toISOString().slice(0, 10),
): boolean =>
  trustOf(source) !== 'checked' &&
  (source.enteredBy !== me ||
    (trustOf(source) === 'unchecked' && source.enteredOn !== undefined && source.enteredOn < today));
