import type { LengthUnit } from '@tribos/core/ground';
import { meant, type Line } from './linesOf.js';
import { Remarks } from './Remarks.js';

/** What each line means, and what is asked of it. */
export function Understood({ lines, unit }: { lines: readonly Line[]; unit: LengthUnit }) {
  return (
    <ul aria-live="polite" className="border-t border-ink/60">
      {lines.map((line) => (
        <li
          key={line.at}
          className="grid gap-x-3 border-b border-rule py-1 sm:grid-cols-[12rem_minmax(0,1fr)]"
        >
          <OneLine line={line} unit={unit} />
        </li>
      ))}
    </ul>
  );
}

function OneLine({ line, unit }: { line: Line; unit: LengthUnit }) {
  const { read } = line.line;
  const is = meant(line, unit);
  if (!read.ok || !is)
    return (
      <>
        <span className="figure truncate">{line.text}</span>
        <span className="font-semibold text-beyond">{read.ok ? '' : read.sentence}</span>
      </>
    );
  return (
    <>
      <span className="font-semibold">{is.of}</span>
      <span>
        <span className="figure">{is.says}</span>
        <Remarks line={line} />
      </span>
    </>
  );
}
