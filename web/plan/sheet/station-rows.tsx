import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ArrowLeftRight, GripVertical, X } from 'lucide-react';
import { memo, useState } from 'react';
import {
  type Block,
  measureWords,
  removeStations,
  type Station,
  same,
  weightsWords,
} from '../../../core/class/index.ts';
import { keyOf, putMove, usualSides } from '../../../core/moves/index.ts';
import { Select, toast, useLatest, useLibrary, useShared } from '../../base/index.ts';
import { undo, useBuilder } from '../editing/index.ts';
import { editBlock } from './block-edits.ts';
import type { BlockMarks, MarkNote } from './marks.ts';
import type { Openers } from './openers.ts';
import { NameMark, RowMark } from './row-marks.tsx';
import { ROW_H } from './sheet-layout.ts';
import { APART, SIDES, sidesMark, sidesValue } from './sides.ts';
import { StationLine } from './station-line.tsx';

interface Props {
  block: Block;
  /** Rows selected on the sheet, first and last; −1 for none. */
  selectedFrom: number;
  selectedTo: number;
  /** Columns of the sheet: what selecting a row selects. */
  columns: number;
  onSelectRow: (row: number) => void;
  marks?: BlockMarks | undefined;
  open?: Openers | undefined;
}

/** The names of the stations, which are the rows: renamed, reordered, sided and removed here. */
export const StationRows = memo(function StationRows(props: Props) {
  const { block, selectedFrom, selectedTo, onSelectRow, marks, open } = props;
  const onEdit = (change: (block: Block) => Block) => editBlock(block.id, change);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const moveTo = (from: number, to: number) =>
    onEdit((b) => {
      const station = b.stations[from];
      if (!station || to < 0 || to >= b.stations.length) return b;
      const rest = b.stations.filter((_, k) => k !== from);
      return { ...b, stations: [...rest.slice(0, to), station, ...rest.slice(to)] };
    });
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const index = (id: unknown) => block.stations.findIndex((s) => s.id === id);
    if (over && active.id !== over.id) moveTo(index(active.id), index(over.id));
  };
  // Another list would draw every row anew.
  const items = useShared(block.stations.map((s) => s.id));
  const select = useLatest(onSelectRow);
  const move = useLatest((row: number, by: number) => moveTo(row, row + by));
  const change = useLatest((id: string, to: (station: Station) => Station) =>
    onEdit((b) => ({ ...b, stations: b.stations.map((s) => (s.id === id ? to(s) : s)) })),
  );
  // The row may show an older station than the sheet holds; what opens to be edited is the newest.
  const read = useLatest((id: string) =>
    useBuilder
      .getState()
      .plan?.blocks.find((b) => b.id === block.id)
      ?.stations.find((s) => s.id === id),
  );
  const remove = useLatest((id: string) => useBuilder.getState().edit((p) => removeStations(p, block.id, [id])));
  const rename = useLatest((id: string, name: string) => {
    const { library } = useLibrary.getState();
    const usual = usualSides(block, library);
    const station = block.stations.find((s) => s.id === id);
    if (!station) return;
    const { gone } = putMove(station, name, library, usual);
    onEdit((b) => ({
      ...b,
      stations: b.stations.map((s) => (s.id === id ? putMove(s, name, library, usual).station : s)),
    }));
    if (gone.length > 0 && keyOf(name) !== keyOf(station.move))
      toast.undoable(`${name}: with ${station.move} went its ${gone.join(', ')}.`, undo);
  });
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext items={items} strategy={verticalListSortingStrategy}>
        {block.stations.map((station, row) => (
          <StationRow
            key={station.id}
            station={station}
            row={row}
            selected={row >= selectedFrom && row <= selectedTo}
            onSelect={select}
            onChange={change}
            onRemove={remove}
            onRename={rename}
            apart={block.use === 'together'}
            onRead={read}
            onMove={move}
            notes={marks?.stations?.[station.id]}
            open={open}
          />
        ))}
      </SortableContext>
    </DndContext>
  );
}, sameRows);

