import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { weightWords } from '../../../core/class/index.ts';
import { countWords, paceWords } from '../../../core/record/index.ts';
import { records, type TrendPoint } from '../../../core/wire/index.ts';
import {
  ask,
  Button,
  Charted,
  dayOf,
  OneOf,
  plainAxes,
  styleOf,
  useLoaded,
  useWhoNames,
  WhenLoaded,
} from '../../base/index.ts';
import { RecordsHead } from './records-head.tsx';

/** Whose course it is, as the address says. */
function useOfWhom() {
  const [params, setParams] = useSearchParams();
  const [squad, person] = [params.get('squad'), params.get('person')];
  return {
    squad,
    person,
    set: (value: string) => {
      const [kind, ...rest] = value.split(' ');
      setParams(kind === 'squad' || kind === 'person' ? { [kind]: rest.join(' ') } : {}, { replace: true });
    },
  };
}

/** The course of a move: session by session, for all, a squad or a person. */
export function TrendScreen() {
  const { move = '' } = useParams();
  const { squad, person, set } = useOfWhom();
  const [loaded, reload] = useLoaded(['records', 'trend', move, squad, person], () =>
    ask(records.moveTrend, {
      query: { move, ...(squad === null ? {} : { squad }), ...(person === null ? {} : { person }) },
    }),
  );
  const nameOf = useWhoNames();
  const by = loaded.state === 'ready' ? loaded.value.by : { all: true, squads: [], people: [] };
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-4">
      <title>{`${move}, its course · Odd Round`}</title>
      <RecordsHead title={move}>
        <label className="flex items-center gap-2">
          counted of
          <OneOf
            of={[
              ['all', 'All together'],
              ...by.squads.map((s) => [`squad ${s}`, s] as const),
              ...by.people.map((p) => [`person ${p}`, nameOf({ squad: null, person: p })] as const),
            ]}
            value={person !== null ? `person ${person}` : squad !== null ? `squad ${squad}` : 'all'}
            onPick={set}
          />
        </label>
      </RecordsHead>
      <WhenLoaded loaded={loaded} reload={reload}>
        {({ points }) =>
          points.length === 0 ? (
            <Nothing by={by} onWho={set} nameOf={(p) => nameOf({ squad: null, person: p })} />
          ) : (
            <Course move={move} points={points} />
          )
        }
      </WhenLoaded>
    </main>
  );
}

interface NothingProps {
  by: { all: boolean; squads: readonly string[]; people: readonly string[] };
  onWho: (value: string) => void;
  nameOf: (person: string) => string;
}

/** Nothing of those asked for; who has something is one press away. */
function Nothing({ by, onWho, nameOf }: NothingProps) {
  const others = [
    ...(by.all ? [['all', 'All together'] as const] : []),
    ...by.squads.map((s) => [`squad ${s}`, s] as const),
    ...by.people.map((p) => [`person ${p}`, nameOf(p)] as const),
  ];
  if (others.length === 0) return <p>Nothing was counted of this move.</p>;
  return (
    <p className="flex flex-wrap items-center gap-2">
      Nothing was counted of them. It was of
      {others.slice(0, 20).map(([value, name]) => (
        <button key={value} type="button" className="min-h-11 px-2 underline" onClick={() => onWho(value)}>
          {name}
        </button>
      ))}
    </p>
  );
}

const dayWord = (p: TrendPoint) => format(new Date(p.at), 'd MMM');

/** Sessions that are listed before all are asked for. */
const LATEST = 20;

/** Best sets by their reps and the heaviest weights, over the days. */
function chartOf(points: readonly TrendPoint[]) {
  const axes = plainAxes(points.map(dayWord));
  const weighted = points.some((p) => p.weightKg !== null);
  return {
    ...axes,
    grid: { ...axes.grid, right: weighted ? 60 : 16 },
    yAxis: weighted
      ? [
          axes.yAxis,
          {
            ...axes.yAxis,
            axisLabel: { ...axes.yAxis.axisLabel, formatter: '{value} kg' },
            splitLine: { show: false },
          },
        ]
      : axes.yAxis,
    series: [
      {
        type: 'line',
        name: 'best set, reps',
        data: points.map((p) => p.bestReps),
        connectNulls: true,
        ...styleOf(0),
      },
      ...(weighted
        ? [
            {
              type: 'line',
              name: 'heaviest, kg',
              yAxisIndex: 1,
              data: points.map((p) => p.weightKg),
              connectNulls: true,
              ...styleOf(1),
            },
          ]
        : []),
    ],
  };
}

