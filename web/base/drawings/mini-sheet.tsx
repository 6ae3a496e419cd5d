import { memo } from 'react';
import type { Outline, Shape } from '../../../core/time/index.ts';

const ROW = 5;
const BAR = 3.4;

interface Drawn {
  work: string;
  rest: string;
  thread: string;
  width: number;
  height: number;
}

/** Paths of a shape at a scale (px per second): far fewer nodes than one element a cell. */
function draw({ rows, columns, cells, thread: order }: Shape, scale: number): Drawn {
  const px = (ms: number) => (ms / 1000) * scale;
  const lefts: number[] = [];
  let x = 0;
  for (const [widthMs, gapMs] of columns) {
    lefts.push(x);
    x += px(widthMs) + Math.max(2.5, px(gapMs) * 0.5);
  }
  let work = '';
  let rest = '';
  for (const [row = 0, col = 0, rowSpan = 1, ...parts] of cells) {
    let at = lefts[col] ?? 0;
    const top = row * ROW + 0.8;
    const height = BAR + (rowSpan - 1) * ROW;
    for (const ms of parts) {
      const w = px(Math.abs(ms));
      if (ms < 0) rest += `M${at} ${top + height / 2}h${w}`;
      else work += `M${at} ${top}h${Math.max(0.8, w - 0.4)}v${height}h${-Math.max(0.8, w - 0.4)}z`;
      at += w;
    }
  }
  const thread = order
    .map((k, i) => {
      const [row = 0, col = 0] = cells[k] ?? [];
      return `${i ? 'L' : 'M'}${(lefts[col] ?? 0) + 1} ${row * ROW + ROW / 2}`;
    })
    .join('');
  return { work, rest, thread, width: Math.max(x, 1), height: rows * ROW + 1 };
}

/** A class as its shape: the main blocks' round sheets, small, side by side. */
export const MiniSheet = memo(function MiniSheet({
  outline,
  width,
  height,
}: {
  outline: Outline;
  width: number;
  height: number;
}) {
  const sheets = outline.map((shape) => draw(shape, 0.36));
  const gap = 8;
  const w = sheets.reduce((sum, s) => sum + s.width + gap, -gap);
  const h = Math.max(1, ...sheets.map((s) => s.height));
  let x = 0;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${Math.max(w, width / 1.5)} ${Math.max(h, height / 1.5)}`}
      preserveAspectRatio="xMinYMid meet"
      role="img"
      aria-label="Shape of the class"
      className="text-ink"
    >
      {sheets.map((s, i) => {
        const left = x;
        x += s.width + gap;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the drawings have no identity of their own
          <g key={i} transform={`translate(${left} 0)`}>
            <path d={s.rest} stroke="var(--tail)" strokeWidth="2.4" strokeDasharray="0.8 1" fill="none" />
            <path d={s.work} fill="currentColor" />
            <path d={s.thread} stroke="var(--live)" strokeWidth="0.5" fill="none" opacity="0.85" />
          </g>
        );
      })}
    </svg>
  );
});
