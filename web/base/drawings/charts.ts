import { colour } from './colour.ts';

/** Lines and bars of a chart differ in lightness and in texture, never by hue alone. */
const STYLES = [
  { name: 'ink', decal: null, dash: 'solid', symbol: 'circle' },
  {
    name: 'tail',
    decal: { dashArrayX: [1, 0], dashArrayY: [3, 3], rotation: Math.PI / 4 },
    dash: 'dashed',
    symbol: 'rect',
  },
  { name: 'tide', decal: null, dash: 'dotted', symbol: 'triangle' },
  { name: 'rope', decal: { dashArrayX: [2, 4], dashArrayY: [2, 4] }, dash: [8, 3, 2, 3], symbol: 'diamond' },
  {
    name: 'line-strong',
    decal: { dashArrayX: [1, 0], dashArrayY: [2, 5], rotation: -Math.PI / 4 },
    dash: [2, 5],
    symbol: 'pin',
  },
  { name: 'line', decal: { dashArrayX: [6, 2], dashArrayY: [2, 2] }, dash: [12, 4], symbol: 'arrow' },
] as const;

/** The style of the nth line or bar of a chart. */
export function styleOf(n: number) {
  const style = STYLES[n % STYLES.length] ?? STYLES[0];
  return {
    itemStyle: {
      color: colour(style.name),
      ...(style.decal ? { decal: { color: colour('card'), ...style.decal } } : {}),
    },
    lineStyle: { color: colour(style.name), width: 2, type: style.dash },
    symbol: style.symbol,
    symbolSize: 8,
  };
}

/** Axes of a chart over named places: days, rounds, weeks. */
export const plainAxes = (names: readonly string[], unit = '') => ({
  grid: { left: 52, right: 16, top: 34, bottom: 28 },
  legend: { top: 0, left: 0, textStyle: { color: colour('ink') }, itemWidth: 22 },
  tooltip: { trigger: 'axis', backgroundColor: colour('card'), textStyle: { color: colour('ink') } },
  xAxis: {
    type: 'category',
    data: [...names],
    axisLine: { lineStyle: { color: colour('line-strong') } },
    axisLabel: { color: colour('muted'), hideOverlap: true },
    axisTick: { show: false },
  },
  yAxis: {
    type: 'value',
    axisLabel: { color: colour('muted'), formatter: `{value}${unit}` },
    splitLine: { lineStyle: { color: colour('line') } },
  },
});
