import {
  type ClipboardEvent,
  type Dispatch,
  type KeyboardEvent,
  type RefObject,
  type SetStateAction,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { type Block, setTimes, type TimesPatch } from '../../../core/class/index.ts';
import { type SheetTimes, sheetOf } from '../../../core/time/index.ts';
import { editBlock } from './block-edits.ts';
import { CellEntry } from './cell-entry-field.tsx';
import { rememberCopied } from './clipboard-memory.ts';
import { GapLabels } from './gap-labels.tsx';
import { tellLeftOut } from './left-out.ts';
import type { BlockMarks } from './marks.ts';
import type { Openers } from './openers.ts';
import { cellsOf, contains, extendTo, moved, type Selection, single } from './selection.ts';
import { SheetCells } from './sheet-cells.tsx';
import { copiedStations, copyText, fillSelection, pasteText } from './sheet-clipboard.ts';
import { HEADER_H, layOut, ROW_H, threadPath } from './sheet-layout.ts';
import { StationRows } from './station-rows.tsx';

interface Props {
  block: Block;
  following: readonly Block[];
  marks?: BlockMarks;
  open?: Openers;
}

const NAMES_W = 268;
/** What of a row is not its name: handle, number, marks and sides; and a letter of the name; px. */
const BESIDE_NAME = 128;
const LETTER = 8.4;

/** How wide the names stand: as the longest needs, as far as there is room, px. */
function namesWidth(block: Block, available: number): number {
  const longest = Math.max(0, ...block.stations.map((s) => s.move.length));
  const least = Math.min(NAMES_W, available * 0.62);
  return Math.round(Math.min(Math.max(NAMES_W, longest * LETTER + BESIDE_NAME), Math.max(least, available * 0.45)));
}

/** The round sheet: stations as rows, rounds as columns, each visit drawn to time and edited in place. */
export function RoundSheet({ block, following, marks, open }: Props) {
  const sheet = useMemo(() => sheetOf(block, following), [block, following]);
  const [box, available] = useWidth();
  const names = namesWidth(block, available);
  const layout = useMemo(() => layOut(sheet, Math.max(240, available - names)), [sheet, available, names]);
  const [selection, setSelection] = useState<Selection | null>(null);
  const grid = useRef<HTMLDivElement>(null);
  const rows = sheet.cells.some((c) => c.rowSpan > 1) ? 1 : sheet.rows.length;
  const cols = sheet.columns.length;
  const select = (anchor: Selection['anchor'], head: Selection['head']) => {
    if (cols === 0) return;
    setSelection({ anchor, head });
    grid.current?.focus();
  };
  return (
    <div ref={box} className="overflow-x-auto">
      <div className="flex" style={{ minWidth: names + layout.width }}>
        <div className="sticky left-0 z-20 shrink-0 bg-paper" style={{ width: names }}>
          <div style={{ height: HEADER_H }} />
          {block.stations.length > 0 ? (
            <StationRows
              block={block}
              columns={cols}
              marks={marks}
              open={open}
              selectedFrom={selection ? Math.min(selection.anchor.row, selection.head.row) : -1}
              selectedTo={selection ? Math.max(selection.anchor.row, selection.head.row) : -1}
              onSelectRow={(row) => select({ row, col: 0 }, { row, col: cols - 1 })}
            />
          ) : (
            <ShownRows names={sheet.rows.map((r) => r.label)} />
          )}
        </div>
        <div className="relative grow">
          <ColumnHeads
            sheet={sheet}
            layout={layout}
            onSelect={(col) => select({ row: 0, col }, { row: rows - 1, col })}
          />
          {cols === 0 ? (
            <div style={{ height: layout.height }} />
          ) : (
            <Grid {...{ ref: grid, block, sheet, layout, rows, marks, selection, setSelection }} />
          )}
          <GapLabels block={block} sheet={sheet} layout={layout} onEdit={(change) => editBlock(block.id, change)} />
        </div>
      </div>
    </div>
  );
}

interface GridProps extends Pick<Props, 'block' | 'marks'> {
  ref: RefObject<HTMLDivElement | null>;
  sheet: SheetTimes;
  layout: ReturnType<typeof layOut>;
  rows: number;
  selection: Selection | null;
  setSelection: Dispatch<SetStateAction<Selection | null>>;
}

/** The visits: selected, typed over, copied and pasted. */
function Grid({ ref, block, sheet, layout, rows, marks, selection, setSelection }: GridProps) {
  const [entry, setEntry] = useState<string | null>(null);
  const chosen = selection ?? single(0, 0);
  const onEdit = (change: (block: Block) => Block) => editBlock(block.id, change);
  const apply = (patch: TimesPatch) => {
    if (selection) onEdit((b) => setTimes(b, cellsOf(selection), patch));
  };
  const onKeyDown = (e: KeyboardEvent) => {
    if (entry !== null) return;
    const done = gridKey(e, {
      selection: chosen,
      rows,
      cols: sheet.columns.length,
      select: setSelection,
      type: setEntry,
      clear: () => apply({ workMs: null, restMs: null }),
      fill: (direction) => onEdit((b) => fillSelection(b, sheet, chosen, direction)),
      nudge: (ms) => onEdit((b) => nudge(b, sheet, chosen, ms)),
    });
    if (done) e.preventDefault();
  };
  const onCopy = (e: ClipboardEvent) => {
    if (!selection || entry !== null) return;
    e.preventDefault();
    const text = copyText(block, sheet, selection);
    const whole = copiedStations(block, sheet, selection);
    if (whole) rememberCopied(text, { stations: whole });
    e.clipboardData.setData('text/plain', text);
  };
  const onPaste = (e: ClipboardEvent) => {
    if (entry !== null) return;
    const pasted = pasteText(block, sheet, chosen, e.clipboardData.getData('text/plain'));
    if (!pasted) return;
    e.preventDefault();
    e.stopPropagation();
    onEdit(() => pasted.block);
    tellLeftOut(pasted.left);
  };
  return (
    <div
      ref={ref}
      role="grid"
      tabIndex={0}
      aria-label={`${block.title}: round sheet. Arrows move, digits set work seconds, work/rest sets both, /rest the rest.`}
      aria-multiselectable="true"
      className="relative"
      style={{ height: layout.height }}
      onKeyDown={onKeyDown}
      onCopy={onCopy}
      onPaste={onPaste}
      onFocus={() => setSelection((s) => s ?? chosen)}
      onBlur={(e) => {
        if (!e.currentTarget.contains(e.relatedTarget)) setEntry(null);
      }}
    >
      <RowLines count={sheet.rows.length} />
      <SheetCells
        sheet={sheet}
        layout={layout}
        isSelected={(row, col) => selection !== null && contains(selection, row, col)}
        gapNote={(row, col) =>
          marks?.gaps?.[`${block.stations[row]?.id}:${col + 1}`]?.map((n) => n.text).join(' ') ?? null
        }
        onPick={(row, col, extend) => {
          setSelection(extend && selection ? extendTo(selection, row, col) : single(row, col));
          setEntry(null);
          ref.current?.focus();
        }}
        onOpen={(row, col) => {
          setSelection(single(row, col));
          setEntry('');
        }}
      />
      <Thread sheet={sheet} layout={layout} />
      {selection && entry !== null && (
        <CellEntry
          start={entry}
          left={layout.lefts[selection.head.col] ?? 0}
          top={selection.head.row * ROW_H + 2}
          onDone={(patch) => {
            if (patch) apply(patch);
            setEntry(null);
            ref.current?.focus();
          }}
        />
      )}
    </div>
  );
}

/** The way of one group from visit to visit. */
const Thread = ({ sheet, layout }: Pick<GridProps, 'sheet' | 'layout'>) => (
  <svg
    className="pointer-events-none absolute inset-0 z-10 overflow-visible"
    width={layout.width}
    height={layout.height}
    aria-hidden="true"
  >
    <path
      d={threadPath(sheet, layout)}
      fill="none"
      stroke="var(--live)"
      strokeWidth="1.4"
      strokeLinejoin="round"
      opacity="0.8"
    />
  </svg>
);

function useWidth(): [RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  useLayoutEffect(() => {
    if (!ref.current) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    observer.observe(ref.current);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}

interface GridKeys {
  selection: Selection;
  rows: number;
  cols: number;
  select: (selection: Selection) => void;
  type: (start: string) => void;
  clear: () => void;
  fill: (direction: 'down' | 'right') => void;
  nudge: (ms: number) => void;
}

/** What a key does on the sheet; false leaves it to the browser. */
function gridKey(e: KeyboardEvent, on: GridKeys): boolean {
  const { key } = e;
  if (key.startsWith('Arrow') && !e.altKey) on.select(moved(on.selection, key, e.shiftKey, on.rows, on.cols));
  else if ((e.ctrlKey || e.metaKey) && key === 'a')
    on.select({ anchor: { row: 0, col: 0 }, head: { row: on.rows - 1, col: on.cols - 1 } });
  else if ((e.ctrlKey || e.metaKey) && key === 'd') on.fill('down');
  else if ((e.ctrlKey || e.metaKey) && key === 'r') on.fill('right');
  else if (e.ctrlKey || e.metaKey || e.altKey) return false;
  else if (/^[0-9/]$/.test(key)) on.type(key);
  else if (key === 'Enter' || key === 'F2') on.type('');
  else if (key === 'Delete' || key === 'Backspace') on.clear();
  else if (key === '+' || key === '=') on.nudge(5000);
  else if (key === '-') on.nudge(-5000);
  else if (key === '>') on.nudge(1000);
  else if (key === '<') on.nudge(-1000);
  else return false;
  return true;
}

/** Adds to the work of each selected visit; visits of the same length are set together. */
function nudge(block: Block, sheet: SheetTimes, selection: Selection, byMs: number): Block {
  const byLength = new Map<number, ReturnType<typeof cellsOf>>();
  for (const ref of cellsOf(selection)) {
    const cell = sheet.cells.find((c) => c.row === ref.stationIndex && c.col === ref.round - 1);
    const workMs = cell?.parts.find((p) => p.kind !== 'rest')?.ms;
    if (workMs !== undefined) byLength.set(workMs, [...(byLength.get(workMs) ?? []), ref]);
  }
  let changed = block;
  for (const [ms, refs] of byLength) changed = setTimes(changed, refs, { workMs: Math.max(1000, ms + byMs) });
  return changed;
}

function ColumnHeads({
  sheet,
  layout,
  onSelect,
}: Pick<GridProps, 'sheet' | 'layout'> & { onSelect: (col: number) => void }) {
  return (
    <div className="relative" style={{ height: HEADER_H }}>
      {sheet.columns.map((column, col) => (
        <button
          key={column.round}
          type="button"
          tabIndex={-1}
          title={`Select round ${column.round}`}
          className="digits absolute top-0 rounded-sm px-1.5 text-left text-fine text-muted hover:bg-ink/10 hover:text-ink"
          style={{ left: (layout.lefts[col] ?? 0) - 5, height: HEADER_H, minWidth: 26 }}
          onClick={() => onSelect(col)}
        >
          {column.round}
        </button>
      ))}
    </div>
  );
}

/** The names of stations that are another block's, which a demo shows. */
function ShownRows({ names }: { names: readonly string[] }) {
  return (
    <ol aria-label="What is shown">
      {names.map((name, k) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are known by their place
          key={k}
          className="flex items-center overflow-hidden whitespace-nowrap pl-8 text-small text-muted"
          style={{ height: ROW_H }}
        >
          {name}
        </li>
      ))}
    </ol>
  );
}

function RowLines({ count }: { count: number }) {
  return Array.from({ length: count }, (_, row) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: lines have no identity but their place
    <div key={row} className="absolute inset-x-0 border-b" style={{ top: (row + 1) * ROW_H - 1 }} />
  ));
}
