import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import { formatDuration } from '../../../core/class/index.ts';
import { type BodyPart, type Library, PART_WORDS, PARTS, PATTERN_WORDS, PATTERNS } from '../../../core/moves/index.ts';
import {
  addDays,
  closeTogether,
  mondayOf,
  type SessionSums,
  sessionLoad,
  type Week,
  WORKED_FROM_MS,
  weeksOf,
} from '../../../core/record/index.ts';
import { records, type Session } from '../../../core/wire/index.ts';
import {
  ask,
  Charted,
  dayOf,
  dayWords,
  OneOf,
  plainAxes,
  styleOf,
  sumsOf,
  Tabled,
  useLoaded,
  useMoves,
  WhenLoaded,
} from '../../base/index.ts';
import { RecordsHead } from './records-head.tsx';

const SPANS = [
  [12, '12 weeks'],
  [26, 'half a year'],
  [52, 'a year'],
] as const;

/** Weeks as they were: minutes by area, loads, and what was worked twice running. */
export function WeeksScreen() {
  const [span, setSpan] = useState<number>(12);
  const [squad, setSquad] = useState('');
  const monday = addDays(mondayOf(dayOf()), -7 * (span - 1));
  const until = addDays(mondayOf(dayOf()), 7);
  const [loaded, reload] = useLoaded(['records', 'sessions', monday, until], () =>
    ask(records.sessionsDone, {
      query: { since: new Date(`${monday}T00:00`).toISOString(), until: new Date(`${until}T00:00`).toISOString() },
    }),
  );
  const { library, state } = useMoves();
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-4">
      <title>Weeks · Odd Round</title>
      <RecordsHead title="Weeks">
        <label className="flex items-center gap-2">
          of
          <OneOf
            of={[
              ['', 'all classes'],
              ...squadsIn(loaded.state === 'ready' ? loaded.value : []).map((name) => [name, name] as const),
            ]}
            value={squad}
            onPick={setSquad}
          />
        </label>
        <label className="flex items-center gap-2">
          in
          <OneOf of={SPANS} value={span} onPick={setSpan} />
        </label>
      </RecordsHead>
      <WhenLoaded loaded={loaded} reload={reload}>
        {(all) =>
          state === 'loading' ? (
            <p className="text-muted">Opening…</p>
          ) : (
            <Weeks
              sessions={all.filter((s) => squad === '' || s.squads.includes(squad))}
              library={library}
              file={`weeks${squad && `, ${squad}`}`}
            />
          )
        }
      </WhenLoaded>
    </main>
  );
}

const squadsIn = (all: readonly Session[]) => [...new Set(all.flatMap((s) => s.squads))].sort();

/** Larger parts of the body, as a class is spoken of. */
const REGIONS: readonly [name: string, parts: readonly BodyPart[]][] = [
  ['legs and seat', ['frontThighs', 'backThighs', 'seat', 'calves', 'hipFront', 'innerThighs']],
  ['chest, shoulders, arms', ['chest', 'shoulders', 'arms']],
  ['back', ['upperBack', 'lowBack']],
  ['belly and flanks', ['belly', 'flanks']],
  ['heart', ['heart']],
];

const minutes = (ms: number) => Math.round(ms / 6000) / 10;
const isNow = (w: Week) => w.monday === mondayOf(dayOf());
const weekWord = (w: Week) => `${dayWords(w.monday, 'd MMM')}${isNow(w) ? ', so far' : ''}`;
const whole = (n: number | null) => (n === null ? null : Math.round(n));

