import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { placeWords } from '../../../core/class/index.ts';
import type { ClassChange, DatedClass } from '../../../core/record/index.ts';
import { calendar } from '../../../core/wire/index.ts';
import { addressOf, api, Button, Dialog, Form, keepItems, Labelled, useLoaded } from '../../base/index.ts';
import { Fields, type FormField, LedPicker, ROOM_AND_LEADER, TITLE } from './form.tsx';
import { changeClass } from './series-classes.ts';

interface Props {
  item: DatedClass;
  isNew: boolean;
  onSlot: (slotId: string) => void;
  onClose: () => void;
}

const FIELDS: readonly FormField<DatedClass>[] = [
  TITLE,
  { name: 'Day', key: 'day', kind: 'day', empty: '' },
  { name: 'Time', key: 'time', kind: 'time', empty: null },
  { name: 'Length', key: 'lengthMs', kind: 'length' },
  ...ROOM_AND_LEADER,
];

/** A class on a day: what is led, when, where, by whom; of a series it is asked how far a change goes. */
export function EntryDialog({ item, isNew, onSlot, onClose }: Props) {
  const navigate = useNavigate();
  const [now, setNow] = useState(item);
  const [asking, setAsking] = useState(false);
  const [picking, setPicking] = useState(item.planId === null);
  const set = (change: Partial<DatedClass>) => setNow((n) => ({ ...n, ...change }));
  const change = differences(item, now);
  const canKeep = now.title.trim() !== '' && now.day !== '' && (isNew || Object.keys(change).length > 0);
  const keep = async (scope: 'this' | 'following', more: ClassChange = {}) => {
    const words = (n: number) => {
      if (more.cancelled) return 'Called off.';
      if (isNew) return 'In the calendar.';
      return n > 1 ? `${n} classes changed.` : 'Changed.';
    };
    if (await changeClass(item, isNew, { ...change, ...more }, scope, words)) onClose();
  };
  const save = () => (item.series && !isNew ? setAsking(true) : void keep('this'));
  const remove = () =>
    void keepItems([], [item.id], 'Taken out of the calendar.', { put: [item], remove: [] }).then(
      (ok) => ok && onClose(),
    );
  if (asking)
    return (
      <Dialog open title="How far does it go?" onClose={() => setAsking(false)}>
        <p className="mb-4">
          {item.title} is {item.series && placeWords(item.series)}. Change this one, or all that follow as well? Those
          go as many days further as this one; each keeps its own class.
        </p>
        <div className="flex flex-wrap gap-3">
          <Button look="strong" onClick={() => void keep('this')}>
            This one
          </Button>
          <Button onClick={() => void keep('following')}>This and all that follow</Button>
        </div>
      </Dialog>
    );
  return (
    <Dialog open title={isNew ? 'A class on a day' : item.title} onClose={onClose}>
      <Form className="flex flex-col gap-4" onSubmit={() => canKeep && save()}>
        <div className="flex flex-wrap gap-3">
          <Fields fields={FIELDS} value={now} onChange={set} />
        </div>
        <Led planId={now.planId} picking={picking} onPick={() => setPicking(true)} />
        {picking && (
          <LedPicker
            {...now}
            onPick={(change) => {
              set(change);
              setPicking(false);
            }}
          />
        )}
        <Labelled name="Notes">
          <textarea
            className="w-full rounded-md border border-line-strong bg-card p-2"
            rows={2}
            maxLength={1000}
            value={now.notes}
            onChange={(e) => set({ notes: e.target.value })}
          />
        </Labelled>
        <div className="flex flex-wrap gap-3">
          <Button type="submit" look="strong" disabled={!canKeep}>
            {isNew ? 'Put it in' : 'Save'}
          </Button>
          {now.planId !== null && <Button onClick={() => navigate(`/classes/${now.planId}/ready`)}>Get ready</Button>}
          {(!isNew || item.slot) && <Button onClick={() => void keep('this', { cancelled: true })}>Call it off</Button>}
          {!isNew && <Button onClick={remove}>Take it out</Button>}
          {item.slot && <Button onClick={() => item.slot && onSlot(item.slot.id)}>The slot it is of</Button>}
          {!isNew && (
            <a
              className="inline-flex min-h-11 items-center underline"
              href={addressOf(calendar.exportCalendar, { query: { id: item.id } })}
            >
              As a calendar file
            </a>
          )}
        </div>
      </Form>
    </Dialog>
  );
}

/** What of a class is other than it was. */
function differences(before: DatedClass, now: DatedClass): ClassChange {
  const keys = ['day', 'time', 'room', 'leader', 'lengthMs', 'planId', 'title', 'notes'] as const;
  return Object.fromEntries(keys.flatMap((k) => (before[k] === now[k] ? [] : [[k, now[k]]]))) as ClassChange;
}

/** Which class is led. */
function Led({ planId, picking, onPick }: { planId: string | null; picking: boolean; onPick: () => void }) {
  const [plan] = useLoaded(['plan of the calendar', planId], async () => (planId === null ? null : api.plan(planId)));
  const stored = plan.state === 'ready' ? plan.value : null;
  return (
    <p className="flex flex-wrap items-center gap-3">
      <span>
        {planId === null ? 'No class is chosen yet.' : 'Led is '}
        {stored && (
          <Link to={`/classes/${stored.plan.id}`} className="underline">
            {stored.plan.title}
          </Link>
        )}
        {planId !== null && plan.state === 'failed' && 'a class that is not there any more'}
        {stored?.deletedAt && ', which is in the bin'}
      </span>
      {!picking && <Button onClick={onPick}>Another class</Button>}
    </p>
  );
}
