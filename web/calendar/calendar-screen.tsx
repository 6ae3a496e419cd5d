import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { addDays as addToDate, format } from 'date-fns';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { nanoid } from 'nanoid';
import { type ReactNode, useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import {
  addDays,
  addMonths,
  type Conflict,
  classInSlot,
  conflictsIn,
  type DatedClass,
  type Entry,
  entriesIn,
  firstOfMonth,
  isDay,
  mondayOf,
  monthWeeks,
  offOn,
  placeWords,
  WEEKDAYS,
  withClassChange,
} from '../../core/calendar/index.ts';
import { parseClock } from '../../core/plan/index.ts';
import { outlineOf } from '../../core/timeline/index.ts';
import { api, clockOf, useLoaded } from '../data/index.ts';
import { MiniSheet } from '../drawings/index.ts';
import { WhenLoaded } from '../lists/index.ts';
import { Button, Dialog, IconButton, useActions } from '../ui/index.ts';
import { CalendarFiles } from './calendar-files.tsx';
import { EntryDialog } from './entry-dialog.tsx';
import { classesOfSeries } from './series-classes.ts';
import { OffDialog, SlotDialog } from './slot-dialog.tsx';
import { keepItems, type Led, todayHere, useItems, useLed } from './use-calendar.ts';

type View = 'month' | 'week';

/** What is open beside the calendar. */
type Open =
  | { kind: 'entry'; item: DatedClass; isNew: boolean }
  | { kind: 'slot'; id: string | null }
  | { kind: 'off'; day: string }
  | { kind: 'move'; item: DatedClass; day: string }
  | null;

/** Weeks and months of classes: planned, led, and slots that wait for one. */
export function CalendarScreen() {
  const [params, setParams] = useSearchParams();
  const asked = params.get('day') ?? '';
  const day = isDay(asked) ? asked : todayHere();
  const view: View = params.get('view') === 'week' ? 'week' : 'month';
  const weeks = useMemo(() => (view === 'week' ? [weekOf(day)] : monthWeeks(day)), [view, day]);
  const [from, to] = [weeks[0]?.[0] ?? day, weeks.at(-1)?.[6] ?? day];
  const [loaded, reload] = useItems(from, to);
  const led = useLed(from, to);
  const [open, setOpen] = useState<Open>(null);
  const go = (next: { day?: string; view?: View }) =>
    setParams({ view: next.view ?? view, day: next.day ?? day }, { replace: true });
  const step = (by: 1 | -1) => go({ day: view === 'week' ? addDays(day, 7 * by) : addMonths(firstOfMonth(day), by) });
  useActions('Calendar', [
    { name: 'Later', key: ']', run: () => step(1) },
    { name: 'Earlier', key: '[', run: () => step(-1) },
    { name: 'Today', key: 't', run: () => go({ day: todayHere() }) },
    { name: 'Week or month', key: 'w', run: () => go({ view: view === 'week' ? 'month' : 'week' }) },
    { name: 'A class on a day', key: 'n', run: () => setOpen({ kind: 'entry', item: newClass(day), isNew: true }) },
  ]);
  return (
    <main id="content" className="mx-auto w-full max-w-[1400px] px-5 py-4">
      <title>Calendar · Odd Round</title>
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <h1 className="digits mr-2 text-big">{titleOf(view, day)}</h1>
        <IconButton label="Earlier" onClick={() => step(-1)}>
          <ChevronLeft size={20} />
        </IconButton>
        <Button onClick={() => go({ day: todayHere() })}>Today</Button>
        <IconButton label="Later" onClick={() => step(1)}>
          <ChevronRight size={20} />
        </IconButton>
        <Button aria-pressed={view === 'week'} onClick={() => go({ view: view === 'week' ? 'month' : 'week' })}>
          {view === 'week' ? 'Month' : 'Week'}
        </Button>
        <span className="flex-1" />
        <Link to="/series" className="inline-flex min-h-11 items-center px-2 underline">
          Series
        </Link>
        <CalendarFiles onDone={reload} />
        <Button onClick={() => setOpen({ kind: 'off', day })}>Days off</Button>
        <Button onClick={() => setOpen({ kind: 'slot', id: null })}>Slot</Button>
        <Button look="strong" onClick={() => setOpen({ kind: 'entry', item: newClass(day), isNew: true })}>
          Class
        </Button>
      </div>
      <WhenLoaded loaded={loaded} reload={reload}>
        {({ items }) => {
          const entries = entriesIn(items, from, to);
          const move = (item: DatedClass, to: string) => {
            if (item.series) setOpen({ kind: 'move', item, day: to });
            else void moved(item, to, 'this');
          };
          return (
            <>
              <Conflicts conflicts={conflictsIn(entries)} onDay={(d) => go({ day: d, view: 'week' })} />
              <Grid
                weeks={weeks}
                view={view}
                day={day}
                entries={entries}
                led={led}
                offs={(d) => offOn(items, d)?.why ?? null}
                onOpen={(e) => {
                  const { item } = e;
                  if (item.kind === 'slot')
                    setOpen({ kind: 'entry', item: classInSlot(item, e.day, nanoid(12)), isNew: true });
                  else setOpen({ kind: 'entry', item, isNew: false });
                }}
                onNew={(d) => setOpen({ kind: 'entry', item: newClass(d), isNew: true })}
                onMove={(e, to) => {
                  const { item } = e;
                  move(item.kind === 'slot' ? classInSlot(item, e.day, nanoid(12)) : item, to);
                }}
              />
              {open?.kind === 'entry' && (
                <EntryDialog
                  item={open.item}
                  isNew={open.isNew}
                  onSlot={(id) => setOpen({ kind: 'slot', id })}
                  onClose={() => setOpen(null)}
                />
              )}
              {open?.kind === 'slot' && (
                <SlotDialog
                  slot={items.find((i) => i.kind === 'slot' && i.id === open.id) ?? null}
                  day={day}
                  onClose={() => setOpen(null)}
                />
              )}
              {open?.kind === 'off' && <OffDialog items={items} day={open.day} onClose={() => setOpen(null)} />}
              {open?.kind === 'move' && (
                <MoveOne
                  item={open.item}
                  day={open.day}
                  onChoose={(scope) => {
                    setOpen(null);
                    if (scope) void moved(open.item, open.day, scope);
                  }}
                />
              )}
            </>
          );
        }}
      </WhenLoaded>
    </main>
  );
}

const weekOf = (day: string) => Array.from({ length: 7 }, (_, k) => addDays(mondayOf(day), k));

const newClass = (day: string): DatedClass => ({
  kind: 'class',
  id: nanoid(12),
  title: '',
  day,
  time: '18:30',
  lengthMs: 2_700_000,
  room: '',
  leader: '',
  planId: null,
  notes: '',
});

const titleOf = (view: View, day: string) =>
  view === 'month'
    ? format(new Date(`${day}T12:00`), 'MMMM yyyy')
    : `${format(new Date(`${mondayOf(day)}T12:00`), 'd MMM')} to ${format(addToDate(new Date(`${mondayOf(day)}T12:00`), 6), 'd MMM yyyy')}`;

/** Moves a class to another day: it alone, or all of its series that follow with it. */
async function moved(item: DatedClass, to: string, scope: 'this' | 'following'): Promise<void> {
  const all = item.series && scope === 'following' ? await classesOfSeries(item.series.id) : [item];
  const had = all.some((c) => c.id === item.id);
  const next = withClassChange(had ? all : [...all, item], item.id, { day: to }, scope);
  const before = all.filter((c) => next.some((n) => n.id === c.id) && had);
  await keepItems(next, [], next.length === 1 ? 'Moved.' : `${next.length} classes moved.`, {
    put: before,
    remove: item.slot && !before.some((b) => b.id === item.id) ? [item.id] : [],
  });
}

function MoveOne({
  item,
  day,
  onChoose,
}: {
  item: DatedClass;
  day: string;
  onChoose: (scope: 'this' | 'following' | null) => void;
}) {
  return (
    <Dialog open title={`${item.title}, ${item.series ? placeWords(item.series) : ''}`} onClose={() => onChoose(null)}>
      <p className="mb-4">
        To {format(new Date(`${day}T12:00`), 'EEEE d MMMM')}: this one, or all that follow as well?
      </p>
      <div className="flex flex-wrap gap-3">
        <Button look="strong" onClick={() => onChoose('this')}>
          This one
        </Button>
        <Button onClick={() => onChoose('following')}>This and all that follow</Button>
        <Button look="quiet" onClick={() => onChoose(null)}>
          Neither
        </Button>
      </div>
    </Dialog>
  );
}

const WHY = {
  room: 'are in the same room',
  leader: 'have the same leader',
  unknown: 'overlap; whether in one room is not said',
} as const;

/** What is in each other\u2019s way, told where it is seen first. */
function Conflicts({ conflicts, onDay }: { conflicts: readonly Conflict[]; onDay: (day: string) => void }) {
  if (conflicts.length === 0) return null;
  return (
    <ul role="status" className="mb-3 border-l-[3px] border-live pl-3">
      {conflicts.slice(0, 6).map(({ a, b, why }) => (
        <li key={`${a.item.id} ${b.item.id} ${a.day}`}>
          <button type="button" className="min-h-8 text-left underline" onClick={() => onDay(a.day)}>
            {format(new Date(`${a.day}T12:00`), 'EEE d MMM')}
          </button>
          : {a.item.title} and {b.item.title} {WHY[why]}.
        </li>
      ))}
      {conflicts.length > 6 && <li>and {conflicts.length - 6} more.</li>}
    </ul>
  );
}

interface GridProps {
  weeks: readonly (readonly string[])[];
  view: View;
  day: string;
  entries: readonly Entry[];
  led: readonly Led[];
  /** Why a day is off; null when it is not. */
  offs: (day: string) => string | null;
  onOpen: (entry: Entry) => void;
  onNew: (day: string) => void;
  onMove: (entry: Entry, to: string) => void;
}

/** The days in weeks; classes are dragged from one to another, or moved by Shift with the arrow keys. */
function Grid({ weeks, view, day, entries, led, offs, onOpen, onNew, onMove }: GridProps) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const [said, setSaid] = useState('');
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
                  wide={view === 'week'}
                  onOpen={() => onOpen(e)}
                  onStep={(days) => {
                    setSaid(`${e.item.title} moved to ${format(new Date(`${addDays(d, days)}T12:00`), 'EEEE d MMMM')}`);
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
                  <span className="digits">{clockWord(l.time)}</span> {l.run.title}{' '}
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

const keyOf = (e: Entry) => `${e.item.id} ${e.day}`;
/** The run in which an entry was led: of its class, on its day. */
const ledOf = (e: Entry, led: readonly Led[]) =>
  e.item.planId === null ? undefined : led.find((l) => l.run.planId === e.item.planId && l.day === e.day);

const clockWord = (time: string | null) => {
  const ms = time === null ? null : parseClock(time);
  return ms === null ? '' : clockOf(ms);
};

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
  const isToday = day === todayHere();
  const name = format(new Date(`${day}T12:00`), 'EEEE d MMMM');
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
  entry: Entry;
  led: Led | undefined;
  wide: boolean;
  onOpen: () => void;
  onStep: (days: number) => void;
}

/** A class is known by its shape: as it was led, else as it is planned. */
function Shape({ planId, led }: { planId: string | null; led: Led | undefined }) {
  const [plan] = useLoaded(['plan of the calendar', planId], async () => (planId === null ? null : api.plan(planId)));
  const planned = plan.state === 'ready' ? plan.value?.plan : undefined;
  const outline = useMemo(() => led?.run.outline ?? (planned ? outlineOf(planned) : null), [led, planned]);
  return outline && <MiniSheet outline={outline} width={110} height={40} />;
}

const STEPS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 };

function EntryCard({ entry, led, wide, onOpen, onStep }: CardProps) {
  const navigate = useNavigate();
  const { item, time, off } = entry;
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: keyOf(entry) });
  const isSlot = item.kind === 'slot';
  const words = [
    clockWord(time),
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
        <span className="digits">{clockWord(time)}</span> <b className="font-semibold">{item.title}</b>
        {item.kind === 'class' && item.series && <span className="ml-1">{placeWords(item.series)}</span>}
        {item.kind === 'class' && item.eased && (
          <span className="ml-1 border border-current px-0.5 text-fine">easy</span>
        )}
        {led && <span className="ml-1 text-muted">led</span>}
        {wide && <span className="block text-muted">{[item.room, item.leader].filter(Boolean).join(', ')}</span>}
        {wide && <Shape planId={item.planId} led={led} />}
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
