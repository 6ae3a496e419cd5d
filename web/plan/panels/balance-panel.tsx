import { subDays } from 'date-fns';
import { Suspense, useMemo, useState } from 'react';
import { formatDuration, type Plan } from '../../../core/class/index.ts';
import {
  type Balance,
  balanceOf,
  balanceOfWork,
  boutsOf,
  energyRange,
  type Strain,
  strainOf,
} from '../../../core/judge/index.ts';
import { PATTERN_WORDS, PATTERNS } from '../../../core/moves/index.ts';
import { compile } from '../../../core/time/index.ts';
import { api, BodyFigure, Chart, colour, OneOf, useLibrary, useLoaded } from '../../base/index.ts';
import { BasisNote } from './basis-note.tsx';

const ENERGY_KG = 70;

/** What was worked in the last seven days. */
const weekOfWork = () => api.workSince(subDays(new Date(), 7));

/** What the class, a block of it or the week works: body, patterns, sides, and effort along the class. */
export function BalancePanel({ plan }: { plan: Plan }) {
  const library = useLibrary((s) => s.library);
  const [scope, setScope] = useState('class');
  const [work] = useLoaded(['work of the week'], weekOfWork);
  const timeline = useMemo(() => compile(plan), [plan]);
  const week = useMemo(() => balanceOfWork(work.state === 'ready' ? work.value.work : [], library), [work, library]);
  const shown = useMemo(() => {
    const all = boutsOf(plan, timeline, library);
    if (scope === 'week') return { bouts: [], balance: week, strain: [] };
    const bouts = scope === 'class' ? all : all.filter((s) => plan.blocks[s.blockIndex]?.id === scope);
    const within = timeline.intervals.filter((i) => scope === 'class' || plan.blocks[i.blockIndex]?.id === scope);
    const strain = strainOf(plan, { ...timeline, intervals: within }, library);
    return { bouts, balance: balanceOf(bouts), strain };
  }, [plan, timeline, library, scope, week]);
  const energy = scope === 'class' ? energyRange(shown.bouts, timeline.totalMs, ENERGY_KG) : null;
  return (
    <>
      <OneOf
        aria-label="Balance of"
        className="w-full"
        of={[
          ['class', 'the class'],
          ...plan.blocks.filter((b) => b.stations.length > 0).map((b) => [b.id, b.title] as const),
          ['week', `the last seven days led (${work.state === 'ready' ? work.value.runs : '…'})`],
        ]}
        value={scope}
        onPick={setScope}
      />
      <div className="mt-3">
        <BodyFigure parts={shown.balance.parts} />
      </div>
      <Sides balance={shown.balance} />
      <Suspense fallback={<p className="text-muted">Drawing…</p>}>
        {shown.strain.length > 0 && <Along strain={shown.strain} />}
        <Patterns balance={shown.balance} />
      </Suspense>
      {shown.balance.guessedMs + shown.balance.unknownMs > 0 && (
        <p className="mt-2 text-small" role="note">
          {notSure(shown.balance)}
        </p>
      )}
      {scope !== 'week' && <BasisNote of={scope === 'class' ? plan : plan.blocks.filter((b) => b.id === scope)} />}
      {energy && (
        <p className="mt-2 text-small text-muted">
          Energy for {ENERGY_KG} kg, very roughly: {energy.fromKcal} to {energy.toKcal} kcal, from published MET values.
        </p>
      )}
    </>
  );
}

/** The working time that is guessed, counted as guessed; and that of which nothing is known, counted nowhere. */
function notSure({ guessedMs, unknownMs }: Balance): string {
  return [
    ...(guessedMs > 0 ? [`${formatDuration(guessedMs)} of it is guessed.`] : []),
    ...(unknownMs > 0 ? [`${formatDuration(unknownMs)} is on moves not known and counted nowhere.`] : []),
  ].join(' ');
}

function Sides({ balance: { left, right } }: { balance: Balance }) {
  if (left + right === 0) return null;
  const share = (ms: number) => `${(ms / (left + right)) * 100}%`;
  return (
    <div className="mt-2">
      <div className="flex justify-between text-small">
        <span>
          left <b className="digits">{formatDuration(left)}</b>
        </span>
        <span>
          <b className="digits">{formatDuration(right)}</b> right
        </span>
      </div>
      <div className="flex h-3 border border-ink" aria-hidden="true">
        <span className="bg-ink" style={{ width: share(left) }} />
        <span className="hatch" style={{ width: share(right) }} />
      </div>
    </div>
  );
}

function Patterns({ balance }: { balance: Balance }) {
  const shown = useMemo(
    () => PATTERNS.filter((p) => balance.patterns[p] > 0).sort((a, b) => balance.patterns[a] - balance.patterns[b]),
    [balance],
  );
  const option = useMemo(
    () => ({
      grid: { left: 74, right: 44, top: 4, bottom: 4 },
      xAxis: { type: 'value', show: false },
      yAxis: {
        type: 'category',
        data: shown.map((p) => PATTERN_WORDS[p]),
        axisTick: { show: false },
        axisLine: { show: false },
      },
      series: [
        {
          type: 'bar',
          data: shown.map((p) => balance.patterns[p]),
          barWidth: 12,
          itemStyle: { color: colour('ink') },
          label: { show: true, position: 'right', formatter: ({ value }: { value: number }) => formatDuration(value) },
        },
      ],
    }),
    [shown, balance],
  );
  if (shown.length === 0) return null;
  return (
    <section className="mt-4">
      <h3 className="text-small text-muted">Work by pattern</h3>
      <Chart
        option={option}
        height={shown.length * 24 + 8}
        label={[...shown]
          .reverse()
          .map((p) => `${PATTERN_WORDS[p]} ${formatDuration(balance.patterns[p])}`)
          .join(', ')}
      />
    </section>
  );
}

function Along({ strain }: { strain: readonly Strain[] }) {
  const option = useMemo(() => {
    const from = strain[0]?.atMs ?? 0;
    const last = strain.at(-1);
    const points = [
      ...strain.map((s) => [(s.atMs - from) / 60_000, s.effort]),
      [((last?.atMs ?? 0) + (last?.lengthMs ?? 0) - from) / 60_000, 0],
    ];
    const landings = strain
      .filter((s) => s.impact !== null && s.impact > 1)
      .map((s) => [(s.atMs + s.lengthMs / 2 - from) / 60_000, 5.4]);
    return {
      grid: { left: 26, right: 10, top: 14, bottom: 22 },
      xAxis: {
        type: 'value',
        max: points.at(-1)?.[0],
        axisLabel: { formatter: '{value} min' },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        min: 0,
        max: 5.6,
        interval: 1,
        axisLabel: { formatter: (x: number) => (x > 5 ? '' : String(x)) },
        splitLine: { lineStyle: { color: colour('line') } },
      },
      series: [
        {
          type: 'line',
          step: 'end',
          data: points,
          symbol: 'none',
          lineStyle: { width: 1, color: colour('ink') },
          areaStyle: { color: colour('tail'), opacity: 0.75 },
        },
        {
          type: 'scatter',
          data: landings,
          symbol: 'triangle',
          symbolSize: 7,
          symbolRotate: 180,
          itemStyle: { color: colour('ink') },
        },
      ],
    };
  }, [strain]);
  return (
    <section className="mt-4">
      <h3 className="text-small text-muted">
        Effort along the class; marks are hard landings
        {strain.some((s) => s.effort === null) ? ', gaps are not known' : ''}
      </h3>
      <Chart option={option} height={150} label="Effort from 1 to 5 along the class" />
    </section>
  );
}
