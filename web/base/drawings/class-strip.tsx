import { memo, type PointerEvent } from 'react';
import { formatDuration, type Plan } from '../../../core/class/index.ts';
import type { Intensity } from '../../../core/judge/index.ts';
import { type Interval, isBreak, isWork, type PlanTotals, type Timeline } from '../../../core/time/index.ts';
import { clockOf } from '../data/index.ts';
import { EffortLine } from './effort-line.tsx';

interface Props {
  plan: Plan;
  timeline: Timeline;
  totals: PlanTotals;
  /** Where the class is now, in ms from its start; draws the live mark. */
  positionMs?: number;
  activeBlock?: number | null;
  onBlock?: (blockIndex: number) => void;
  compact?: boolean;
  /** How hard it is along the class, drawn below the blocks. */
  intensity?: Intensity;
  /** Told the place under the pointer as the strip is pressed and dragged, ms from the start. */
  onSeek?: (ms: number) => void;
}

const percent = (part: number, whole: number) => `${(100 * part) / whole}%`;

/** The whole class as one band: blocks in order with clock times, the slot's end as a firm line, what is over hatched. */
export function ClassStrip({
  plan,
  timeline,
  totals,
  positionMs,
  activeBlock = null,
  onBlock,
  compact = false,
  intensity,
  onSeek,
}: Props) {
  const slotMs = plan.slot.lengthMs ?? 0;
  const axisMs = Math.max(totals.totalMs, slotMs, 60_000) * 1.015;
  const at = placeClock(totals);
  const seek = (e: PointerEvent<HTMLDivElement>) => {
    if (!onSeek) return;
    const box = e.currentTarget.getBoundingClientRect();
    onSeek(Math.min(totals.totalMs, Math.max(0, ((e.clientX - box.left) / box.width) * axisMs)));
  };
  return (
    <div
      className={`relative ${compact ? 'h-9' : intensity ? 'h-[104px]' : 'h-[82px]'} ${onSeek ? 'cursor-ew-resize touch-none' : ''}`}
      role="group"
      aria-label="Class strip"
      onPointerDown={seek}
      onPointerMove={(e) => e.buttons === 1 && seek(e)}
    >
      <div className={`absolute inset-x-0 ${compact ? 'top-1 h-7' : 'top-4 h-11'}`}>
        <Blocks
          plan={plan}
          timeline={timeline}
          totals={totals}
          axisMs={axisMs}
          activeBlock={activeBlock}
          onBlock={onBlock}
          compact={compact}
        />
        {totals.totalMs > slotMs && slotMs > 0 && (
          <div
            className="hatch-over pointer-events-none absolute -inset-y-1"
            style={{ left: percent(slotMs, axisMs), width: percent(totals.totalMs - slotMs, axisMs) }}
          />
        )}
        {slotMs > 0 && (
          <div
            className="pointer-events-none absolute -inset-y-1.5 w-[3px] bg-ink"
            style={{ left: percent(slotMs, axisMs) }}
            title={`Slot ends ${at(slotMs)}`}
          />
        )}
        {positionMs !== undefined && (
          <div
            className="pointer-events-none absolute -inset-y-1.5 w-[3px] bg-live"
            style={{ left: percent(Math.min(positionMs, axisMs), axisMs) }}
          />
        )}
      </div>
      {!compact && intensity && (
        <div className="absolute inset-x-0 top-[63px] h-5">
          <EffortLine intensity={intensity} axisMs={axisMs} />
        </div>
      )}
      {!compact && (
        <div className={`absolute inset-x-0 ${intensity ? 'top-[22px]' : 'top-0'}`}>
          <Clocks plan={plan} totals={totals} axisMs={axisMs} at={at} slotAbove={intensity ? -22 : 0} />
        </div>
      )}
    </div>
  );
}

/** The clock time of a place in the class, or its time from the start where the class has none. */
const placeClock = (totals: PlanTotals) => (ms: number) =>
  totals.startClockMs === null ? formatDuration(ms) : clockOf(totals.startClockMs + ms);