function Weeks({ sessions, library, file }: { sessions: readonly Session[]; library: Library; file: string }) {
  const sums = useMemo(() => sessions.map(sumsOf), [sessions]);
  const weeks = useMemo(() => weeksOf(sums, library), [sums, library]);
  const names = useMemo(() => weeks.map(weekWord), [weeks]);
  const areas = useMemo(() => areaOption(weeks, names), [weeks, names]);
  const loads = useMemo(
    () => ({
      ...plainAxes(names),
      legend: { show: false },
      series: [{ type: 'line', name: 'load', data: weeks.map((w) => Math.round(w.load.sum)), ...styleOf(0) }],
    }),
    [weeks, names],
  );
  const [last, before] = [weeks.at(-1), weeks.at(-2)];
  if (!last) return <p className="py-8">Nothing was led in this time. What is led is summed up here, week by week.</p>;
  return (
    <div className="grid gap-x-12 gap-y-10 lg:grid-cols-2">
      <Charted
        title="Minutes of work by area"
        label={weeks.map((w) => `week of ${weekWord(w)}: ${formatDuration(w.balance.totalMs)} of work`).join('; ')}
        option={areas}
        height={300}
        header={[
          'week of',
          'classes',
          ...PARTS.map((p) => PART_WORDS[p]),
          ...PATTERNS.map((p) => PATTERN_WORDS[p]),
          'not known',
        ]}
        rows={weeks.map((w) => [
          w.monday,
          w.sessions,
          ...PARTS.map((p) => minutes(w.balance.parts[p])),
          ...PATTERNS.map((p) => minutes(w.balance.patterns[p])),
          minutes(w.balance.unknownMs),
        ])}
        file={`${file}, minutes by area`}
      >
        <p className="text-small text-muted">
          As it was done. A move counts whole for what it mainly works and half for its helpers, so that the sum is more
          than the time; what is not known of a move is counted nowhere.
        </p>
      </Charted>
      <Charted
        title="Load"
        label={weeks.map((w) => `week of ${weekWord(w)}: load ${Math.round(w.load.sum)}`).join('; ')}
        option={loads}
        height={300}
        header={['week of', 'classes', 'not said how hard', 'minutes', 'load', 'mean a day', 'monotony', 'strain']}
        rows={weeks.map((w) => [
          w.monday,
          w.sessions,
          w.withoutEffort,
          minutes(w.totalMs),
          whole(w.load.sum),
          whole(w.load.mean),
          isNow(w) || w.load.monotony === null ? null : Math.round(w.load.monotony * 100) / 100,
          isNow(w) ? null : whole(w.load.strain),
        ])}
        file={`${file}, load`}
      >
        <p className="text-small text-muted">
          How hard it was (0 to 10) times minutes of the class, summed up (session RPE, Foster 1998). It describes; it
          foretells nothing.
        </p>
        {before && isNow(last) && <OneWeek week={before} />}
        <OneWeek week={last} />
      </Charted>
      <CloseTogether sessions={sums} library={library} />
      <section aria-label="Sessions" className="min-w-0">
        <h2 className="text-title font-semibold">Sessions</h2>
        <Tabled
          name="Sessions"
          header={['day', 'class', 'minutes', 'work, min', 'how hard', 'load']}
          rows={[...sessions]
            .reverse()
            .map((s) => [
              format(new Date(s.at), 'yyyy-MM-dd HH:mm'),
              s.title,
              minutes(s.totalMs),
              minutes(s.workMs),
              s.effort,
              s.effort === null ? null : whole(sessionLoad(s.effort, s.totalMs)),
            ])}
          file={`${file}, sessions`}
        />
      </section>
    </div>
  );
}

function areaOption(weeks: readonly Week[], names: readonly string[]) {
  const regionMs = (w: Week, parts: readonly BodyPart[]) => parts.reduce((sum, p) => sum + w.balance.parts[p], 0);
  return {
    ...plainAxes(names, ' min'),
    aria: { enabled: true, decal: { show: true } },
    series: REGIONS.map(([name, parts], k) => {
      const { itemStyle } = styleOf(k);
      return { type: 'bar', stack: 'work', name, itemStyle, data: weeks.map((w) => minutes(regionMs(w, parts))) };
    }),
  };
}

/** The load of a week, and, once its seven days are over, how even they were. */
function OneWeek({ week }: { week: Week }) {
  const { sum, monotony, strain } = week.load;
  const evenness = [
    monotony === null ? 'no monotony: all days alike' : `monotony ${Math.round(monotony * 100) / 100}`,
    ...(strain === null ? [] : [`strain ${Math.round(strain)}`]),
  ];
  return (
    <p>
      Week of {weekWord(week)}: {[`load ${Math.round(sum)}`, ...(isNow(week) ? [] : evenness)].join(', ')}.
      {week.withoutEffort > 0 &&
        ` Of ${week.withoutEffort} of its ${week.sessions} classes nobody said how hard they were: their load is not known and not in it.`}
    </p>
  );
}

const dayWord = (day: string) => dayWords(day, 'EEE d MMM');

function CloseTogether({ sessions, library }: { sessions: readonly SessionSums[]; library: Library }) {
  const found = useMemo(() => closeTogether(sessions, library), [sessions, library]);
  const byDays = new Map<string, { days: readonly [string, string]; parts: BodyPart[] }>();
  for (const c of found) {
    const key = c.days.join(' ');
    byDays.set(key, { days: c.days, parts: [...(byDays.get(key)?.parts ?? []), c.part] });
  }
  const list = [...byDays.values()].reverse();
  return (
    <section aria-label="Worked twice running" className="min-w-0">
      <h2 className="text-title font-semibold">Worked twice running</h2>
      <p className="mb-1 text-small text-muted">
        Parts with {formatDuration(WORKED_FROM_MS)} of work or more on one day and again the same or the next.
      </p>
      {list.length === 0 ? (
        <p>None.</p>
      ) : (
        <ul
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, also by the keyboard
          tabIndex={0}
          className="max-h-72 overflow-y-auto"
        >
          {list.map(({ days, parts }) => (
            <li key={days.join(' ')} className="border-b py-1">
              {days[0] === days[1] ? `Twice on ${dayWord(days[0])}` : `${dayWord(days[0])} and ${dayWord(days[1])}`}:{' '}
              {parts.map((p) => PART_WORDS[p]).join(', ')}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
