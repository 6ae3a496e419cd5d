import { useState } from 'react';
import { type Block, type Format, formatSeconds, MAX_MS, settingsOf, withSetting } from '../../../core/class/index.ts';
import type { SheetTimes } from '../../../core/time/index.ts';
import { px, ROW_H, type SheetLayout } from './sheet-layout.ts';

interface Props {
  block: Block;
  sheet: SheetTimes;
  layout: SheetLayout;
  onEdit: (change: (block: Block) => Block) => void;
}

const SNAP_MS = 5000;

/** The setting that a gap between columns is made of; null when it cannot be dragged. */
const gapKey = (format: Format) => settingsOf(format).find(([, s]) => s.type === 'duration' && s.drag)?.[0] ?? null;

/** The breaks between columns and groups, to scale, with their seconds; dragged wider or narrower, or by arrow keys. */
export function GapLabels({ block, sheet, layout, onEdit }: Props) {
  const key = gapKey(block.format);
  const set = (ms: number) => {
    if (key) onEdit((b) => ({ ...b, format: withSetting(b.format, key, Math.min(MAX_MS, Math.max(0, ms))) }));
  };
  return (
    <div className="relative h-7">
      {sheet.columns.map((column, col) =>
        column.gapMs > 0 ? (
          <Gap
            key={column.round}
            name={`${block.title}: gap after round ${column.round}`}
            ms={column.gapMs}
            left={(layout.lefts[col] ?? 0) + px(layout, column.widthMs)}
            width={Math.max(24, px(layout, column.gapMs))}
            msPerPx={1000 / layout.scale}
            onChange={key ? set : null}
          />
        ) : null,
      )}
      {sheet.rowGaps.map((gap) => (
        <span
          key={gap.afterRow}
          className="digits absolute z-10 -translate-y-1/2 bg-paper px-1 text-fine text-muted"
          style={{ left: layout.width - 6, top: -layout.height + (gap.afterRow + 1) * ROW_H }}
        >
          {formatSeconds(gap.ms)}
        </span>
      ))}
    </div>
  );
}

interface GapProps {
  name: string;
  ms: number;
  left: number;
  width: number;
  msPerPx: number;
  onChange: ((ms: number) => void) | null;
}

function Gap({ name, ms, left, width, msPerPx, onChange }: GapProps) {
  const [drag, setDrag] = useState<{ fromX: number; fromMs: number; ms: number } | null>(null);
  const shown = drag?.ms ?? ms;
  const look = 'digits absolute top-0.5 border-t-2 border-dotted pt-0.5 text-center text-fine';
  if (!onChange)
    return (
      <span className={`${look} border-line-strong text-muted`} style={{ left, width }}>
        {formatSeconds(ms)}
      </span>
    );
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuenow={shown / 1000}
      aria-valuemin={0}
      aria-valuemax={600}
      aria-valuetext={`${formatSeconds(shown)} seconds`}
      title="Drag, or arrow keys: longer or shorter"
      className={`${look} cursor-ew-resize touch-none select-none ${drag ? 'border-live text-live' : 'border-line-strong text-muted hover:border-ink hover:text-ink'}`}
      style={{ left, width: width + (shown - ms) / msPerPx }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        setDrag({ fromX: e.clientX, fromMs: ms, ms });
      }}
      onPointerMove={(e) => {
        if (!drag) return;
        const to = drag.fromMs + (e.clientX - drag.fromX) * msPerPx;
        setDrag({ ...drag, ms: Math.max(0, Math.round(to / SNAP_MS) * SNAP_MS) });
      }}
      onPointerUp={() => {
        if (drag && drag.ms !== ms) onChange(drag.ms);
        setDrag(null);
      }}
      onPointerCancel={() => setDrag(null)}
      onKeyDown={(e) => {
        const step = e.shiftKey ? 1000 : SNAP_MS;
        const by = { ArrowRight: step, ArrowUp: step, ArrowLeft: -step, ArrowDown: -step }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        onChange(Math.max(0, ms + by));
      }}
    >
      {formatSeconds(shown)}
    </div>
  );
}
