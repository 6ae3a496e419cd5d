import { format } from 'date-fns';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { formatDuration } from '../../../core/class/index.ts';
import {
  countsByMove,
  countsOf,
  countWords,
  HELD_WITHIN,
  paceWords,
  type RunRecord,
  type SetRecord,
  sessionEffort,
  sessionLoad,
} from '../../../core/record/index.ts';
import { whoKey } from '../../../core/time/index.ts';
import type { PastRun, StoredRun } from '../../../core/wire/index.ts';
import { Charted, plainAxes, styleOf, usePast, useWhoNames } from '../../base/index.ts';

const percent = (share: number) => `${Math.round(share * 100)} %`;
const kg = (n: number | null) => (n === null ? '' : `${Math.round(n * 10) / 10}`);

/** Reps of a run by round: a line each for who was counted, with what fell from the first to the last. */
export function Rounds({ record, file }: { record: RunRecord; file: string }) {
  const nameOf = useWhoNames();
  const series = useMemo(() => countsByMove(record.sets).filter((s) => s.sets.some((x) => x.reps !== null)), [record]);
  const most = Math.max(0, ...series.map((s) => s.sets.length));
  const names = series.map((s) => `${s.move}, ${nameOf(s.who)}`);
  const option = useMemo(
    () => ({
      ...plainAxes(Array.from({ length: most }, (_, k) => `set ${k + 1}`)),
      series: series.slice(0, 12).map((s, k) => ({
        type: 'line',
        name: names[k],
        data: s.sets.map((x) => x.reps),
        ...styleOf(k),
      })),
    }),
    [series, most, names],
  );
  if (series.length === 0) return null;
  return (
    <Charted
      title="Reps, set by set"
      label={series.map((s, k) => `${names[k]}: ${s.sets.map((x) => x.reps ?? '–').join(', ')}`).join('; ')}
      option={option}
      height={Math.min(420, 200 + 16 * Math.ceil(Math.min(12, series.length) / 3))}
      header={['move', 'who', 'sets', 'reps', 'first to last', 'volume kg']}
      rows={series.map((s) => [
        s.move,
        nameOf(s.who),
        s.sets.map((x) => countWords(x)).join(', '),
        s.reps,
        s.drop === null ? '' : `${percent(-s.drop)}, ${paceWords(s.drop)}`,
        s.volumeKg,
      ])}
      file={file}
    >
      <p className="max-w-prose text-small text-muted">
        {series.length > 12 && 'The first twelve are drawn; all are in the table. '}
        {drops(series)
          .map(([word, n]) => `${n} ${word}`)
          .join(', ')}
        {drops(series).length > 0 && `: held is within ${percent(HELD_WITHIN)} from the first set to the last.`}
      </p>
    </Charted>
  );
}

function drops(series: readonly { drop: number | null }[]): [string, number][] {
  const counts = new Map<string, number>();
  for (const { drop } of series) {
    if (drop === null) continue;
    const word = paceWords(drop);
    counts.set(word, (counts.get(word) ?? 0) + 1);
  }
  return [...counts];
}

interface Column {
  id: string;
  day: string;
  record: RunRecord;
  isThis: boolean;
}

/** This run beside the last ones of the same class. */
export function SideBySide({ run, record }: { run: StoredRun; record: RunRecord }) {
  const [past] = usePast(run.planId, run.id, 4);
  const nameOf = useWhoNames();
  if (past.state !== 'ready') return null;
  const others = past.value.filter((p) => p.startedAt < (run.startedAt ?? ''));
  if (others.length === 0) return <p className="text-muted">There is no earlier run of this class to set it beside.</p>;
  const columns: Column[] = [
    { id: run.id, day: run.startedAt ?? '', record, isThis: true },
    ...others.map((p) => ({ id: p.id, day: p.startedAt, record: recordFrom(p), isThis: false })),
  ];
  const figures = columns.map((c) => countsOf(c.record));
  const efforts = columns.map((c) => sessionEffort(c.record.closing));
  const rows: [string, string[]][] = [
    ['length', figures.map((f) => formatDuration(f.totalMs))],
    ['work', figures.map((f) => formatDuration(f.workMs))],
    ['density, work of the whole', figures.map((f) => (f.density === null ? '' : percent(f.density)))],
    ['sets done', figures.map((f) => String(f.sets))],
    ['reps', figures.map((f) => (f.reps === null ? '' : `${f.reps} (${f.countedBy})`))],
    ['volume, kg', figures.map((f) => kg(f.volumeKg))],
    ['how hard, 0 to 10', efforts.map((e) => (e === null ? '' : kg(e.effort)))],
    [
      'load, RPE × min',
      efforts.map((e, k) =>
        e === null ? '' : String(Math.round(sessionLoad(e.effort, columns[k]?.record.totalMs ?? 0))),
      ),
    ],
    ['came', columns.map((c) => String(c.record.closing.came ?? ''))],
    ...movesOf(columns.map((c) => c.record.sets)).map(({ key, move, who }): [string, string[]] => [
      `${move}, ${nameOf(who)}`,
      columns.map(
        (c) =>
          countsByMove(c.record.sets)
            .find((s) => `${s.move} ${whoKey(s.who)}` === key)
            ?.sets.map(countWords)
            .join(', ') ?? '',
      ),
    ]),
  ];
  return (
    <div className="max-w-full overflow-x-auto">
      <table className="text-left" aria-label="This run and the last ones">
        <thead>
          <tr className="border-b">
            <td />
            {columns.map((c) => (
              <th key={c.id} scope="col" className="px-3 py-1 font-semibold">
                {c.isThis ? (
                  'this run'
                ) : (
                  <Link className="underline" to={`/log/${c.id}`}>
                    {format(new Date(c.day), 'd MMM yyyy')}
                  </Link>
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows
            .filter(([, cells]) => cells.some((x) => x !== ''))
            .map(([name, cells]) => (
              <tr key={name} className="border-b">
                <th scope="row" className="py-1 pr-3 font-normal">
                  {name}
                </th>
                {cells.map((cell, k) => (
                  <td key={columns[k]?.id} className="digits px-3 py-1">
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
        </tbody>
      </table>
    </div>
  );
}

const recordFrom = (p: PastRun): RunRecord => ({
  sets: p.sets,
  notes: [],
  closing: { came: p.came, effort: p.effort, next: p.next, trial: false, felt: p.felt },
  totalMs: p.totalMs,
  workMs: p.workMs,
  pausedMs: p.pausedMs,
});

/** The moves that were counted in any of some runs, by who. */
function movesOf(all: readonly (readonly SetRecord[])[]) {
  const found = new Map(
    all.flatMap(countsByMove).map((s) => {
      const key = `${s.move} ${whoKey(s.who)}`;
      return [key, { key, move: s.move, who: s.who }] as const;
    }),
  );
  return [...found.values()];
}
