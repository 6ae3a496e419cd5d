import {
  type Cell,
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  type Header,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useRef, useState } from 'react';
import { AREA_WORDS, type Move, PART_WORDS, PATTERN_WORDS, POSITION_WORDS } from '../../../core/moves/index.ts';
import { Checkbox, MoveFigure, useWindow } from '../../base/index.ts';

const ROW_H = 52;
const column = createColumnHelper<Move>();

const EFFORT_STEPS = [1, 2, 3, 4, 5];

/** Effort as a small stair: how many steps are filled. */
export function Effort({ value }: { value: number }) {
  return (
    <span role="img" aria-label={`effort ${value} of 5`} className="inline-flex h-4 items-end gap-[2px]">
      {EFFORT_STEPS.map((k) => (
        <span
          key={k}
          className={k <= value ? 'w-[5px] bg-ink' : 'w-[5px] border border-line-strong'}
          style={{ height: 3 + k * 2.4 }}
        />
      ))}
    </span>
  );
}

const COLUMNS = [
  column.display({
    id: 'figure',
    header: () => <span className="sr-only">Drawing</span>,
    cell: (c) => <MoveFigure name={c.row.original.name} time={null} small className="h-[46px] w-[72px]" />,
  }),
  column.accessor('name', {
    header: 'Name',
    cell: (c) => (
      <span className="truncate font-semibold">
        {c.getValue()}
        {c.row.original.own && <span className="ml-1.5 text-fine font-normal text-muted">own</span>}
      </span>
    ),
  }),
  column.accessor((m) => AREA_WORDS[m.area], { id: 'area', header: 'Area' }),
  column.accessor((m) => m.main.map((p) => PART_WORDS[p]).join(', '), { id: 'parts', header: 'Works' }),
  column.accessor((m) => PATTERN_WORDS[m.pattern], { id: 'pattern', header: 'Pattern' }),
  column.accessor((m) => POSITION_WORDS[m.position], { id: 'position', header: 'Position' }),
  column.accessor((m) => m.kit.join(', '), { id: 'kit', header: 'Kit' }),
  column.accessor('effort', { header: 'Effort', cell: (c) => <Effort value={c.getValue()} /> }),
  column.accessor((m) => ({ none: 0, low: 1, high: 2 })[m.impact], {
    id: 'impact',
    header: 'Impact',
    cell: (c) => c.row.original.impact,
  }),
];

/** Narrow columns go when a move is open beside the table. */
const WIDTHS =
  'grid-cols-[36px_72px_minmax(150px,1.6fr)_100px_minmax(110px,1.2fr)_84px_112px_minmax(90px,0.9fr)_64px_64px]';
const NARROW = 'grid-cols-[36px_72px_minmax(150px,1.6fr)_96px_minmax(100px,1fr)_80px]';
const NARROW_SHOWN = ['figure', 'name', 'area', 'parts', 'pattern'];
/** On a phone. */
const LEAST = 'grid-cols-[32px_72px_minmax(0,1fr)_72px]';
const LEAST_SHOWN = ['figure', 'name', 'area'];

interface Props {
  moves: readonly Move[];
  open: string | null;
  onOpen: (name: string) => void;
  selected: ReadonlySet<string>;
  onSelect: (selected: ReadonlySet<string>) => void;
}

/** The moves as a sortable table that draws only the rows in sight. */
export function MovesTable({ moves, open, onOpen, selected, onSelect }: Props) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const table = useReactTable({
    data: moves as Move[],
    columns: COLUMNS,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const rows = table.getRowModel().rows;
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_H,
    overscan: 12,
  });
  const { width } = useWindow();
  const shown = width < 640 ? LEAST_SHOWN : open !== null || width < 1000 ? NARROW_SHOWN : null;
  const isShown = (c: { column: { id: string } }) => shown?.includes(c.column.id) ?? true;
  const grid = `grid ${shown === LEAST_SHOWN ? LEAST : shown === null ? WIDTHS : NARROW} items-center gap-x-3 px-2`;
  const choose = (name: string, on: boolean) => {
    const next = new Set(selected);
    if (on) next.add(name);
    else next.delete(name);
    onSelect(next);
  };
  return (
    <div
      role="table"
      aria-label="Moves"
      aria-rowcount={rows.length + 1}
      className="flex min-h-0 min-w-0 flex-1 flex-col"
    >
      <div role="row" className={`${grid} min-h-10 border-b border-line-strong text-small text-muted`}>
        <span role="columnheader">
          <Checkbox
            aria-label="Choose all found"
            checked={moves.length > 0 && moves.every((m) => selected.has(m.name))}
            onChange={(on) => onSelect(on ? new Set(moves.map((m) => m.name)) : new Set())}
          />
        </span>
        {table
          .getFlatHeaders()
          .filter(isShown)
          .map((header) => (
            <Head key={header.id} header={header} />
          ))}
      </div>
      {rows.length === 0 && (
        <p className="px-2 py-6 text-muted">Nothing fits. Take a filter away, or add the move as your own.</p>
      )}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a scroll area must be reachable by keyboard */}
      <div ref={box} role="rowgroup" tabIndex={0} className="min-h-0 flex-1 overflow-y-auto" data-testid="moves-rows">
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index];
            if (!row) return null;
            const name = row.original.name;
            return (
              <div
                key={row.id}
                role="row"
                aria-rowindex={item.index + 2}
                className={`${grid} absolute inset-x-0 border-b text-small ${name === open ? 'bg-ink/10' : 'hover:bg-card'}`}
                style={{ height: ROW_H, transform: `translateY(${item.start}px)` }}
              >
                <span role="cell">
                  <Checkbox
                    aria-label={`Choose ${name}`}
                    checked={selected.has(name)}
                    onChange={(on) => choose(name, on)}
                  />
                </span>
                {row
                  .getVisibleCells()
                  .filter(isShown)
                  .map((cell) => (
                    <span key={cell.id} role="cell" className="min-w-0 truncate">
                      <CellContent cell={cell} onOpen={() => onOpen(name)} />
                    </span>
                  ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

const SORTS = { asc: 'ascending', desc: 'descending' } as const;

/** The head of a column; a press sorts by it. */
function Head({ header }: { header: Header<Move, unknown> }) {
  const sorted = header.column.getIsSorted();
  const words = flexRender(header.column.columnDef.header, header.getContext());
  return (
    <span role="columnheader" aria-sort={sorted ? SORTS[sorted] : 'none'}>
      {header.column.getCanSort() ? (
        <button
          type="button"
          className="flex min-h-9 items-center gap-1 hover:text-ink"
          onClick={header.column.getToggleSortingHandler()}
        >
          {words}
          {sorted === 'asc' && <ArrowUp size={13} aria-hidden="true" />}
          {sorted === 'desc' && <ArrowDown size={13} aria-hidden="true" />}
        </button>
      ) : (
        words
      )}
    </span>
  );
}

/** What stands in a cell; the name opens its move. */
function CellContent({ cell, onOpen }: { cell: Cell<Move, unknown>; onOpen: () => void }) {
  const words = flexRender(cell.column.columnDef.cell, cell.getContext());
  if (cell.column.id !== 'name') return words;
  return (
    <button type="button" className="min-h-9 w-full truncate text-left" onClick={onOpen}>
      {words}
    </button>
  );
}
