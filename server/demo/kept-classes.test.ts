import { beforeAll, it } from 'vitest';
import type { Block, Plan } from '../../core/class/index.ts';
import { writeShorthand } from '../../core/class/index.ts';
import {
  alongShortestRound,
  balanceOf,
  boutsOf,
  checkPlan,
  classKit,
  costOfOneMore,
  findOrder,
  fitSlot,
  hardnessOf,
  intensityOf,
  knobsOf,
  openingEffort,
  orderProblem,
  proposeCoolDown,
  proposeWarmUp,
  SCHOOL_WEIGHTS,
  setOut,
  spacingProblems,
  strainOf,
  toSay,
  USUAL_THRESHOLDS,
  valuesOf,
  walkOf,
} from '../../core/judge/index.ts';
import { type KitItem, type Library, resolvePlan } from '../../core/moves/index.ts';
import { captionsOf, chaptersOf, plannedRecording, talkThrough, writeMarkdown } from '../../core/out/index.ts';
import { makeSeries, type Series, TEMPLATE_NAMES } from '../../core/record/index.ts';
import { eventsOf, T0 } from '../../core/test/events.ts';
import { GOLDEN } from '../../core/test/golden.ts';
import { MARKED } from '../../core/test/marked.ts';
import {
  comparePlans,
  compile,
  finishBy,
  rotationChart,
  runIntervals,
  sheetOf,
  stateAt,
  totals,
  USUAL_FLOORS,
} from '../../core/time/index.ts';
import { planCueSheet, sceneOf } from '../../core/voice/index.ts';
import { shippedLibrary } from '../library/read.ts';
import { kept, sumOf, text, withOwnIds } from '../test/kept.ts';
import { readDemo } from './seed.ts';

/*
 * What is said of whole classes, by every district: as it was when it was last read. Other tests say what is right; this one says
 * that nothing has become another by the way. Where it is meant to, read the difference and keep it with
 * `npx vitest run server/demo/kept-classes -u`.
 */

let library: Library;
let demo: Plan[];
let kitRoom: KitItem[];
beforeAll(async () => {
  library = shippedLibrary();
  const { plans, kit } = await readDemo();
  [demo, kitRoom] = [plans, kit];
});

let serial = 0;
const makeId = () => `made-${++serial}`;

/** A class as it is judged: what is found, with the ways to mend it, and what it asks of the body. */
function judged(plan: Plan): string[] {
  const timeline = compile(plan);
  const intensity = intensityOf(plan, timeline, library);
  const bouts = boutsOf(plan, timeline, library);
  return [
    ...checkPlan(plan, { library, kitRoom }).flatMap((f) => [
      `  ${f.check} ${f.weight}: ${f.text} [${f.key}] ${sumOf([f.place, f.also, f.cases])}`,
      ...f.fixes.map((fix) => `    ${fix.label} ${sumOf(fix.steps)}`),
    ]),
    `  hard ${text(hardnessOf(intensity))}, opening ${text(openingEffort(plan, bouts))}`,
    `  balance ${text(balanceOf(bouts))}, strain ${sumOf(strainOf(plan, timeline, library))}`,
    ...toSay(plan, library, kitRoom).map((x) => `  to ${x.who}: ${sumOf(x)}`),
  ];
}

/** What is proposed for it. */
function proposed(plan: Plan): string[] {
  const request = { plan, library, kitRoom, coverFromMs: USUAL_THRESHOLDS.coverFromS * 1000 };
  const names = (block: Block | null) => block?.stations.map((s) => s.move).join(', ') ?? 'none';
  const fits = plan.blocks.flatMap((block, blockIndex) => {
    const now = valuesOf(block);
    const slotMs = compile(plan).totalMs + 90_000;
    const vary = Object.fromEntries(
      knobsOf(block)
        .filter((knob) => knob !== 'stations')
        .map((knob) => {
          const is = Number(now[knob]);
          const step = knob === 'rounds' ? 1 : 5000;
          return [knob, { min: Math.max(step, is - step), max: is + 2 * step, step }];
        }),
    );
    const found = fitSlot({ plan, blockIndex, slotMs, spareMs: 60_000, vary, keepRatio: false, limit: 5 });
    return [
      `  one more in ${block.title}: ${costOfOneMore(block)
        .map((c) => `${c.knob} ${c.costMs}`)
        .join(', ')}`,
      `  fits: ${found?.tried}, ${found?.fits.map((f) => `${f.totalMs} ${f.changes.map((c) => `${c.knob} ${c.to}`).join(' ')}`).join('; ')}`,
    ];
  });
  const orders = plan.blocks
    .filter((b) => b.stations.length > 2 && b.stations.length < 9)
    .flatMap((block) =>
      Object.entries(SCHOOL_WEIGHTS).map(([school, weights]) => {
        const problem = orderProblem({ block, weights, pinned: [], walkM: null }, library);
        const found = findOrder(problem, 1);
        return `  ${block.title}, ${school}: ${found?.order.join(' ')} (${text(found?.cost)})`;
      }),
    );
  return [
    ...[3, 6, 10].flatMap((minutes) => [
      `  warm-up of ${minutes}: ${names(proposeWarmUp({ ...request, lengthMs: minutes * 60_000 }))}`,
      `  cool-down of ${minutes}: ${names(proposeCoolDown({ ...request, lengthMs: minutes * 60_000 }))}`,
    ]),
    ...fits,
    ...orders,
  ];
}

