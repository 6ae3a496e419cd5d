import { memo } from 'react';
import type { Plan } from '../../core/plan/index.ts';
import { type Sheet, sheetOf } from '../../core/timeline/index.ts';

const ROW = 5;
const BAR = 3.4;

interface Drawn {
  work: string;
  rest: string;
  thread: string;
  width: number;
  height: number;
}

/** Paths of a sheet at a scale (px per second): far fewer nodes than one element a cell. */
function draw(sheet: Sheet, scale: number): Drawn {
  const px = (ms: number) => (ms / 1000) * scale;
  const lefts: number[] = [];
  let x = 0;
  for (const column of sheet.columns) {
    lefts.push(x);
    x += px(column.widthMs) + Math.max(2.5, px(column.gapMs) * 0.5);
  }
  let work = '';
  let rest = '';
  for (const cell of sheet.cells) {
    let at = lefts[cell.col] ?? 0;
    const top = cell.row * ROW + 0.8;
    const height = BAR + (cell.rowSpan - 1) * ROW;
    for (const part of cell.parts) {
      const w = px(part.ms);
      if (part.kind === 'rest') rest += `M${at} ${top + height / 2}h${w}`;
      else work += `M${at} ${top}h${Math.max(0.8, w - 0.4)}v${height}h${-Math.max(0.8, w - 0.4)}z`;
      at += w;
    }
  }
  const thread = sheet.thread
    .map((k, i) => {
      const cell = sheet.cells[k];
      return cell ? `${i ? 'L' : 'M'}${(lefts[cell.col] ?? 0) + 1} ${cell.row * ROW + ROW / 2}` : '';
    })
    .join('');
  return { work, rest, thread, width: Math.max(x, 1), height: sheet.rows.length * ROW + 1 };
}

/** A class as its shape: the main blocks' round sheets, small, side by side. */
export const MiniSheet = memo(function MiniSheet({
  plan,
  width,
  height,
}: {
  plan: Plan;
  width: number;
  height: number;
}) {
  const sheets = plan.blocks
    .map((block, i) => ({ block, sheet: sheetOf(block, plan.blocks.slice(i + 1)) }))
    .filter(({ block, sheet }) => sheet.cells.length > 0 && (block.role === 'main' || block.role === 'finisher'))
    .map(({ sheet }) => draw(sheet, 0.36));
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
