import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { type EChartsCoreOption, init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { colour } from './colour.ts';

register([
  BarChart,
  LineChart,
  ScatterChart,
  GridComponent,
  TooltipComponent,
  AriaComponent,
  MarkLineComponent,
  LegendComponent,
  SVGRenderer,
]);

/** A chart; `label` says in words what it shows. */
export default function Chart({ option, height, label }: { option: EChartsCoreOption; height: number; label: string }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, null, { renderer: 'svg' });
    chart.setOption({
      animation: false,
      textStyle: {
        fontFamily: 'Atkinson Hyperlegible Next Variable, system-ui, sans-serif',
        fontSize: 13,
        color: colour('ink'),
      },
      ...option,
    });
    const observer = new ResizeObserver(() => chart.resize());
    observer.observe(box.current);
    return () => {
      observer.disconnect();
      chart.dispose();
    };
  }, [option]);
  return <div ref={box} role="img" aria-label={label} style={{ height }} />;
}
