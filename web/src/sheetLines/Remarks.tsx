import type { Line } from './linesOf.js';

/** What was taken to be so although a line does not say it, and what is asked of it. */
export function Remarks({ line: { line, stands } }: { line: Line }) {
  if (!line.read.ok) return null;
  return (
    <>
      {line.read.notes.map((n) => (
        <span key={n} className="block text-small text-soft">
          {n}
        </span>
      ))}
      {line.read.questions.map((q) => (
        <span
          key={q.sentence}
          className={`block text-small ${stands ? 'text-soft' : 'font-semibold text-undecided'}`}
        >
          {q.sentence}
          {stands && ' Stands as printed.'}
        </span>
      ))}
    </>
  );
}
