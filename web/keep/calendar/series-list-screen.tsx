import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { formatDuration, type Plan } from '../../../core/class/index.ts';
import {
  addDays,
  type Made,
  makeSeries,
  mondayOf,
  type Series,
  TEMPLATE_NAMES,
  TEMPLATES,
} from '../../../core/record/index.ts';
import { totals } from '../../../core/time/index.ts';
import { calendar } from '../../../core/wire/index.ts';
import {
  ask,
  Button,
  ClassPicker,
  dayOf,
  EffortSelect,
  fetchAnew,
  Labelled,
  messageOf,
  NumberField,
  OneOf,
  TextField,
  toast,
  useItems,
  useLoaded,
  useMoves,
  WhenLoaded,
} from '../../base/index.ts';
import { DAYS, Fields, ROOM_AND_LEADER, TITLE } from './form.tsx';
import { SeriesBalance } from './series-balance.tsx';

/** The series, and a new one. */
export function SeriesListScreen() {
  const [loaded, reload] = useLoaded(['series', 'all'], () => ask(calendar.listSeries, {}));
  const [making, setMaking] = useState(false);
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-4">
      <title>Series · Odd Round</title>
      <p className="text-muted">
        <Link to="/calendar" className="underline">
          Calendar
        </Link>
      </p>
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <h1 className="digits text-big">Series</h1>
        <span className="flex-1" />
        {!making && (
          <Button look="strong" onClick={() => setMaking(true)}>
            New series
          </Button>
        )}
      </div>
      {making && <NewSeries onClose={() => setMaking(false)} />}
      <WhenLoaded loaded={loaded} reload={reload}>
        {(all) =>
          all.length === 0 && !making ? (
            <p className="max-w-prose py-4">
              None yet. A series is so many weeks with so many classes a week, made from classes you choose: rising
              steadily, in turn, with a test first and last, or one class repeated.
            </p>
          ) : (
            <ul className="border-t">
              {all.map((s) => (
                <li key={s.id} className="border-b">
                  <Link to={`/series/${s.id}`} className="flex min-h-14 flex-wrap items-center gap-x-5">
                    <span className="min-w-0 flex-1 basis-60 break-words text-lead font-semibold">{s.title}</span>
                    <span className="text-muted">{TEMPLATES[s.template].name}</span>
                    <span className="digits">{s.weeks} weeks</span>
                    <span className="text-muted">from {s.start}</span>
                  </Link>
                </li>
              ))}
            </ul>
          )
        }
      </WhenLoaded>
    </main>
  );
}

const AHEAD_DAYS = 400;
const FOLLOW = TEMPLATE_NAMES.map((t) => [t, TEMPLATES[t].name] as const);
const START = [{ name: 'From the week of', key: 'start', kind: 'day' }] as const;

