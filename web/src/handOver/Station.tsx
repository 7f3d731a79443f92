import { StationFrame } from '../frame/index.js';
import { useSpreads } from '../bore/index.js';
import { useJobContext } from '../job/index.js';
import { useInPieces } from '../kit/useInPieces.js';
import { Loading, VerdictMark } from '../ui/index.js';
import { StripScale } from '../verdicts/index.js';
import { PdfButton } from './PdfButton.js';
import { useMemo } from 'react';
import { isFigureCell, type Block, type LengthUnit } from '@tribos/core/ground';
import { inPieces, reportOf, type Report } from '@tribos/core/house';

/** The report of a job so far, made of the sections its rooms give; it grows with every room. */
export function ReportStation() {
  const { file, unit } = useJobContext();
  const spreadOf = useSpreads();
  const isMade = useInPieces(file.job.id, () => inPieces(file, 'reporting', unit, spreadOf));
  const report = useMemo(
    () => (isMade ? reportOf(file, unit, spreadOf) : null),
    [isMade, file, unit, spreadOf],
  );
  return (
    <StationFrame label="Report" next={null}>
      {report ? <Sections report={report} jobId={file.job.id} unit={unit} /> : <Loading what="the report" />}
    </StationFrame>
  );
}

function Sections({ report, jobId, unit }: { report: Report; jobId: string; unit: LengthUnit }) {
  return (
    <article className="mx-auto max-w-240 bg-sheet p-5">
      <header className="flex flex-wrap items-start justify-between gap-4">
        <div>
          <h2 className="text-title leading-tight font-semibold">{report.title}</h2>
          <p className="text-soft">{report.subtitle}</p>
        </div>
        <PdfButton jobId={jobId} unit={unit} />
      </header>
      {report.sections.map((s) => (
        <section key={s.key} className="mt-5 break-inside-avoid-page">
          <h3 className="border-b border-ink/60 pb-1 font-semibold text-blue">{s.title}</h3>
          {s.blocks.map((b, i) => (
            <Part key={i} block={b} unit={unit} />
          ))}
        </section>
      ))}
    </article>
  );
}

function Part({ block, unit }: { block: Block; unit: LengthUnit }) {
  switch (block.kind) {
    case 'text':
      return <p className="mt-2">{block.text}</p>;
    case 'list':
      return (
        <ul className="mt-1">
          {block.items.map((item) => (
            <li key={item} className="border-b border-rule py-1.5 leading-snug">
              {item}
            </li>
          ))}
        </ul>
      );
    case 'verdict':
      return (
        <div className="grid grid-cols-[9.5rem_minmax(0,1fr)] gap-x-3 border-b border-rule py-2">
          <VerdictMark state={block.state === 'unread' ? 'waiting' : block.state} className="self-start" />
          <div>
            <p className="font-semibold">{block.headline}</p>
            {block.figures && (
              <div className="max-w-md py-1">
                <StripScale figures={block.figures} unit={unit} />
              </div>
            )}
            {block.details.map((d) => (
              <p key={d} className="text-small text-soft">
                {d}
              </p>
            ))}
          </div>
        </div>
      );
    case 'table':
      return (
        <div className="mt-1 overflow-x-auto" tabIndex={0} role="group" aria-label="table">
          <table className="w-full text-left">
            {block.heads.length > 0 && (
              <thead className="text-small text-soft">
                <tr>
                  {block.heads.map((h) => (
                    <th key={h} className="py-1 pr-4 font-normal">
                      {h}
                    </th>
                  ))}
                </tr>
              </thead>
            )}
            <tbody>
              {block.rows.map((row, i) => (
                <tr key={i} className="border-t border-rule align-top">
                  {row.map((cell, k) =>
                    k === 0 ? (
                      <th key={k} className="py-1 pr-4 font-normal">
                        {cell}
                      </th>
                    ) : (
                      <td key={k} className={`py-1 pr-4 ${isFigureCell(cell) ? 'figure' : ''}`}>
                        {cell}
                      </td>
                    ),
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      );
  }
}
