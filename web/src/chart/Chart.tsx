import { LineChart, ScatterChart } from 'echarts/charts';
import {
  AriaComponent,
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  MarkPointComponent,
} from 'echarts/components';
import { init, use as register, type EChartsCoreOption } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { useSettings } from '../kit/settings.js';

register([
  LineChart,
  ScatterChart,
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  MarkPointComponent,
  AriaComponent,
  CanvasRenderer,
]);

/** Colours of the theme, read where a canvas needs them by value. */
export interface Inks {
  readonly ink: string;
  readonly soft: string;
  readonly rule: string;
  readonly blue: string;
  readonly brass: string;
  readonly beyond: string;
  readonly within: string;
}

function inks(): Inks {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    ink: of('ink'),
    soft: of('soft'),
    rule: of('rule'),
    blue: of('blue'),
    brass: of('brass'),
    beyond: of('beyond'),
    within: of('within'),
  };
}

/** A chart drawn in the inks of the theme. Loaded only where one is shown. */
export function Chart({
  label,
  height,
  option,
}: {
  label: string;
  height: number;
  option: (inks: Inks) => EChartsCoreOption;
}) {
  const ref = useRef<HTMLDivElement>(null);
  const { theme } = useSettings();
  useEffect(() => {
    if (!ref.current) return;
    const chart = init(ref.current);
    const colours = inks();
    chart.setOption({
      animation: false,
      textStyle: { fontFamily: 'Atkinson Hyperlegible Next Variable', color: colours.ink, fontSize: 13 },
      ...option(colours),
    });
    const watch = new ResizeObserver(() => chart.resize());
    watch.observe(ref.current);
    return () => {
      watch.disconnect();
      chart.dispose();
    };
  }, [option, theme]);
  return <div ref={ref} role="img" aria-label={label} className="w-full" style={{ height }} />;
}