/** The blocks to scale. A strip with a live mark is drawn many times a second, the blocks only when the class changes. */
const Blocks = memo(function Blocks({
  plan,
  timeline,
  totals,
  axisMs,
  activeBlock,
  onBlock,
  compact,
}: Pick<Props, 'plan' | 'timeline' | 'totals' | 'activeBlock' | 'onBlock' | 'compact'> & { axisMs: number }) {
  const at = placeClock(totals);
  return totals.blocks.map((b) => {
    const block = plan.blocks[b.blockIndex];
    if (!block || b.withBreakMs === 0) return null;
    const main = block.role === 'main' || block.role === 'finisher';
    const name = `${block.title}, ${formatDuration(b.totalMs)}, from ${at(b.startMs)}`;
    return (
      <button
        key={block.id}
        type="button"
        aria-label={name}
        title={name}
        disabled={!onBlock}
        onClick={() => onBlock?.(b.blockIndex)}
        style={{ left: percent(b.startMs, axisMs), width: percent(b.totalMs, axisMs) }}
        className={`absolute inset-y-0 overflow-hidden border text-left disabled:cursor-default ${
          main ? 'border-ink bg-ink text-paper' : 'border-line-strong bg-card text-ink'
        } ${activeBlock === b.blockIndex ? 'outline-2 outline-offset-1 outline-live' : ''}`}
      >
        {!compact && (
          <span className="absolute inset-x-0 top-0.5 truncate px-1.5 text-fine leading-tight">
            {block.title} <span className="digits opacity-75">{formatDuration(b.totalMs)}</span>
          </span>
        )}
        <Pulse intervals={timeline.intervals} block={b} light={main} />
      </button>
    );
  });
});

/** Work as a comb along the foot of a block: its rhythm at a glance. */
function Pulse({
  intervals,
  block,
  light,
}: {
  intervals: readonly Interval[];
  block: PlanTotals['blocks'][number];
  light: boolean;
}) {
  const own = intervals.filter((i) => i.blockIndex === block.blockIndex && !isBreak(i) && isWork(i));
  const d = own.map((i) => `M${i.startMs - block.startMs} 0h${i.durationMs * 0.94}`).join('');
  return (
    <svg
      className="absolute inset-x-0 bottom-0 h-2.5 w-full"
      viewBox={`0 0 ${Math.max(1, block.totalMs)} 10`}
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <path d={d} stroke={light ? 'var(--tail)' : 'var(--line-strong)'} strokeWidth="20" />
    </svg>
  );
}

function Clocks({
  plan,
  totals,
  axisMs,
  at,
  slotAbove,
}: {
  plan: Plan;
  totals: PlanTotals;
  axisMs: number;
  at: (ms: number) => string;
  /** By how much the slot's end stands higher where it goes above the blocks, px. */
  slotAbove: number;
}) {
  const starts = totals.blocks.filter((b) => b.withBreakMs > 0).map((b) => b.startMs);
  const apart = axisMs * 0.05;
  const marks: number[] = [];
  for (const ms of starts)
    if (ms - (marks.at(-1) ?? -axisMs) > apart && totals.totalMs - ms > apart * 1.6) marks.push(ms);
  marks.push(totals.totalMs);
  const slotMs = plan.slot.lengthMs;
  const slotIsClear = slotMs !== null && Math.abs(slotMs - totals.totalMs) > axisMs * 0.06;
  return (
    <div className="digits whitespace-nowrap text-fine text-muted" aria-hidden="true">
      {marks.map((ms, i) => (
        <span
          key={ms}
          className={`absolute top-[60px] ${i > 0 && i < marks.length - 1 ? 'max-sm:hidden' : ''}`}
          style={{
            left: percent(ms, axisMs),
            transform: i === marks.length - 1 && i > 0 ? 'translateX(-100%)' : undefined,
          }}
        >
          {at(ms)}
        </span>
      ))}
      {slotMs !== null && (
        <span
          className={`absolute text-ink max-lg:hidden ${slotIsClear ? 'top-[60px]' : '-top-1'}`}
          style={{
            left: percent(slotMs, axisMs),
            transform: 'translateX(-100%)',
            paddingRight: 6,
            ...(slotIsClear ? {} : { marginTop: slotAbove }),
          }}
        >
          slot {at(slotMs)}
        </span>
      )}
    </div>
  );
}
