import type { LengthUnit, SheetPart } from '@tribos/core/ground';
import { Sheet } from '../ui/index.js';
import { besideLines, partLines } from './partLines.js';

const INDENT = ['', 'pl-4', 'pl-8', 'pl-12', 'pl-16'] as const;
const indent = (depth: number): string => INDENT[Math.min(depth, INDENT.length - 1)]!;

/** A part of a sheet to read: what the document says, line by line. */
export function PartView({
  part,
  value,
  unit,
  onClose,
}: {
  part: SheetPart;
  value: unknown;
  unit: LengthUnit;
  onClose: () => void;
}) {
  return (
    <Sheet title={part.title} onClose={onClose} wide>
      <dl>
        {partLines(part, value, unit).map((l) => (
          <div
            key={l.path + l.label}
            className={`grid grid-cols-[minmax(0,1fr)_minmax(0,1.6fr)] gap-3 border-t border-rule py-1 ${indent(l.depth)}`}
          >
            <dt className={l.text === '' ? 'font-semibold text-blue' : 'text-soft'}>{l.label}</dt>
            <dd>{l.text}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}

/** What is on file and what was typed again, side by side, where they are not the same. */
export function PartBeside({
  part,
  on,
  typed,
  unit,
}: {
  part: SheetPart;
  on: unknown;
  typed: unknown;
  unit: LengthUnit;
}) {
  const lines = besideLines(partLines(part, on, unit), partLines(part, typed, unit)).filter((l) => l.differs);
  return (
    <table className="w-full text-left">
      <caption className="text-left font-semibold">Not the same</caption>
      <thead className="text-small text-soft">
        <tr>
          <th className="py-1 pr-4 font-normal">what</th>
          <th className="py-1 pr-4 font-normal">on file</th>
          <th className="py-1 font-normal">typed now</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((l) => (
          <tr key={l.path} className="border-t border-rule align-top">
            <td className="py-1 pr-4">{l.label}</td>
            <td className="figure py-1 pr-4">{l.one || '–'}</td>
            <td className="figure py-1 text-undecided">{l.other || '–'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
