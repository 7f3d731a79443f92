import type { ReactNode } from 'react';
import {
  formatLength,
  nm,
  oddsText,
  workingLabel,
  figureTitle,
  cylinderOf,
  verdictSentence,
  valueText,
  withUnit,
  type JobFile,
  type LengthUnit,
  type Figure,
  type WorkingLine,
} from '@tribos/core/ground';
import { Button, Sheet, VerdictMark } from '../ui/index.js';
import { markOf } from './LimitStrip.js';
import { OtherLimits } from './OtherLimits.js';

const BUDGET: Record<string, string> = {
  resolution: 'smallest step of the gauge',
  repeatability: 'repeatability',
  scale: 'error of the scale',
  setting: 'what the gauge was set in',
  temperature: 'temperature',
  disagreement: 'two gauges disagree',
};

function lineText(w: WorkingLine, fine: (v: number) => string): string {
  switch (w.kind) {
    case 'length':
      return fine(w.value);
    case 'interval':
      return w.low === null || w.high === null
        ? fine(w.value)
        : `${fine(w.value)}, 95 % ${fine(w.low)} to ${fine(w.high)}`;
    case 'angle':
      return `${w.value.toFixed(1)}°`;
    case 'text':
      return w.text;
  }
}

function Rows({ children }: { children: ReactNode }) {
  return <dl className="grid grid-cols-[1fr_auto] gap-x-6">{children}</dl>;
}

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <>
      <dt className="border-b border-rule py-1">{label}</dt>
      <dd className="figure border-b border-rule py-1 text-right">{children}</dd>
    </>
  );
}

/** Everything behind one figure: inputs, formula, uncertainty budget, what each gauge could say, other sources. */
export function WorkingSheet({
  file,
  item,
  unit,
  onClose,
  onWhy = null,
}: {
  file: JobFile;
  item: Figure;
  unit: LengthUnit;
  onClose: () => void;
  /** Opens the warm-up behind a clearance. */
  onWhy?: (() => void) | null;
}) {
  const { headline, details, todo } = verdictSentence(file, item, unit);
  const fine = (v: number) =>
    item.dimension === 'length'
      ? withUnit(nm(v), { unit, step: 1_000, extra: 1 })
      : valueText(item, v, unit, { extra: 1, limits: [] });
  return (
    <Sheet
      title={[figureTitle(item), file.engine.cylinders[cylinderOf(item) ?? -1]].filter(Boolean).join(', ')}
      onClose={onClose}
      wide
    >
      <div className="grid gap-5">
        <div>
          <VerdictMark state={markOf(item)} />
          <p className="text-lead font-semibold">{headline}</p>
          {todo && <p className="text-brass">{todo}</p>}
          {details.map((d) => (
            <p key={d} className="text-soft">
              {d}
            </p>
          ))}
        </div>
        {item.working.length > 0 && (
          <section>
            <h3 className="mb-1 font-semibold">From the readings</h3>
            <Rows>
              {item.working.map((w) => (
                <Row key={workingLabel(w, unit)} label={workingLabel(w, unit)}>
                  {lineText(w, fine)}
                </Row>
              ))}
            </Rows>
          </section>
        )}
        {item.u !== null && (
          <section>
            <h3 className="mb-1 font-semibold">How well it is known</h3>
            <Rows>
              {item.budget.map((b) => (
                <Row key={b.kind} label={BUDGET[b.kind] ?? b.kind}>
                  {fine(b.u)}
                </Row>
              ))}
              <Row label="together, standard uncertainty u (root of the sum of squares)">{fine(item.u)}</Row>
              {item.interval && (
                <Row label="95 % of 200 000 draws of the whole map">
                  {fine(item.interval.low)} to {fine(item.interval.high)}
                </Row>
              )}
              {item.p !== null && (
                <Row
                  label={
                    item.interval
                      ? 'P that the limit is kept: what makes the figure, alone, and what two directions cannot see'
                      : `P that the limit is kept, Φ((${item.side === 'max' ? 'limit − value' : 'value − limit'}) / u)`
                  }
                >
                  {oddsText(item.p)}
                </Row>
              )}
              {item.tail !== null && item.tail !== item.p && (
                <Row label="how often a part exactly at its limit would read as far out">
                  {oddsText(item.tail)}
                </Row>
              )}
            </Rows>
          </section>
        )}
        {item.outlook.length > 0 && (
          <section>
            <h3 className="mb-1 font-semibold">What each gauge could say about this figure</h3>
            <table className="w-full">
              <thead className="text-left text-small text-soft">
                <tr>
                  <th className="py-1 font-normal">gauge</th>
                  <th className="py-1 font-normal">u</th>
                  <th className="py-1 font-normal">P</th>
                  <th className="py-1 font-normal">says</th>
                </tr>
              </thead>
              <tbody>
                {item.outlook.map((g) => (
                  <tr key={g.instrument.id} className="border-t border-rule">
                    <td className="py-1">{g.instrument.name}</td>
                    <td className="figure py-1">{formatLength(nm(g.u), { unit, step: 100 })}</td>
                    <td className="figure py-1">{oddsText(g.p)}</td>
                    <td className="py-1">
                      <VerdictMark state={g.state} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        )}
        {onWhy && (
          <div>
            <Button onClick={onWhy}>Why this clearance</Button>
          </div>
        )}
        <OtherLimits file={file} item={item} unit={unit} />
      </div>
    </Sheet>
  );
}