/** What a series is to be, and what it comes to before it is made. */
function NewSeries({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const { library, state: known } = useMoves();
  const [plans, setPlans] = useState<readonly Plan[]>([]);
  const [series, setSeries] = useState<Series>(() => ({
    id: nanoid(12),
    title: '',
    template: 'rise',
    start: mondayOf(addDays(dayOf(), 7)),
    weeks: 8,
    slots: [{ weekday: 4, time: '18:30' }],
    planIds: [],
    room: '',
    leader: '',
    effort: null,
  }));
  const [busy, setBusy] = useState(false);
  const set = (change: Partial<Series>) => setSeries((s) => ({ ...s, ...change }));
  const [calendarItems] = useItems(series.start, addDays(series.start, AHEAD_DAYS));
  const items = calendarItems.state === 'ready' ? calendarItems.value.items : NO_ITEMS;
  const made = useMemo(
    () => makeSeries({ ...series, title: series.title.trim() || 'Series' }, plans, library, items, () => nanoid(12)),
    [series, plans, library, items],
  );
  const canMake =
    series.title.trim() !== '' && plans.length > 0 && made.classes.length > 0 && known !== 'loading' && !busy;
  const make = async () => {
    setBusy(true);
    try {
      const whole = { ...series, title: series.title.trim(), planIds: plans.map((p) => p.id) };
      await ask(calendar.makeSeries, {
        path: { id: series.id },
        body: { series: whole, classes: made.classes.map(({ dated, plan }) => ({ dated, plan })) },
        patienceMs: 60_000,
      });
      void fetchAnew(['calendar']);
      void fetchAnew(['series']);
      toast(`${made.classes.length} classes are in the calendar.`);
      navigate(`/series/${series.id}`);
    } catch (e) {
      toast.error(`The series was not made: ${messageOf(e)}.`);
      setBusy(false);
    }
  };
  return (
    <section aria-label="New series" className="mb-8 border-y border-line-strong py-4">
      <div className="grid gap-x-10 gap-y-5 lg:grid-cols-2">
        <div className="flex min-w-0 flex-col gap-4">
          <Fields fields={[TITLE]} value={series} onChange={set} />
          <Labelled name="How the classes follow each other">
            <OneOf className="min-h-11" of={FOLLOW} value={series.template} onPick={(template) => set({ template })} />
            <span className="mt-1 block max-w-prose text-small text-muted">{TEMPLATES[series.template].about}</span>
          </Labelled>
          <div className="flex flex-wrap items-end gap-4">
            <Labelled name="Weeks">
              <NumberField label="Weeks" value={series.weeks} min={1} max={52} onChange={(weeks) => set({ weeks })} />
            </Labelled>
            <Fields fields={START} value={series} onChange={set} />
            <Labelled name="Expected to be, 0 to 10">
              <EffortSelect className="min-h-11" effort={series.effort} onChange={(effort) => set({ effort })} />
            </Labelled>
          </div>
          <Slots slots={series.slots} onChange={(slots) => set({ slots })} />
          <div className="flex flex-wrap gap-3">
            <Fields fields={ROOM_AND_LEADER} value={series} onChange={set} />
          </div>
        </div>
        <MadeFrom plans={plans} onChange={setPlans} />
      </div>
      {plans.length > 0 && (
        <>
          <Preview made={made.classes} leftOut={made.leftOut} />
          <SeriesBalance
            planned={made.classes.map(({ dated, plan }) => ({ day: dated.day, plan }))}
            effort={series.effort}
          />
        </>
      )}
      <div className="mt-4 flex flex-wrap gap-3">
        <Button look="strong" disabled={!canMake} onClick={() => void make()}>
          Put {made.classes.length} {made.classes.length === 1 ? 'class' : 'classes'} into the calendar
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </section>
  );
}

const NO_ITEMS: readonly never[] = [];

interface MadeFromProps {
  plans: readonly Plan[];
  onChange: (plans: readonly Plan[]) => void;
}

/** The classes a series is made from, in their order. */
function MadeFrom({ plans, onChange }: MadeFromProps) {
  return (
    <div className="min-w-0">
      <h2 className="font-semibold">Made from</h2>
      <ol className="mb-2">
        {plans.map((p, k) => (
          <li key={p.id} className="flex items-center gap-3 border-b">
            <span className="digits w-5 text-right">{k + 1}</span>
            <span className="min-w-0 flex-1 break-words">{p.title}</span>
            <span className="digits">{formatDuration(totals(p).totalMs)}</span>
            <Button look="quiet" onClick={() => onChange(plans.filter((x) => x.id !== p.id))}>
              Take out
            </Button>
          </li>
        ))}
      </ol>
      {plans.length < 7 && (
        <ClassPicker chosen={null} onPick={(p) => !plans.some((x) => x.id === p.id) && onChange([...plans, p])} />
      )}
    </div>
  );
}

function Slots({ slots, onChange }: { slots: Series['slots']; onChange: (slots: Series['slots']) => void }) {
  return (
    <fieldset className="min-w-0">
      <legend className="text-small text-muted">Every week on</legend>
      {slots.map((slot, k) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: slots have no other name
        <div key={k} className="mb-2 flex flex-wrap items-center gap-3">
          <OneOf
            className="min-h-11"
            aria-label={`Weekday ${k + 1}`}
            of={DAYS}
            value={slot.weekday}
            onPick={(weekday) => onChange(slots.map((s, j) => (j === k ? { ...s, weekday } : s)))}
          />
          <TextField
            type="time"
            aria-label={`Time ${k + 1}`}
            className="min-h-11"
            value={slot.time}
            onChange={(e) =>
              e.target.value !== '' && onChange(slots.map((s, j) => (j === k ? { ...s, time: e.target.value } : s)))
            }
          />
          {slots.length > 1 && (
            <Button look="quiet" onClick={() => onChange(slots.filter((_, j) => j !== k))}>
              Take out
            </Button>
          )}
        </div>
      ))}
      {slots.length < 7 && (
        <Button
          look="quiet"
          onClick={() =>
            onChange([...slots, { weekday: ((slots.at(-1)?.weekday ?? 0) % 7) + 1, time: slots[0]?.time ?? '18:30' }])
          }
        >
          One more a week
        </Button>
      )}
    </fieldset>
  );
}

function Preview({ made, leftOut }: { made: readonly Made[]; leftOut: readonly string[] }) {
  return (
    <>
      <section
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, also by the keyboard
        tabIndex={0}
        aria-label="The classes it comes to"
        className="mt-4 max-h-80 overflow-auto border-y"
      >
        <table className="w-full text-left" aria-label="What it comes to">
          <tbody>
            {made.map(({ dated, plan, steps }) => (
              <tr key={dated.id} className="border-b align-baseline">
                <td className="digits py-1 pr-3">{dated.series?.nth}</td>
                <td className="pr-3 whitespace-nowrap">
                  {dated.day} {dated.time}
                </td>
                <td className="pr-3">
                  {dated.title}
                  {dated.eased && <span className="ml-2 border border-current px-1 text-fine">easy</span>}
                </td>
                <td className="digits pr-3">{formatDuration(totals(plan).totalMs)}</td>
                <td className="text-small text-muted">{steps.length === 0 ? 'as it is' : steps.join('; ')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {leftOut.length > 0 && <p className="mt-1">Left out, since these are days off: {leftOut.join(', ')}.</p>}
    </>
  );
}
