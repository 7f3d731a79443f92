import {
  verdictSentence,
  type JobFile,
  type LengthUnit,
  type Figure,
  type VerdictState,
} from '@tribos/core/ground';
import type { Judgement } from '@tribos/core/house';
import { useWorking } from '../bore/index.js';
import { VerdictMark } from '../ui/index.js';
import { byFacts } from '../kit/byFacts.js';

/** So many of parts are shown one by one. */
const MOST_QUIET = 6;

const ORDER: Record<VerdictState, number> = { beyond: 0, undecided: 1, noLimit: 2, within: 3 };

/** What is decided and what is not, the worst first. */
export const WhatStands = byFacts(function WhatStands({
  file,
  judgement,
  unit,
  onOpen,
}: {
  file: JobFile;
  judgement: Judgement;
  unit: LengthUnit;
  onOpen: (item: Figure) => void;
}) {
  const read = judgement.items
    .filter((i) => i.because !== 'unread')
    .sort((a, b) => ORDER[a.state] - ORDER[b.state]);
  const unread = judgement.items.length - read.length;
  // Of a whole bottom end nobody reads forty times that it is within: what is not stands alone.
  const quiet = read.filter((i) => i.state === 'within' && i.subject.of === 'part');
  const shown = quiet.length > MOST_QUIET ? read.filter((i) => !quiet.includes(i)) : read;
  return (
    <section className="mt-1">
      <h2 className="mb-1 flex justify-between text-small font-semibold text-soft">
        What stands
        <Working />
      </h2>
      <ul className="grid">
        {shown.map((item) => (
          <Verdict key={item.key} file={file} item={item} unit={unit} onOpen={onOpen} />
        ))}
      </ul>
      {shown.length < read.length && (
        <p className="mt-1 flex items-center gap-2">
          <VerdictMark state="within" /> <span className="figure">{quiet.length}</span> more figures
        </p>
      )}
      {unread > 0 && (
        <p className="mt-1 text-small text-soft">
          {unread === judgement.items.length
            ? 'Nothing is read yet.'
            : `${unread} figures wait for readings.`}
        </p>
      )}
    </section>
  );
});

const Verdict = byFacts(function Verdict({
  file,
  item,
  unit,
  onOpen,
}: {
  file: JobFile;
  item: Figure;
  unit: LengthUnit;
  onOpen: (item: Figure) => void;
}) {
  const { headline, notes } = verdictSentence(file, item, unit);
  return (
    <li>
      <button
        type="button"
        onClick={() => onOpen(item)}
        className="flex min-h-11 w-full gap-2 py-1.5 text-left"
      >
        <VerdictMark state={item.state} word={false} className="self-start" />
        <span>
          <span className="block leading-snug">{headline}</span>
          {notes.map((note) => (
            <span key={note} className="block text-small text-soft">
              {note}
            </span>
          ))}
        </span>
      </button>
    </li>
  );
});

/** How far the whole map is worked, while it is. */
function Working() {
  const working = useWorking();
  if (working === null) return null;
  const percent = Math.round(working * 100);
  return (
    <span
      className="figure font-normal"
      role="progressbar"
      aria-label="working the whole map"
      aria-valuenow={percent}
    >
      working the map, {percent} %
    </span>
  );
}
