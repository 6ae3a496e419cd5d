import { beforeAll, it } from 'vitest';
import type { Plan } from '../../core/class/index.ts';
import { workSums } from '../../core/judge/index.ts';
import { type Library, resolvePlan } from '../../core/moves/index.ts';
import { captionsOf, chaptersOf, ledRecording, recordRow, recordsCsv } from '../../core/out/index.ts';
import {
  changesOf,
  changeWords,
  closeTogether,
  countsOf,
  doneIntervals,
  gridRows,
  habitsOf,
  lastTimeWords,
  proposals,
  pulseOf,
  recordOf,
  sessionEffort,
  weeksOf,
  withChanges,
} from '../../core/record/index.ts';
import { eventsOf, T0 } from '../../core/test/events.ts';
import { GOLDEN } from '../../core/test/golden.ts';
import {
  closingOf,
  finishBy,
  type RunCommand,
  type RunEvent,
  recordsOf,
  stateAt,
  summarise,
  viewOf,
} from '../../core/time/index.ts';
import { planCueSheet, sceneOf } from '../../core/voice/index.ts';
import { shippedLibrary } from '../library/read.ts';
import { kept, sumOf, text, withOwnIds } from '../test/kept.ts';
import { readDemo } from './seed.ts';

/*
 * What becomes of whole runs, by every district: as it was when it was last read (see kept-classes.test.ts).
 */

let library: Library;
let demo: Plan[];
beforeAll(async () => {
  library = shippedLibrary();
  demo = (await readDemo()).plans.map((plan) => resolvePlan(plan, library));
});

/** Everything a desk can do, one after the other in the first part of a class, and what is written down of it. */
function eventful(plan: Plan): RunEvent[] {
  const block = plan.blocks.find((b) => b.stations.length > 1) ?? plan.blocks[0];
  const [first, second] = block?.stations ?? [];
  const at = (stationId: string | undefined) => ({ stationId: stationId ?? null, round: 1 });
  const zones = [10_000, 20_000, 5000, 0, 0];
  const to = { move: 'Press-up', easier: ['Wall press-up'] };
  const steps: ([number, RunCommand] | null)[] = [
    [0, { type: 'start' }],
    [40, { type: 'heads', heads: 9 }],
    [60, { type: 'adjust', deltaMs: 15_000 }],
    [70, { type: 'pause' }],
    [95, { type: 'resume' }],
    [100, { type: 'skip' }],
    [130, { type: 'skip' }],
    [150, { type: 'back' }],
    [170, { type: 'more' }],
    [200, { type: 'hold', readyMs: 4000 }],
    [330, { type: 'release' }],
    [340, { type: 'rounds', delta: 1 }],
    first ? [350, { type: 'swap', stationId: first.id, scope: 'round', to }] : null,
    second ? [355, { type: 'swap', stationId: second.id, scope: 'on', to: { move: 'Skater step' } }] : null,
    [360, { type: 'more', to: { move: 'Front plank', position: 'prone' } }],
    [400, { type: 'reps', ...at(first?.id), squad: null, count: 14, weightKg: 12, effort: 7 }],
    [410, { type: 'reps', ...at(second?.id), squad: 'Heron', count: 11, note: 'slow, deep' }],
    [415, { type: 'reps', ...at(second?.id), squad: 'Heron', count: 12 }],
    [420, { type: 'note', ...at(first?.id), text: 'Mind the oars' }],
    [430, { type: 'adjust', deltaMs: -10_000 }],
    [
      440,
      {
        type: 'pulse',
        ...at(first?.id),
        of: [{ strap: '4F', squad: 'Heron', mean: 131, max: 152, zonesMs: zones }],
      },
    ],
    [460, { type: 'restart' }],
    [500, { type: 'rounds', delta: -1 }],
    [520, { type: 'pause' }],
    [530, { type: 'undo', of: 'event-7-x' }],
    [540, { type: 'resume' }],
  ];
  return eventsOf(...steps.filter((x): x is [number, RunCommand] => x !== null));
}

/** The same to the end: led on for some minutes, ended and closed. */
const closed = (events: readonly RunEvent[]): RunEvent[] => {
  const more = eventsOf(
    [1500, { type: 'finish' }],
    [1510, { type: 'felt', squad: 'Heron', effort: 8 }],
    [1511, { type: 'felt', squad: 'Teal', effort: 6 }],
    [1520, { type: 'close', came: 8, effort: 7, next: 'Longer breaks', trial: false }],
  );
  return [...events, ...more.map((e, k) => ({ ...e, id: `closing-${k}-x`, seq: events.length + k + 1 }))];
};