/** Times are not shown here: an edit of cells alone leaves the rows as they are. */
function sameRows(a: Props, b: Props): boolean {
  if (
    a.selectedFrom !== b.selectedFrom ||
    a.selectedTo !== b.selectedTo ||
    a.columns !== b.columns ||
    a.marks !== b.marks ||
    a.open !== b.open
  )
    return false;
  const [x, y] = [a.block.stations, b.block.stations];
  return x.length === y.length && x.every((s, k) => s === y[k] || same(shownOf(s), shownOf(y[k])));
}

function shownOf(station: Station | undefined): Partial<Station> | undefined {
  if (!station) return undefined;
  const { cells: _, workMs: __, restMs: ___, ...shown } = station;
  return shown;
}

interface RowProps {
  station: Station;
  row: number;
  selected: boolean;
  onSelect: (row: number) => void;
  onChange: (id: string, to: (station: Station) => Station) => void;
  onRemove: (id: string) => void;
  onRename: (id: string, name: string) => void;
  /** Whether stations can have what one clock for all groups cannot give. */
  apart: boolean;
  onRead: (id: string) => Station | undefined;
  onMove: (row: number, by: number) => void;
  notes: readonly MarkNote[] | undefined;
  open: Openers | undefined;
}

const StationRow = memo(function StationRow(props: RowProps) {
  const { station, row, selected } = props;
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: station.id });
  // Nothing is said of a name before the library is there.
  const reading = useLibrary((s) => (s.state === 'ready' ? s.library.read(station.move) : null));
  return (
    <div
      ref={setNodeRef}
      className={`group relative flex items-center border-b ${isDragging ? 'z-30 bg-card' : ''} ${selected ? 'bg-ink/5' : ''}`}
      style={{ height: ROW_H, transform: CSS.Transform.toString(transform), transition }}
    >
      <button
        type="button"
        className="flex h-full w-6 cursor-grab items-center justify-center text-line-strong"
        {...attributes}
        {...listeners}
        aria-label={`Move ${station.move}; Space lifts it, arrows move it`}
      >
        <GripVertical size={15} />
      </button>
      <button
        type="button"
        tabIndex={-1}
        className="digits h-full w-6 text-right text-fine text-muted hover:text-ink"
        onClick={() => props.onSelect(row)}
        aria-label={`Select all of ${station.move}`}
      >
        {row + 1}
      </button>
      <MoveField {...props} />
      <RowTools {...props} isKnown={reading === null || reading.kind === 'known'} />
      {reading && <NameMark name={station.move} reading={reading} onTell={props.open?.tell} />}
      {station.lowImpact && (
        <span className="text-fine text-muted" title={`Low impact beside it: ${station.lowImpact}`}>
          +low
        </span>
      )}
      {props.notes && <RowMark notes={props.notes} onOpen={props.open?.explain} />}
      {station.reps && (
        <span className="digits whitespace-nowrap text-fine text-muted">
          {station.reps.count}
          {station.reps.per === 'side' ? ' a side' : '×'}
        </span>
      )}
      {station.measure && (
        <span className="digits whitespace-nowrap text-fine text-muted">{measureWords(station.measure)}</span>
      )}
      {weightsWords(station) !== '' && (
        <span className="digits whitespace-nowrap text-fine text-muted">{weightsWords(station)}</span>
      )}
      {station.effort && <span className="text-fine text-muted">{station.effort}</span>}
      <SidesField {...props} />
    </div>
  );
});

