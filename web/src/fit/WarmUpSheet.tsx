import { useCallback, useMemo } from 'react';
import { nm, toDecimal, withUnit } from '@tribos/core/ground';
import { warmUpOf, type WarmUpRun } from '@tribos/core/fit';
import type { JobContext } from '../job/index.js';
import { Chart, type Inks } from '../chart/index.js';
import { Empty, Sheet } from '../ui/index.js';

const pairs = (x: readonly number[], y: readonly number[]) => x.map((t, i) => [t, y[i]!]);

/** Why this clearance: how piston and wall warm up, and what that does to the clearance. Explains, never overrides. */
export function WarmUpSheet({
  context,
  cylinder,
  onClose,
}: {
  context: JobContext;
  cylinder: number;
  onClose: () => void;
}) {
  const { file, unit } = context;
  const view = useMemo(() => warmUpOf(file, cylinder), [file, cylinder]);
  const decimals = unit === 'mm' ? 4 : 5;
  const inUnit = useCallback((v: number) => Number(toDecimal(nm(v), unit, decimals)), [unit, decimals]);
  const runs = useMemo(() => view?.runs ?? [], [view]);

  const rises = useCallback(
    (inks: Inks) => ({
      grid: { left: 54, right: 20, top: 40, bottom: 44 },
      legend: legend(inks),
      xAxis: axis(inks, 'seconds after the start'),
      yAxis: axis(inks, 'rise, K'),
      series: runs.flatMap((r) => [
        line(`piston, ${r.name}`, pairs(r.seconds, r.pistonRise), inks.beyond, r),
        line(`wall, ${r.name}`, pairs(r.seconds, r.wallRise), inks.blue, r),
      ]),
    }),
    [runs],
  );
  const clearances = useCallback(
    (inks: Inks) => ({
      grid: { left: 66, right: 20, top: 56, bottom: 44 },
      legend: legend(inks),
      xAxis: axis(inks, 'seconds after the start'),
      yAxis: axis(inks, `against the minimum, cold, ${unit}`),
      series: runs.flatMap((r) => [
        {
          ...line(
            `this build, ${r.name}`,
            pairs(
              r.seconds,
              r.build.map((v) => inUnit(v)),
            ),
            inks.brass,
            r,
          ),
          markPoint: {
            symbol: 'circle',
            symbolSize: 9,
            itemStyle: { color: inks.brass },
            data: [
              {
                coord: [r.dip.seconds, inUnit(r.dip.at)],
                label: {
                  show: true,
                  position: 'bottom',
                  color: inks.ink,
                  formatter: `dip, ${Math.round(r.dip.seconds)} s`,
                },
              },
            ],
          },
        },
        line(
          `maker’s minimum, ${r.name}`,
          pairs(
            r.seconds,
            r.minimum.map((v) => inUnit(v)),
          ),
          inks.soft,
          r,
        ),
      ]),
    }),
    [runs, inUnit, unit],
  );

  return (
    <Sheet title={`Why this clearance, ${file.engine.cylinders[cylinder]}`} onClose={onClose} wide>
      {!view ? (
        <Empty>
          It needs a measured bore and piston, a minimum clearance on file, what the wall is and how it is
          cooled.
        </Empty>
      ) : (
        <div className="grid gap-4">
          <p>
            The piston warms in seconds, the wall in a minute or more: in between the clearance is least.
            Against one built at the maker’s minimum this one stays about{' '}
            <span className="figure">{withUnit(nm(Math.abs(view.looser)), { unit, step: 1_000 })}</span>{' '}
            {view.looser >= 0 ? 'looser' : 'tighter'}
            {view.looser >= 0
              ? ', in the dip as well.'
              : ': tighter than the minimum when it matters most. The sheet decides.'}
          </p>
          <Chart
            height={230}
            label={`Rise of piston and wall over ${Math.round(runs[0]!.seconds.at(-1)!)} seconds, gentle and harsh`}
            option={rises}
          />
          <Chart
            height={290}
            label={runs
              .map(
                (r) =>
                  `${r.name} warm-up: least after ${Math.round(r.dip.seconds)} s, ${withUnit(nm(Math.round(r.dip.at)), { unit, step: 1_000 })} against the minimum cold`,
              )
              .join('; ')}
            option={clearances}
          />
          <p className="text-small text-soft">
            Estimates for a {view.cooling === 'air' ? 'air-cooled' : 'liquid-cooled'} engine, no measurement:
            only the distance between the two curves means anything, never a clearance read off them. Gentle
            is a warm-up at idle and light load, harsh is load at once. The maker’s sheet governs.
          </p>
        </div>
      )}
    </Sheet>
  );
}

const legend = (inks: Inks) => ({ top: 0, itemWidth: 40, textStyle: { color: inks.ink } });

const axis = (inks: Inks, name: string) => ({
  type: 'value',
  name,
  nameLocation: 'middle',
  nameGap: name.startsWith('seconds') ? 26 : 42,
  nameTextStyle: { color: inks.soft },
  axisLabel: { color: inks.ink, fontFamily: 'Atkinson Hyperlegible Mono Variable' },
  axisLine: { show: true, lineStyle: { color: inks.ink } },
  splitLine: { lineStyle: { color: inks.rule } },
});

const line = (name: string, data: number[][], colour: string, run: WarmUpRun) => ({
  name,
  type: 'line',
  showSymbol: false,
  data,
  lineStyle: { color: colour, width: 2.5, type: run.name === 'harsh' ? 'dashed' : 'solid' },
  itemStyle: { color: colour },
});
