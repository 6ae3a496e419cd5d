import { memo } from 'react';
import { formatSeconds } from '../../core/plan/index.ts';
import type { Sheet, SheetCell, SheetPart } from '../../core/timeline/index.ts';
import { cellBox, px, ROW_H, type SheetLayout } from './sheet-layout.ts';

interface Props {
  sheet: Sheet;
  layout: SheetLayout;
  isSelected: (row: number, col: number) => boolean;
  onPick: (row: number, col: number, extend: boolean) => void;
  onOpen: (row: number, col: number) => void;
}

/** The visits, drawn to time, and the notches where an odd round leaves a set out. */
export function SheetCells({ sheet, layout, isSelected, onPick, onOpen }: Props) {
  return (
    <>
      {sheet.cells.map((cell) => (
        // biome-ignore lint/a11y/useFocusableInteractive: the grid holds the focus and moves the active cell
        // biome-ignore lint/a11y/useKeyWithClickEvents: the grid listens for keys
        <div
          key={`${cell.row}:${cell.col}`}
          role="gridcell"
          aria-selected={isSelected(cell.row, cell.col)}
          aria-label={cellName(sheet, cell)}
          data-cell={`${cell.row}:${cell.col}`}
          className={`absolute flex ${isSelected(cell.row, cell.col) ? 'z-[5] outline-[3px] outline-live' : ''}`}
          style={cellBox(layout, cell)}
          onMouseDown={(e) => e.shiftKey && e.preventDefault()}
          onClick={(e) => onPick(cell.row, cell.col, e.shiftKey)}
          onDoubleClick={() => onOpen(cell.row, cell.col)}
        >
          {cell.parts.map((part, i) => (
            <Part
              key={part.interval}
              part={part}
              width={px(layout, part.ms)}
              eighthPx={eighth(part, layout)}
              first={i === 0}
            />
          ))}
        </div>
      ))}
      {sheet.missing.map((m) => (
        <div
          key={m.row}
          className="absolute flex items-center gap-1.5 text-[13px] text-live"
          style={{ left: layout.width - 84, top: m.row * ROW_H + 5, height: ROW_H - 10 }}
        >
          <svg width="20" height={ROW_H - 10} aria-hidden="true">
            <path
              d={`M1 1H19V${(ROW_H - 10) / 2 - 5}L12 ${(ROW_H - 10) / 2}L19 ${(ROW_H - 10) / 2 + 5}V${ROW_H - 11}H1Z`}
              fill="none"
              stroke="var(--live)"
              strokeWidth="1.6"
              strokeDasharray="3 2"
            />
          </svg>
          {m.side === 'left' ? 'L' : 'R'} missing
        </div>
      ))}
    </>
  );
}

/** Beats cells carry a mark at every eight counts; others none. */
function eighth(part: SheetPart, layout: SheetLayout): number | null {
  return part.eightMs === null ? null : px(layout, part.eightMs);
}

const Part = memo(function Part({
  part,
  width,
  eighthPx,
  first,
}: {
  part: SheetPart;
  width: number;
  eighthPx: number | null;
  first: boolean;
}) {
  if (part.kind === 'rest') return <div className="hatch h-full" style={{ width }} />;
  const open = part.kind === 'open' || part.kind === 'demo';
  const side = sideMark(part);
  return (
    <div
      className={`digits relative h-full overflow-hidden whitespace-nowrap text-[13px] leading-[26px] ${
        open ? 'border-2 border-dashed border-ink bg-card text-ink leading-[22px]' : 'bg-ink text-paper'
      } ${first ? '' : 'border-l border-paper'}`}
      style={{
        width,
        paddingLeft: width > 18 ? 6 : 1,
        ...(eighthPx
          ? {
              backgroundImage: `repeating-linear-gradient(90deg, transparent 0 ${eighthPx - 1}px, var(--paper) ${eighthPx - 1}px ${eighthPx}px)`,
            }
          : {}),
      }}
    >
      {width > 16 && (
        <span className={eighthPx ? 'bg-ink pr-1' : ''}>
          {part.about ? '~' : ''}
          {formatSeconds(part.ms)}
          {side}
          {part.layer && width > 90 ? ` ${part.layer}` : ''}
        </span>
      )}
    </div>
  );
});

function sideMark({ side, switches }: SheetPart): string {
  if (side === null) return '';
  if (switches) return side === 'left' ? ' L|R' : ' R|L';
  return side === 'left' ? ' L' : ' R';
}

function cellName(sheet: Sheet, cell: SheetCell): string {
  const row = cell.rowSpan > 1 ? 'Complex' : (sheet.rows[cell.row]?.label ?? '');
  const parts = cell.parts.map(
    (p) => `${p.kind === 'rest' ? 'rest' : 'work'} ${formatSeconds(p.ms)}${p.side ? ` ${p.side}` : ''}`,
  );
  return `${row}, round ${cell.col + 1}: ${parts.join(', ')}`;
}
