import { describe, expect, it } from 'vitest';
import { type Plan, withRounds } from '../../class/index.ts';
import { mulberry32 } from '../../judge/index.ts';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { compile, isBreak } from '../timeline/index.ts';
import { finishBy } from './finish-by.ts';
import { stateAt } from './fold.ts';

const T0 = 1_790_000_000_000;
const BREAK_FLOOR = 20;
const REST_FLOOR = 8;

interface Small {
  plan: Plan;
  /** Seconds over the time asked. */
  overS: number;
}

/** A warm-up that runs, and one or two circuits to come, some with stations that may go. */
function small(seed: number): Small {
  const random = mulberry32(seed);
  const pick = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
  const blocks = Array.from({ length: pick(1, 2) }, (_, k) => ({
    ...circuit(
      stations(pick(2, 3), (x, j) =>
        j > 0 && random() < 0.3 ? { ...x, id: `${k}-${x.id}`, optional: true } : { ...x, id: `${k}-${x.id}` },
      ),
      pick(20, 45),
      pick(5, 20),
      pick(1, 3),
      { roundBreakMs: s(pick(0, 60)) },
    ),
    id: `b${k}`,
    title: `Block ${k}`,
    breakAfter: { ms: s(pick(0, 90)), untilTap: false },
  }));
  const plan = {
    ...planOf({ ...circuit(stations(1), 60, 0, 1), id: 'w', role: 'warmUp' as const }, ...blocks),
    countInMs: 0,
  };
  return { plan, overS: pick(1, 200) };
}

/** Every way to cut: fewer rounds of each block, with or without what is optional. */
function* cuts(plan: Plan, k = 1): Generator<Plan> {
  const block = plan.blocks[k];
  if (block?.format.kind !== 'circuit') {
    yield plan;
    return;
  }
  for (let rounds = block.format.rounds; rounds >= 1; rounds--)
    for (const list of [block.stations, block.stations.filter((x) => !x.optional)]) {
      const cut = { ...block, format: withRounds(block.format, rounds), stations: list };
      yield* cuts({ ...plan, blocks: plan.blocks.map((b, j) => (j === k ? cut : b)) }, k + 1);
    }
}

/** All lengths a cut can be brought to by trimming: breaks to one level of whole seconds, and at their floor the rests too. */
function* trimmedTotals(plan: Plan): Generator<number> {
  const { intervals, totalMs } = compile(plan);
  const later = intervals.slice(1).map((i) => ({ seconds: i.durationMs / 1000, gap: isBreak(i) ? 'break' : i.kind }));
  const saved = (gap: string, level: number, floor: number) =>
    later.reduce(
      (sum, i) =>
        sum + (i.gap === gap ? Math.max(0, i.seconds - Math.max(floor, level, 0)) * (i.seconds > floor ? 1 : 0) : 0),
      0,
    );
  const most = (gap: string) => Math.max(0, ...later.filter((i) => i.gap === gap).map((i) => i.seconds));
  for (let level = most('break'); level >= 0; level--) yield totalMs / 1000 - saved('break', level, BREAK_FLOOR);
  const floored = totalMs / 1000 - saved('break', 0, BREAK_FLOOR);
  for (let level = most('rest'); level >= 0; level--) yield floored - saved('rest', level, REST_FLOOR);
}

describe('finish by', () => {
  it('equals an exhaustive search on random small classes, the nearest first', () => {
    let offered = 0;
    for (let seed = 1; seed <= 500; seed++) {
      const { plan, overS } = small(seed);
      const state = stateAt(plan, [{ type: 'start', id: 'event-1', seq: 1, atMs: T0 }], T0 + s(5));
      const total = compile(plan).totalMs / 1000;
      const by = total - overS;
      let best = Number.NEGATIVE_INFINITY;
      for (const cut of cuts(plan)) for (const end of trimmedTotals(cut)) if (end <= by && end > best) best = end;
      const { options } = finishBy(state, T0 + s(by));
      const ends = options.map((o) => (o.endAtMs - T0) / 1000);
      expect([seed, ends[0] ?? Number.NEGATIVE_INFINITY]).toEqual([seed, best]);
      expect([...ends].sort((a, b) => b - a)).toEqual(ends);
      offered += options.length > 0 ? 1 : 0;
    }
    expect(offered).toBeGreaterThan(50);
  });

  it('the least cut comes first, whatever it is made of', () => {
    // Warm-up 60, circuit 2 x 30 with 10 between and a break of 40 between 3 rounds: 60 + 3 x 70 + 2 x 40 = 350 s.
    const plan = {
      ...planOf(
        { ...circuit(stations(1), 60, 0, 1), id: 'w', role: 'warmUp' as const },
        { ...circuit(stations(2), 30, 10, 3, { roundBreakMs: s(40) }), id: 'm' },
      ),
      countInMs: 0,
    };
    const state = stateAt(plan, [{ type: 'start', id: 'event-1', seq: 1, atMs: T0 }], T0 + s(5));
    // 44 s over: breaks 40 to 20 save 40 and rests 10 to 9 save 3, to 8 6: ends 2 s before; a round less alone saves 110.
    expect(finishBy(state, T0 + s(306)).options.map((o) => [o.words, (o.endAtMs - T0) / 1000])).toEqual([
      ['breaks down to 0:20, rests down to 0:08', 304],
      ['Main: 2 rounds', 240],
      ['Main: 1 round', 130],
    ]);
  });

  it('a cool-down gives down to its floor, shared by its holds, and nothing where it has none', () => {
    const easy = (floorMs: number | null) => ({
      ...planOf(circuit(stations(1), 60, 0, 1), {
        ...circuit(stations(2), 60, 0, 1),
        id: 'cool',
        role: 'coolDown' as const,
        floorMs,
      }),
      countInMs: 0,
    });
    const by = (floorMs: number | null, seconds: number) => {
      const state = stateAt(easy(floorMs), [{ id: 'begins-1', seq: 1, atMs: T0, type: 'start' }], T0);
      const { options, shortByMs } = finishBy(state, T0 + s(seconds));
      return [options.map((o) => (o.endAtMs - T0) / 1000), shortByMs];
    };
    // 60 s and two holds of 60, which may become 30 each.
    expect(by(s(60), 140)).toEqual([[140], 0]);
    expect(by(s(60), 110)).toEqual([[], s(10)]);
    expect(by(null, 140)).toEqual([[], s(40)]);
  });
});
