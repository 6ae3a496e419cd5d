import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { type EChartsCoreOption, type EChartsType, init, use as register } from 'echarts/core';
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
    const dom = box.current;
    let chart: EChartsType | null = null;
    // The observer tells the size as it is laid out: the library asking for it would lay out the page once more, and draw twice.
    const observer = new ResizeObserver(([entry]) => {
      if (!entry) return;
      const { width, height: heightPx } = entry.contentRect;
      if (chart) {
        if (chart.getWidth() !== width || chart.getHeight() !== heightPx) chart.resize({ width, height: heightPx });
        return;
      }
      chart = init(dom, null, { renderer: 'svg', width, height: heightPx });
      chart.setOption({ animation: false, textStyle: textStyle(), ...option });
    });
    observer.observe(dom);
    return () => {
      observer.disconnect();
      chart?.dispose();
    };
  }, [option]);
  return <div ref={box} role="img" aria-label={label} style={{ height }} />;
}

const textStyle = () => ({
  fontFamily: 'Atkinson Hyperlegible Next Variable, system-ui, sans-serif',
  fontSize: 13,
  color: colour('ink'),
});