/** The name of a station: kept when it is left, put back by Escape; with Alt the arrows move the row. */
function MoveField({ station, row, onRename, onMove }: Pick<RowProps, 'station' | 'row' | 'onRename' | 'onMove'>) {
  const [name, setName] = useState<string | null>(null);
  const tooLong = name !== null && [...name.trim()].length > MOST_LETTERS;
  const commit = () => {
    if (tooLong) return;
    const move = name?.trim();
    setName(null);
    if (move && move !== station.move) onRename(station.id, move);
  };
  return (
    <>
      <input
        aria-label={`Name of station ${row + 1}`}
        aria-invalid={tooLong}
        className={`ml-1.5 h-7 min-w-0 flex-1 truncate rounded-sm border bg-transparent px-1 focus:bg-card ${tooLong ? 'border-2 border-dashed border-live' : 'border-transparent hover:border-line focus:border-line-strong'}`}
        value={name ?? station.move}
        style={{ fontSize: station.move.length > 44 ? 13 : station.move.length > 32 ? 14.5 : undefined }}
        title={tooLong ? TOO_LONG : station.move}
        onChange={(e) => setName(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          if (e.key === 'Escape') setName(null);
          if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
            e.preventDefault();
            onMove(row, e.key === 'ArrowUp' ? -1 : 1);
          }
        }}
      />
      {tooLong && (
        <span role="alert" className="absolute top-full left-12 z-40 bg-card px-1 text-fine text-live">
          {TOO_LONG}
        </span>
      )}
    </>
  );
}

const TOOL = 'flex h-7 w-7 items-center justify-center rounded-sm text-muted hover:bg-ink/10 hover:text-ink';

/** What is done with a station, while the row is looked at. Where a mark can be pressed they lie beside the row, not over it. */
function RowTools({ station, open, onRead, onChange, onRemove, isKnown }: RowProps & { isKnown: boolean }) {
  return (
    <span
      className={`absolute top-1/2 z-10 flex -translate-y-1/2 bg-paper opacity-0 focus-within:opacity-100 group-focus-within:opacity-100 group-hover:opacity-100 has-[[data-state=open]]:opacity-100 ${isKnown ? 'right-11' : 'pointer-events-none left-full z-30 border border-line focus-within:pointer-events-auto group-focus-within:pointer-events-auto group-hover:pointer-events-auto has-[[data-state=open]]:pointer-events-auto'}`}
    >
      {open && (
        <button
          type="button"
          className={TOOL}
          onClick={() => open.swap(station.id)}
          aria-label={`Swap ${station.move} for another move`}
          title="Swap for another move"
        >
          <ArrowLeftRight size={14} />
        </button>
      )}
      <StationLine
        read={() => onRead(station.id) ?? station}
        onChange={(changed) => onChange(station.id, () => changed)}
      />
      <button
        type="button"
        className={TOOL}
        onClick={() => onRemove(station.id)}
        aria-label={`Remove ${station.move}`}
        title="Remove"
      >
        <X size={14} />
      </button>
    </span>
  );
}

/** On which sides a station is done, as its mark shows. */
function SidesField({ station, apart, onChange }: Pick<RowProps, 'station' | 'apart' | 'onChange'>) {
  const chosen = sidesValue(station.sides);
  return (
    <label className="relative mx-1 flex h-7 w-9 items-center justify-center rounded-sm text-fine hover:bg-ink/10">
      <span className={`digits ${station.sides.mode === 'none' ? 'text-line-strong' : 'text-ink'}`} aria-hidden="true">
        {sidesMark(station.sides)}
      </span>
      <Select
        aria-label={`Sides of ${station.move}`}
        title={SIDES.find((x) => x.value === chosen)?.word}
        look="bare"
        className="absolute inset-0 cursor-pointer opacity-0"
        value={chosen}
        onChange={(e) => {
          const sides = SIDES.find((x) => x.value === e.target.value)?.make();
          if (sides) onChange(station.id, (s) => ({ ...s, sides }));
        }}
      >
        {SIDES.map(({ value, word }) => (
          <option key={value} value={value} disabled={!apart && APART.includes(value)}>
            {word}
          </option>
        ))}
      </Select>
    </label>
  );
}

const MOST_LETTERS = 80;
const TOO_LONG = `A name has at most ${MOST_LETTERS} letters`;
