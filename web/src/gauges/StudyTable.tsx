import { useCallback, useMemo, useState } from 'react';
import {
  formatLength,
  fromPartMean,
  gaugeStudy,
  nm,
  parseReading,
  toDecimal,
  type LengthUnit,
  type StudyCell,
} from '@tribos/core/ground';
import { Chart, type Inks } from '../chart/index.js';
import { TextField } from '../ui/index.js';

const SHAPES = ['circle', 'rect', 'triangle', 'diamond', 'roundRect', 'pin'] as const;

/** A study of several people on the same parts: every repeat in a picture, and what the scatter is made of. */
export function StudyTable({ cells, unit }: { cells: readonly StudyCell[]; unit: LengthUnit }) {
  const [typed, setTyped] = useState('');
  const parsed = typed.trim() === '' ? null : parseReading(typed, { unit });
  const tolerance = parsed?.ok && parsed.value > 0 ? parsed.value : null;
  const study = useMemo(() => gaugeStudy(cells, tolerance), [cells, tolerance]);
  const people = [...new Set(cells.map((c) => c.person))];
  const parts = useMemo(() => [...new Set(cells.map((c) => c.part))], [cells]);
  const figure = (v: number) => formatLength(nm(Math.round(v)), { unit, step: 1_000, extra: 1 });

  const option = useCallback(
    (inks: Inks) => {
      const who = [...new Set(cells.map((c) => c.person))];
      const colours = [inks.blue, inks.brass, inks.within, inks.beyond, inks.soft, inks.ink];
      return {
        grid: { left: 66, right: 20, top: 40, bottom: 30 },
        legend: { top: 0, textStyle: { color: inks.ink } },
        xAxis: { type: 'category', data: parts, axisLabel: { color: inks.ink } },
        yAxis: {
          type: 'value',
          name: `from the part’s mean, ${unit}`,
          nameLocation: 'middle',
          nameGap: 48,
          nameTextStyle: { color: inks.soft },
          axisLabel: { color: inks.ink },
          splitLine: { lineStyle: { color: inks.rule } },
        },
        series: who.map((person, i) => ({
          name: person,
          type: 'scatter',
          symbol: SHAPES[i % SHAPES.length],
          symbolSize: 11,
          symbolOffset: [(i - (who.length - 1) / 2) * 18, 0],
          itemStyle: { color: colours[i % colours.length] },
          data: fromPartMean(cells)
            .filter((c) => c.person === person)
            .flatMap((c) => c.values.map((v) => [c.part, Number(toDecimal(nm(v), unit, 5))])),
        })),
      };
    },
    [cells, parts, unit],
  );
  const rows: readonly (readonly [string, number])[] = [
    ['repeatability: the gauge in one hand', study.repeatability],
    ['between people', study.person],
    ['people and parts together', study.interaction],
    ['gauge and hands together', study.gauge],
    ['between the parts', study.part],
  ];
  return (
    <div className="grid gap-4 lg:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
      <Chart
        height={300}
        label={`Every repeat of ${people.join(', ')} on ${parts.join(', ')}, as distance from the part’s mean`}
        option={option}
      />
      <div className="grid content-start gap-3">
        <p className="text-soft">
          {people.length} people, {parts.length} parts, {cells[0]!.values.length} repeats each. Standard
          deviations, {unit}.
        </p>
        <dl className="grid grid-cols-[1fr_auto] gap-x-4">
          {rows.map(([name, v]) => (
            <div key={name} className="contents">
              <dt className="border-b border-rule py-1">{name}</dt>
              <dd className="figure border-b border-rule py-1 text-right">{figure(v)}</dd>
            </div>
          ))}
        </dl>
        <TextField
          label={`Width of a two-sided tolerance, ${unit}`}
          hint="Upper minus lower limit of what is measured with it"
          inputMode="decimal"
          className="figure"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          error={parsed && !parsed.ok ? parsed.sentence : undefined}
        />
        <p role="status">
          {study.percentOfTolerance === null
            ? 'Share of a tolerance: not defined for a one-sided limit.'
            : `Gauge and hands take ${study.percentOfTolerance.toFixed(0)} % of that tolerance (600 s over its width).`}
        </p>
      </div>
    </div>
  );
}
