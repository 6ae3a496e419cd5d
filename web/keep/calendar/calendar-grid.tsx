import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { type ReactNode, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { placeWords } from '../../../core/class/index.ts';
import { addDays, type CalendarEntry, WEEKDAYS } from '../../../core/record/index.ts';
import type { Outline } from '../../../core/time/index.ts';
import { plans } from '../../../core/wire/index.ts';
import type { Led } from '../../base/index.ts';
import { ask, Button, dayOf, dayWords, MiniSheet, timeWords, useLoaded } from '../../base/index.ts';

export type View = 'month' | 'week';

interface GridProps {
  weeks: readonly (readonly string[])[];
  view: View;
  day: string;
  entries: readonly CalendarEntry[];
  led: readonly Led[];
  /** Why a day is off; null when it is not. */
  offs: (day: string) => string | null;
  onOpen: (entry: CalendarEntry) => void;
  onNew: (day: string) => void;
  onMove: (entry: CalendarEntry, to: string) => void;
}

/** The days in weeks; classes are dragged from one to another, or moved by Shift with the arrow keys. */
export function Grid({ weeks, view, day, entries, led, offs, onOpen, onNew, onMove }: GridProps) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const [said, setSaid] = useState('');
  const outlines = useOutlines(entries, view === 'week');
  const byId = new Map(entries.map((e) => [keyOf(e), e]));
  const end = ({ active, over }: DragEndEvent) => {
    const entry = byId.get(String(active.id));
    if (entry && over && String(over.id) !== entry.day) onMove(entry, String(over.id));
  };
  return (
    <DndContext sensors={sensors} onDragEnd={end}>
      <p role="status" className="sr-only">
        {said}
      </p>
      <div className="grid grid-cols-7 border-t border-l max-md:grid-cols-1">
        {WEEKDAYS.map((w) => (
          <div key={w} className="border-r border-b px-2 py-1 text-small text-muted max-md:hidden">
            {w}
          </div>
        ))}
        {weeks.flat().map((d) => (
          <Day
            key={d}
            day={d}
            tall={view === 'week'}
            faded={view === 'month' && d.slice(0, 7) !== day.slice(0, 7)}
            off={offs(d)}
            onNew={() => onNew(d)}
          >
            {entries
              .filter((e) => e.day === d)
              .map((e) => (
                <EntryCard
                  key={keyOf(e)}
                  entry={e}
                  led={ledOf(e, led)}
                  outline={ledOf(e, led)?.run.outline ?? outlines.get(e.item.planId ?? '')}
                  wide={view === 'week'}
                  onOpen={() => onOpen(e)}
                  onStep={(days) => {
                    setSaid(`${e.item.title} moved to ${dayWords(addDays(d, days), 'EEEE d MMMM')}`);
                    onMove(e, addDays(d, days));
                  }}
                />
              ))}
            {led
              .filter((l) => l.day === d && !entries.some((e) => ledOf(e, led) === l))
              .map((l) => (
                <Link
                  key={l.run.id}
                  to={`/log/${l.run.id}`}
                  className="block min-h-8 break-words border-l-[3px] border-tail px-1.5 py-0.5 text-small"
                >
                  <span className="digits">{timeWords(l.time)}</span> {l.run.title}{' '}
                  <span className="text-muted">led</span>
                </Link>
              ))}
          </Day>
        ))}
      </div>
      <p className="mt-2 text-small text-muted">
        Drag a class to another day, or move it with Shift and the arrow keys. A dashed one is a slot that has no class
        of its own yet.
      </p>
    </DndContext>
  );
}

const keyOf = (e: CalendarEntry) => `${e.item.id} ${e.day}`;
/** The run in which an entry was led: of its class, on its day. */
const ledOf = (e: CalendarEntry, led: readonly Led[]) =>
  e.item.planId === null ? undefined : led.find((l) => l.run.planId === e.item.planId && l.day === e.day);

interface DayProps {
  day: string;
  tall: boolean;
  faded: boolean;
  off: string | null;
  onNew: () => void;
  children: ReactNode;
}

