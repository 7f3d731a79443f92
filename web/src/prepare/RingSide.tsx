import {
  FILING_TOOLS,
  nm,
  verdictSentence,
  withUnit,
  type Figure,
  type FilingTool,
  type JobFile,
  type LengthUnit,
} from '@tribos/core/ground';
import { passText, schoolText, USUAL_CUT, type RingWork } from '@tribos/core/rings';
import { takeTool, useFilingTool } from './useRingWork.js';

/** Beside the rings: the tool in hand and what it cuts, what stands, which rule governs and what others would say. */
export function RingSide({
  file,
  work,
  figures,
  unit,
  onOpen,
}: {
  file: JobFile;
  work: RingWork | null;
  figures: readonly Figure[];
  unit: LengthUnit;
  onOpen: (figure: Figure) => void;
}) {
  const tool = useFilingTool();
  const stands = figures.filter((f) => f.because !== 'unread');
  return (
    <>
      <section className="mt-4">
        <h2 className="text-small font-semibold text-soft">Filing with</h2>
        <div role="group" aria-label="Filing tool" className="flex gap-1">
          {(Object.keys(FILING_TOOLS) as FilingTool[]).map((t) => (
            <button
              key={t}
              type="button"
              aria-pressed={t === tool}
              onClick={() => takeTool(t)}
              className={`min-h-11 rounded-edge border px-3 ${t === tool ? 'border-brass font-semibold text-brass' : 'border-rule'}`}
            >
              {FILING_TOOLS[t]}
            </button>
          ))}
        </div>
        {work && (
          <p className="mt-1 text-small text-soft">
            {cutText(work, tool, unit)}
            {work.history.filed.length > 0 &&
              ` This ring so far: ${passText(
                tool,
                work.history.filed.reduce((sum, f) => sum + f.strokes, 0),
              )}.`}
          </p>
        )}
      </section>
      {stands.length > 0 && (
        <section className="mt-4">
          <h2 className="text-small font-semibold text-soft">What stands</h2>
          <ul>
            {stands.map((f) => (
              <li key={f.key}>
                <button
                  type="button"
                  onClick={() => onOpen(f)}
                  className="min-h-11 w-full py-1 text-left leading-snug"
                >
                  {verdictSentence(file, f, unit).headline}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {work && (
        <section className="mt-3">
          <h2 className="text-small font-semibold text-soft">Which rule, and the others</h2>
          <p>{work.target.min.status === 'ask' ? work.target.min.question : work.target.min.why}</p>
          {work.target.others.map((o) => (
            <p key={o.limit.id} className="mt-1 text-small text-soft first-letter:uppercase">
              {schoolText(o, work.target, unit)}
            </p>
          ))}
          <p className="mt-1 text-small text-soft">Checked {work.target.depths.why(unit)}.</p>
        </section>
      )}
    </>
  );
}

const cutText = ({ cut }: RingWork, tool: FilingTool, unit: LengthUnit): string =>
  cut === USUAL_CUT[tool]
    ? 'Nothing known of this hand and tool yet: the first pass is a careful one.'
    : `In your hand about ${withUnit(nm(cut.perStroke), { unit, step: 1_000 })} a ${tool === 'grinder' ? 'turn' : 'stroke'}.`;