function ran(plan: Plan): string[] {
  const events = eventful(plan);
  const all = closed(events);
  const record = recordOf(plan, all);
  const state = stateAt(plan, all, T0 + 1_500_000);
  const moments = [30, 65, 80, 110, 160, 180, 260, 335, 345, 365, 435, 470, 505, 535, 700, 1000, 1400].map((second) => {
    const now = stateAt(
      plan,
      events.filter((e) => e.atMs <= T0 + second * 1000),
      T0 + second * 1000,
    );
    const view = viewOf(now);
    const end = finishBy(now, T0 + second * 1000 + Math.round(view.toEndMs * 0.8));
    const cues = planCueSheet(now.plan, now.intervals);
    return `  ${second} s: ${now.status} ${now.index}/${now.intervals.length}, ${view.remainingMs} ${view.toEndMs}, ${sumOf(view)} ${sumOf(sceneOf(now))} ${sumOf(cues)}, ends ${end.options.map((o) => `${o.endAtMs - T0}`).join(' ')} ${sumOf(end)}`;
  });
  const changes = changesOf(plan, all);
  const names = new Map([['person-1', 'Plover']]);
  const rows = record.sets.map((s) =>
    recordRow({ id: 'run', title: plan.title, startedAtMs: T0 }, s, names, 'Europe/London'),
  );
  const before = [{ day: '2026-09-21', plan, sets: record.sets, effort: 6 }];
  const proposed = proposals(plan, before, library, '2026-09-24');
  const recorded = ledRecording(plan, all);
  const first = record.sets[0];
  return [
    ...moments,
    `  ${text(summarise(plan, state).deviations ?? summarise(plan, state))}`.slice(0, 400),
    `  record ${record.sets.length} sets, ${sumOf(record)}, ${sumOf(recordsOf(all))}, ${text(closingOf(all))}`,
    `  figures ${text(countsOf(record))}`.slice(0, 600),
    `  effort ${text(sessionEffort(closingOf(all)))}, pulse ${text(pulseOf(all))}`,
    `  rows ${gridRows(record.sets, (id) => id ?? 'all').length} ${sumOf(gridRows(record.sets, (id) => id ?? 'all'))}, CSV ${sumOf(recordsCsv(rows))}`,
    ...changes.map((c) => `  ${changeWords(plan, c)}`),
    `  with them ${sumOf(withChanges(plan, changes))}, alike ${sumOf(habitsOf(plan, Array(3).fill({ plan, changes })))}`,
    ...(proposed.progress ?? []).map(
      (p) => `  next time: ${p.kind}, ${p.changes.map((c) => changeWords(plan, c)).join('; ')}: ${p.reason}`,
    ),
    `  captions ${sumOf(captionsOf(recorded, 2500))}, chapters ${sumOf(chaptersOf(recorded, 'round'))}, done ${sumOf(doneIntervals(plan, all))}`,
    `  last time ${first ? lastTimeWords(record.sets, { ...first, side: first.side ?? undefined } as never, ['Heron']) : ''}`,
  ];
}

it('runs of the demo classes', async () => {
  await kept(
    demo.flatMap((plan) => [plan.title, ...ran(plan)]),
    'kept-runs.txt',
  );
});

it('a run of each format', async () => {
  await kept(
    GOLDEN.flatMap(({ name, plan }) => [name, ...ran(withOwnIds(plan))]),
    'kept-runs-of-formats.txt',
  );
});

it('weeks of them, and what was worked twice running', async () => {
  const sessions = demo.map((plan, k) => {
    const intervals = doneIntervals(plan, closed(eventful(plan))).flatMap((d) => d.intervals);
    return {
      day: `2026-09-${String(7 + k * 2).padStart(2, '0')}`,
      totalMs: 1_500_000,
      effort: k === 2 ? null : 4 + k,
      work: workSums(plan, { intervals, totalMs: 0, about: false }),
    };
  });
  const lines = [
    ...weeksOf(sessions, library).map((w) => text(w)),
    ...closeTogether(sessions, library, 30_000).map((c) => text(c)),
  ];
  await kept(lines, 'kept-weeks.txt');
});