function Course({ move, points }: { move: string; points: readonly TrendPoint[] }) {
  const [every, setEvery] = useState(false);
  const option = useMemo(() => chartOf(points), [points]);
  const latest = [...points].reverse().slice(0, every ? points.length : LATEST);
  return (
    <>
      <Facts points={points} />
      <Charted
        title="Session by session"
        label={points
          .map(
            (p) =>
              `${dayWord(p)}: ${p.bestReps ?? 'no'} reps${p.weightKg === null ? '' : ` with ${weightWords(p.weightKg)}`}`,
          )
          .join('; ')}
        option={option}
        height={320}
        header={['day', 'class', 'sets', 'reps', 'best set', 'first', 'last', 'pace', 'kg', 'volume kg']}
        rows={[...points]
          .reverse()
          .map((p) => [
            dayOf(p.at),
            p.title,
            p.sets,
            p.reps,
            p.bestReps,
            p.firstReps,
            p.lastReps,
            paceOf(p),
            p.weightKg,
            p.volumeKg === null ? null : Math.round(p.volumeKg * 10) / 10,
          ])}
        file={`${move}, session by session`}
      />
      <h2 className="mt-6 text-title font-semibold">Sessions</h2>
      <ul className="max-w-prose">
        {latest.map((p) => (
          <li key={p.runId} className="flex flex-wrap gap-x-4 border-b">
            <Link to={`/log/${p.runId}`} className="inline-flex min-h-11 min-w-0 flex-1 items-center underline">
              {format(new Date(p.at), 'EEE d MMM yyyy')}, {p.title}
            </Link>
            <span className="digits self-center">
              {p.bestReps ?? '–'}
              {p.weightKg !== null && ` × ${weightWords(p.weightKg)}`}
            </span>
            <span className="w-36 self-center text-small text-muted">{paceOf(p)}</span>
          </li>
        ))}
      </ul>
      {latest.length < points.length && (
        <Button look="quiet" onClick={() => setEvery(true)}>
          All {points.length} sessions
        </Button>
      )}
    </>
  );
}

/** The best set, the last and the heaviest. */
function Facts({ points }: { points: readonly TrendPoint[] }) {
  const last = points.at(-1);
  const counted = points.filter((p) => p.bestReps !== null);
  const best = counted.reduce<TrendPoint | null>((a, b) => (a && (a.bestReps ?? 0) > (b.bestReps ?? 0) ? a : b), null);
  const heaviest = points.reduce<TrendPoint | null>(
    (a, b) => (b.weightKg !== null && b.weightKg >= (a?.weightKg ?? 0) ? b : a),
    null,
  );
  return (
    <dl className="mb-4 flex flex-wrap gap-x-10 gap-y-2">
      {best?.bestReps !== null && best !== null && <Fact name="best set" point={best} value={setWords(best)} />}
      {last && last.bestReps !== null && <Fact name="last time" point={last} value={setWords(last)} />}
      {heaviest && heaviest.weightKg !== null && (
        <Fact name="heaviest" point={heaviest} value={weightWords(heaviest.weightKg)} />
      )}
    </dl>
  );
}

const setWords = ({ bestReps, weightKg }: TrendPoint) => countWords({ reps: bestReps, weightKg });

const paceOf = ({ sets, firstReps, lastReps }: TrendPoint) =>
  sets < 2 || firstReps === null || lastReps === null || firstReps === 0
    ? ''
    : paceWords((firstReps - lastReps) / firstReps);

function Fact({ name, value, point }: { name: string; value: string; point: TrendPoint }) {
  return (
    <div>
      <dt className="text-small text-muted">{name}</dt>
      <dd className="digits text-head">
        {value} <span className="text-plain text-muted">{format(new Date(point.at), 'd MMM yyyy')}</span>
      </dd>
    </div>
  );
}