/** What is read and heard of it. */
function told(written: Plan): string[] {
  const plan = resolvePlan(written, library);
  const intervals = runIntervals(plan);
  const { cues, notes } = planCueSheet(plan, intervals);
  const recorded = plannedRecording(plan);
  const state = stateAt(plan, eventsOf([0, { type: 'start' }]), T0);
  const scenes = intervals.map((i, index) =>
    [0, i.durationMs * 0.7].map((elapsedMs) => sceneOf({ ...state, plan, intervals, index, elapsedMs })),
  );
  const ends = [5, 20, 40].map((min) =>
    finishBy(stateAt(plan, eventsOf([0, { type: 'start' }]), T0 + 60_000), T0 + min * 60_000, USUAL_FLOORS),
  );
  return [
    `  ${text(totals(plan))}`,
    ...cues.map((c) => `  ${c.atMs} ${c.kind} ${c.tone ?? c.text} ${c.spokenMs} ${c.intervalIndex}`),
    ...notes.map((n) => `  ${n.what} ${n.text}: ${n.reason}, ${n.byMs}, ${n.room}`),
    `  shorthand ${sumOf(writeShorthand(plan))}, board ${sumOf(writeMarkdown(plan))}, scenes ${sumOf(scenes)}`,
    `  captions ${sumOf(captionsOf(recorded))}, chapters ${(['block', 'round', 'set'] as const).map((by) => sumOf(chaptersOf(recorded, by))).join(' ')}`,
    `  sheets ${plan.blocks.map((b) => sumOf(sheetOf(b))).join(' ')}, turns ${plan.blocks.map((b, k) => sumOf(rotationChart(b, k, intervals))).join(' ')}`,
    `  talk ${talkThrough(plan, 'today')}`,
    `  to end sooner ${sumOf(ends)}`,
    `  kit ${text(classKit(plan, library, kitRoom).map((k) => [k.name, k.perPerson, k.standIn]))}`,
    ...plan.blocks.map((block) => {
      const out = setOut(plan, block, library) ?? plan;
      const [legs, problems] = [walkOf(out, block), spacingProblems(out, block, library)];
      return `  room ${block.title}: ${sumOf([out.layout, legs])}, ${sumOf(out.layout && alongShortestRound(out, block))}, ${problems.map((p) => p.text).join(' ')}`;
    }),
  ];
}

it('the demo classes as they are told', async () => {
  await kept(
    demo.flatMap((plan) => [plan.title, ...told(plan)]),
    'kept-told.txt',
  );
});

it('the demo classes and those of every fault as they are judged; what is proposed for the demo classes', async () => {
  const lines = [
    ...demo.flatMap((plan) => [plan.title, ...judged(plan), ...proposed(plan)]),
    ...MARKED.flatMap(({ name, plan }) => [name, ...judged(withOwnIds(plan))]),
  ];
  await kept(lines, 'kept-judged.txt');
});

it('the classes of every format as they are told, and how each differs from the one before', async () => {
  const lines = GOLDEN.map(({ name, plan }) => ({ name, plan: withOwnIds(plan) })).flatMap(({ name, plan }, k) => [
    `${name}: ${sumOf(told(plan))}, ${sumOf(proposed(plan))}`,
    ...comparePlans(withOwnIds(GOLDEN[k - 1]?.plan ?? plan), plan).map((d) => `  ${d.block ?? ''} ${d.text}`),
  ]);
  await kept(lines, 'kept-formats.txt');
});

it('a series by each template', async () => {
  const lines = TEMPLATE_NAMES.flatMap((template) => {
    const series: Series = {
      id: 'autumn',
      title: 'Autumn tides',
      template,
      start: '2026-09-07',
      weeks: 6,
      slots: [
        { weekday: 1, time: '18:30' },
        { weekday: 4, time: '07:00' },
      ],
      planIds: demo.slice(0, 3).map((p) => p.id),
    } as Series;
    const { classes, leftOut } = makeSeries(series, demo.slice(0, 3), library, [], makeId);
    return [
      `${template}: ${leftOut.length}`,
      ...classes.map(
        (c) => `  ${c.dated.day} ${c.dated.time} ${c.dated.title} ${c.dated.lengthMs}: ${c.steps.join('; ')}`,
      ),
    ];
  });
  await kept(lines, 'kept-series.txt');
});
