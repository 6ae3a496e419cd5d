import { memo } from 'react';
import { formatSeconds } from '../../../core/class/index.ts';
import { cellMs, passMs, type SheetCell, type SheetPart, type SheetTimes } from '../../../core/time/index.ts';
import { useLatest } from '../../base/index.ts';
import { ROW_H, type SheetLayout } from './sheet-layout.ts';

interface Props {
  sheet: SheetTimes;
  layout: SheetLayout;
  isSelected: (row: number, col: number) => boolean;
  onPick: (row: number, col: number, extend: boolean) => void;
  onOpen: (row: number, col: number) => void;
  /** What the checks say of the gap after a visit; null when nothing. */
  gapNote?: (row: number, col: number) => string | null;
}

/** The visits, drawn to time, and the notches where an odd round leaves a set out. */
export function SheetCells({ sheet, layout, isSelected, onPick, onOpen, gapNote }: Props) {
  const pick = useLatest(onPick);
  const open = useLatest(onOpen);
  return (
    <>
      {sheet.columns.map((column, col) => (
        <div
          key={column.round}
          role="row"
          aria-label={`Round ${column.round}`}
          className="absolute top-0 left-0"
          style={{ transform: `translateX(${layout.lefts[col] ?? 0}px)` }}
        >
          {sheet.cells
            .filter((cell) => cell.col === col)
            .map((cell) => (
              <CellView
                key={`${cell.row}:${cell.pass}`}
                cell={cell}
                fromMs={passMs(sheet, cell)}
                name={sheet.rows[cell.row]?.label ?? ''}
                scale={layout.scale}
                selected={isSelected(cell.row, cell.col)}
                note={gapNote?.(cell.row, cell.col) ?? null}
                onPick={pick}
                onOpen={open}
              />
            ))}
        </div>
      ))}
      {sheet.missing.map((m) => (
        <div
          key={m.row}
          className="absolute flex items-center gap-1.5 text-fine text-live"
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

interface CellProps extends Pick<Props, 'onPick' | 'onOpen'> {
  cell: SheetCell;
  /** How far into its column it begins. */
  fromMs: number;
  name: string;
  scale: number;
  selected: boolean;
  note: string | null;
}

/** One visit, placed in its column; drawn again only when what it shows has changed, since a sheet may have hundreds. */
const CellView = memo(function CellView({ cell, fromMs, name, scale, selected, note, onPick, onOpen }: CellProps) {
  const px = (ms: number) => (ms / 1000) * scale;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the grid listens for keys
    <div
      role="gridcell"
      aria-selected={selected}
      aria-label={cellName(name, cell)}
      data-cell={`${cell.row}:${cell.col}${cell.pass === 0 ? '' : `:${cell.pass}`}`}
      className={`absolute flex ${selected ? 'z-[5] outline-[3px] outline-live' : ''}`}
      style={{ left: px(fromMs), top: cell.row * ROW_H + 4, width: px(cellMs(cell)), height: cell.rowSpan * ROW_H - 8 }}
      onMouseDown={(e) => e.shiftKey && e.preventDefault()}
      onClick={(e) => onPick(cell.row, cell.col, e.shiftKey)}
      onDoubleClick={() => onOpen(cell.row, cell.col)}
    >
      {cell.parts.map((part, i) => (
        <Part
          key={part.interval}
          part={part}
          width={px(part.ms)}
          eighthPx={part.eightMs === null ? null : px(part.eightMs)}
          first={i === 0}
        />
      ))}
      {note && (
        <span
          className="absolute top-0 -right-[3px] h-full w-[6px] bg-live"
          style={{ clipPath: 'polygon(50% 0, 100% 20%, 62% 20%, 62% 100%, 38% 100%, 38% 20%, 0 20%)' }}
          title={note}
        />
      )}
    </div>
  );
}, sameCell);

function sameCell(a: CellProps, b: CellProps): boolean {
  if (
    a.scale !== b.scale ||
    a.fromMs !== b.fromMs ||
    a.selected !== b.selected ||
    a.name !== b.name ||
    a.note !== b.note
  )
    return false;
  const [x, y] = [a.cell, b.cell];
  return (
    x.rowSpan === y.rowSpan && x.parts.length === y.parts.length && x.parts.every((p, i) => samePart(p, y.parts[i]))
  );
}

function samePart(a: SheetPart, b: SheetPart | undefined): boolean {
  return (
    b !== undefined &&
    a.ms === b.ms &&
    a.kind === b.kind &&
    a.side === b.side &&
    a.switches === b.switches &&
    a.layer === b.layer &&
    a.about === b.about &&
    a.eightMs === b.eightMs &&
    a.interval === b.interval
  );
}

function Part({
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
      className={`digits relative h-full overflow-hidden whitespace-nowrap text-fine leading-[26px] ${
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
          {part.eightMs === null ? formatSeconds(part.ms) : Math.round((8 * part.ms) / part.eightMs)}
          {side}
          {part.layer && width > 90 ? ` ${part.layer}` : ''}
        </span>
      )}
    </div>
  );
}

function sideMark({ side, switches }: SheetPart): string {
  if (side === null) return '';
  if (switches) return side === 'left' ? ' L|R' : ' R|L';
  return side === 'left' ? ' L' : ' R';
}

function cellName(name: string, cell: SheetCell): string {
  const row = cell.rowSpan > 1 ? 'Complex' : name;
  const parts = cell.parts.map(
    (p) => `${p.kind === 'rest' ? 'rest' : 'work'} ${formatSeconds(p.ms)}${p.side ? ` ${p.side}` : ''}`,
  );
  return `${row}, round ${cell.col + 1}: ${parts.join(', ')}`;
}
