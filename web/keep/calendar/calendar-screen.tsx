import { ChevronLeft, ChevronRight } from 'lucide-react';
import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { placeWords } from '../../../core/class/index.ts';
import {
  addDays,
  addMonths,
  type CalendarItem,
  type Conflict,
  classInSlot,
  conflictsIn,
  type DatedClass,
  entriesIn,
  firstOfMonth,
  isDay,
  mondayOf,
  monthWeeks,
  offOn,
} from '../../../core/record/index.ts';
import {
  Button,
  Dialog,
  dayOf,
  dayWords,
  IconButton,
  useActions,
  useItems,
  useLed,
  WhenLoaded,
} from '../../base/index.ts';
import { CalendarFiles } from './calendar-files.tsx';
import { Grid, type View } from './calendar-grid.tsx';
import { EntryDialog } from './entry-dialog.tsx';
import { changeClass } from './series-classes.ts';
import { OffDialog, SlotDialog } from './slot-dialog.tsx';

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
  const day = isDay(asked) ? asked : dayOf();
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
    { name: 'Today', key: 't', run: () => go({ day: dayOf() }) },
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
        <Button onClick={() => go({ day: dayOf() })}>Today</Button>
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
        <CalendarFiles day={day} onDone={reload} />
        <Button onClick={() => setOpen({ kind: 'off', day })}>Days off</Button>
        <Button onClick={() => setOpen({ kind: 'slot', id: null })}>Slot</Button>
        <Button look="strong" onClick={() => setOpen({ kind: 'entry', item: newClass(day), isNew: true })}>
          Class
        </Button>
      </div>
      <WhenLoaded loaded={loaded} reload={reload}>
        {({ items }) => {
          const entries = entriesIn(items, from, to);
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
                onOpen={({ item, day: on }) =>
                  setOpen(
                    item.kind === 'slot'
                      ? { kind: 'entry', item: classInSlot(item, on, nanoid(12)), isNew: true }
                      : { kind: 'entry', item, isNew: false },
                  )
                }
                onNew={(d) => setOpen({ kind: 'entry', item: newClass(d), isNew: true })}
                onMove={(e, to) => {
                  const { item } = e;
                  if (item.kind === 'slot')
                    void changeClass(classInSlot(item, e.day, nanoid(12)), true, { day: to }, 'this', movedWords);
                  else if (item.series) setOpen({ kind: 'move', item, day: to });
                  else void changeClass(item, false, { day: to }, 'this', movedWords);
                }}
              />
              <Opened {...{ open, setOpen, items, day }} />
            </>
          );
        }}
      </WhenLoaded>
    </main>
  );
}

interface OpenedProps {
  open: Open;
  setOpen: (open: Open) => void;
  items: readonly CalendarItem[];
  day: string;
}

function Opened({ open, setOpen, items, day }: OpenedProps) {
  const onClose = () => setOpen(null);
  switch (open?.kind) {
    case 'entry':
      return (
        <EntryDialog
          item={open.item}
          isNew={open.isNew}
          onSlot={(id) => setOpen({ kind: 'slot', id })}
          onClose={onClose}
        />
      );
    case 'slot': {
      const slot = items.find((i) => i.kind === 'slot' && i.id === open.id) ?? null;
      return <SlotDialog slot={slot} day={day} onClose={onClose} />;
    }
    case 'off':
      return <OffDialog items={items} day={open.day} onClose={onClose} />;
    case 'move':
      return (
        <MoveOne
          item={open.item}
          day={open.day}
          onChoose={(scope) => {
            onClose();
            if (scope) void changeClass(open.item, false, { day: open.day }, scope, movedWords);
          }}
        />
      );
    default:
      return null;
  }
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
    ? dayWords(day, 'MMMM yyyy')
    : `${dayWords(mondayOf(day), 'd MMM')} to ${dayWords(addDays(mondayOf(day), 6), 'd MMM yyyy')}`;

const movedWords = (n: number) => (n === 1 ? 'Moved.' : `${n} classes moved.`);

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
      <p className="mb-4">To {dayWords(day, 'EEEE d MMMM')}: this one, or all that follow as well?</p>
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

/** What is in each other’s way, told where it is seen first. */
function Conflicts({ conflicts, onDay }: { conflicts: readonly Conflict[]; onDay: (day: string) => void }) {
  if (conflicts.length === 0) return null;
  return (
    <ul role="status" className="mb-3 border-l-[3px] border-live pl-3">
      {conflicts.slice(0, 6).map(({ a, b, why }) => (
        <li key={`${a.item.id} ${b.item.id} ${a.day}`}>
          <button type="button" className="min-h-8 text-left underline" onClick={() => onDay(a.day)}>
            {dayWords(a.day, 'EEE d MMM')}
          </button>
          : {a.item.title} and {b.item.title} {WHY[why]}.
        </li>
      ))}
      {conflicts.length > 6 && <li>and {conflicts.length - 6} more.</li>}
    </ul>
  );
}