function Day({ day, tall, faded, off, onNew, children }: DayProps) {
  const { setNodeRef, isOver } = useDroppable({ id: day });
  const isToday = day === dayOf();
  const name = dayWords(day, 'EEEE d MMMM');
  return (
    <section
      ref={setNodeRef}
      aria-label={name}
      className={`min-w-0 border-r border-b p-1 ${tall ? 'min-h-64' : 'min-h-24'} ${isOver ? 'bg-card outline-2 outline-live' : ''} ${off === null ? '' : 'hatch-light'}`}
    >
      <div className="flex items-center">
        <button
          type="button"
          aria-label={`A class on ${name}`}
          className={`digits min-h-8 min-w-8 px-1 text-left hover:bg-ink/10 ${isToday ? 'bg-ink text-paper hover:bg-ink' : faded ? 'text-muted' : ''}`}
          onClick={onNew}
        >
          {Number(day.slice(8))}
        </button>
        <span className="ml-1 text-small text-muted md:hidden">{name}</span>
        {off !== null && <span className="ml-1 min-w-0 break-words bg-paper px-1 text-fine">{off || 'off'}</span>}
      </div>
      <div className="flex flex-col gap-0.5">{children}</div>
    </section>
  );
}

interface CardProps {
  entry: CalendarEntry;
  led: Led | undefined;
  outline: Outline | undefined;
  wide: boolean;
  onOpen: () => void;
  onStep: (days: number) => void;
}

/** So many shapes are asked for at once. */
const MOST_SHAPES = 100;

/** The shapes of the classes of some entries, by id; asked for at once. */
function useOutlines(entries: readonly CalendarEntry[], wanted: boolean): ReadonlyMap<string, Outline> {
  const ids = [...new Set(entries.flatMap(({ item }) => item.planId ?? []))].sort().slice(0, MOST_SHAPES).join(',');
  const [loaded] = useLoaded(['shapes of the calendar', wanted ? ids : ''], async () =>
    wanted && ids !== '' ? ask(plans.planOutlines, { query: { ids } }) : [],
  );
  return useMemo(
    () => new Map(loaded.state === 'ready' ? loaded.value.map(({ id, outline }) => [id, outline]) : []),
    [loaded],
  );
}

const STEPS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 };

function EntryCard({ entry, led, outline, wide, onOpen, onStep }: CardProps) {
  const navigate = useNavigate();
  const { item, time, off } = entry;
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: keyOf(entry) });
  const isSlot = item.kind === 'slot';
  const words = [
    timeWords(time),
    item.title,
    ...(item.kind === 'class' && item.series ? [placeWords(item.series)] : []),
    ...(led ? ['led'] : isSlot ? ['slot'] : []),
  ];
  return (
    <div
      ref={setNodeRef}
      className={`flex items-stretch ${isDragging ? 'relative z-30 opacity-80' : ''}`}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
    >
      <button
        type="button"
        {...listeners}
        aria-label={words.join(', ')}
        className={`min-h-8 min-w-0 flex-1 touch-none break-words px-1.5 py-0.5 text-left text-small leading-snug ${
          led
            ? 'border-l-[3px] border-tail'
            : isSlot
              ? 'border border-dashed border-line-strong'
              : 'border-l-[3px] border-ink bg-card'
        } ${off ? 'line-through' : ''}`}
        onClick={onOpen}
        onKeyDown={(e) => {
          const days = e.shiftKey ? STEPS[e.key] : undefined;
          if (days === undefined) return;
          e.preventDefault();
          onStep(days);
        }}
      >
        <span className="digits">{timeWords(time)}</span> <b className="font-semibold">{item.title}</b>
        {item.kind === 'class' && item.series && <span className="ml-1">{placeWords(item.series)}</span>}
        {item.kind === 'class' && item.eased && (
          <span className="ml-1 border border-current px-0.5 text-fine">easy</span>
        )}
        {led && <span className="ml-1 text-muted">led</span>}
        {wide && <span className="block text-muted">{[item.room, item.leader].filter(Boolean).join(', ')}</span>}
        {/* A class is known by its shape: as it was led, else as it is planned. */}
        {wide && outline && <MiniSheet outline={outline} width={110} height={40} />}
      </button>
      {wide && item.planId !== null && !led && (
        <Button
          look="quiet"
          className="!min-h-8 !px-2 text-small"
          onClick={() => navigate(`/classes/${item.planId}/ready`)}
        >
          Ready
        </Button>
      )}
    </div>
  );
}
