import { nanoid } from 'nanoid';
import { useState } from 'react';
import { type CalendarItem, type DaysOff, type Slot, weekdayOf } from '../../../core/record/index.ts';
import { Button, Dialog, Form, keepItems, Labelled, NumberField, OneOf } from '../../base/index.ts';
import { DAYS, Fields, type FormField, LedPicker, ROOM_AND_LEADER, TITLE } from './form.tsx';

interface Props {
  /** The slot; null for a new one. */
  slot: CalendarItem | null;
  day: string;
  onClose: () => void;
}

const newSlot = (day: string): Slot => ({
  kind: 'slot',
  id: nanoid(12),
  title: '',
  weekday: weekdayOf(day),
  time: '18:30',
  lengthMs: 2_700_000,
  room: '',
  leader: '',
  planId: null,
  from: day,
  until: null,
  every: 1,
  except: [],
});

const SLOT: readonly FormField<Slot>[] = [
  { name: 'Time', key: 'time', kind: 'time' },
  { name: 'Length', key: 'lengthMs', kind: 'length' },
  { name: 'From', key: 'from', kind: 'day', empty: '' },
  { name: 'Until, if it ends', key: 'until', kind: 'day', empty: null },
  ...ROOM_AND_LEADER,
];

/** A slot that comes again: on a weekday, at a time, so often. */
export function SlotDialog({ slot, day, onClose }: Props) {
  const old = slot?.kind === 'slot' ? slot : null;
  const [now, setNow] = useState<Slot>(() => old ?? newSlot(day));
  const [picking, setPicking] = useState(false);
  const set = (change: Partial<Slot>) => setNow((n) => ({ ...n, ...change }));
  const canKeep = now.title.trim() !== '' && now.from !== '' && (now.until === null || now.until >= now.from);
  const keep = async () => {
    const ok = await keepItems(
      [{ ...now, title: now.title.trim() }],
      [],
      old ? 'The slot is changed.' : 'The slot is there.',
      {
        put: old ? [old] : [],
        remove: old ? [] : [now.id],
      },
    );
    if (ok) onClose();
  };
  return (
    <Dialog open title={old ? `The slot ${old.title}` : 'A slot that comes again'} onClose={onClose}>
      <Form className="flex flex-col gap-4" onSubmit={() => canKeep && void keep()}>
        <div className="flex flex-wrap gap-3">
          <Fields fields={[TITLE]} value={now} onChange={set} />
          <Labelled name="Every">
            <span className="flex items-center gap-2">
              <NumberField
                label="Every so many weeks"
                value={now.every}
                min={1}
                max={8}
                onChange={(every) => set({ every })}
              />
              {now.every === 1 ? 'week, on' : 'weeks, on'}
              <OneOf
                className="min-h-11"
                aria-label="Weekday"
                of={DAYS}
                value={now.weekday}
                onPick={(weekday) => set({ weekday })}
              />
            </span>
          </Labelled>
          <Fields fields={SLOT} value={now} onChange={set} />
        </div>
        <p>
          {now.planId === null ? 'The class is chosen for each day. ' : 'The same class each time. '}
          <button type="button" className="min-h-11 underline" onClick={() => setPicking(!picking)}>
            {now.planId === null ? 'Always the same class' : 'Another class'}
          </button>
        </p>
        {picking && (
          <LedPicker
            {...now}
            onPick={(change) => {
              set(change);
              setPicking(false);
            }}
          />
        )}
        <div className="flex flex-wrap gap-3">
          <Button type="submit" look="strong" disabled={!canKeep}>
            {old ? 'Save' : 'Put it in'}
          </Button>
          {old && (
            <Button
              onClick={() =>
                void keepItems([], [old.id], 'The slot is taken out; classes that were put in stay.', {
                  put: [old],
                  remove: [],
                }).then((ok) => ok && onClose())
              }
            >
              Take it out
            </Button>
          )}
        </div>
      </Form>
    </Dialog>
  );
}

const OFF: readonly FormField<DaysOff>[] = [
  { name: 'From', key: 'from', kind: 'day' },
  { name: 'Until', key: 'until', kind: 'day' },
  { name: 'Why', key: 'why', kind: 'line', most: 80, width: 'w-52' },
];

/** Days without classes: put in, and those there taken out. */
export function OffDialog({
  items,
  day,
  onClose,
}: {
  items: readonly CalendarItem[];
  day: string;
  onClose: () => void;
}) {
  const [now, setNow] = useState<DaysOff>({ kind: 'off', id: nanoid(12), from: day, until: day, why: '' });
  const set = (change: Partial<DaysOff>) =>
    setNow((n) => {
      const next = { ...n, ...change };
      return next.until < next.from ? { ...next, until: next.from } : next;
    });
  const there = items.filter((i): i is DaysOff => i.kind === 'off');
  return (
    <Dialog open title="Days off" onClose={onClose}>
      <Form
        className="flex flex-wrap items-end gap-3"
        onSubmit={() =>
          void keepItems([now], [], 'Days off are in.', { put: [], remove: [now.id] }).then((ok) => ok && onClose())
        }
      >
        <Fields fields={OFF} value={now} onChange={set} />
        <Button type="submit" look="strong">
          Put them in
        </Button>
      </Form>
      {there.length > 0 && (
        <ul className="mt-4 border-t">
          {there.map((o) => (
            <li key={o.id} className="flex flex-wrap items-center gap-3 border-b">
              <span className="flex-1">
                {o.from}
                {o.until !== o.from && ` to ${o.until}`} {o.why}
              </span>
              <Button
                look="quiet"
                onClick={() =>
                  void keepItems([], [o.id], 'Taken out.', { put: [o], remove: [] }).then((ok) => ok && onClose())
                }
              >
                Take out
              </Button>
            </li>
          ))}
        </ul>
      )}
    </Dialog>
  );
}
