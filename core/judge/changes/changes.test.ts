import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { block, circuit, format, planOf, s } from '../../test/build.ts';
import { on, TEST_LIBRARY } from '../../test/moves.ts';
import { compile } from '../../time/index.ts';
import { USUAL_THRESHOLDS } from '../thresholds/index.ts';
import { changesOf, neededChange } from './changes.ts';
import { restFloors } from './floors.ts';
import { pathsOf } from './paths.ts';

const spread = (...names: string[]): Plan => planOf({ ...circuit(on(...names), 40, 10, 1), use: 'stations' });
const pathsIn = (plan: Plan) => pathsOf(plan, compile(plan), TEST_LIBRARY);
const names = (plan: Plan) => pathsIn(plan).map((path) => path.map((t) => t.station.move));

describe('the paths of the groups', () => {
  it('are one where all are together, and one a group at stations, each its own number ahead', () => {
    expect(names(planOf(circuit(on('Squat', 'Push'), 40, 10, 2)))).toEqual([['Squat', 'Push', 'Squat', 'Push']]);
    expect(names(spread('Squat', 'Push', 'Hold'))).toEqual([
      ['Squat', 'Push', 'Hold'],
      ['Push', 'Hold', 'Squat'],
      ['Hold', 'Squat', 'Push'],
    ]);
  });

  it('leave out groups with nobody in them', () => {
    expect(names({ ...spread('Squat', 'Push', 'Hold'), heads: 2 })).toHaveLength(2);
  });

  it('show a complex twice round, so that its last stands before its first', () => {
    const amrap = planOf(block(format('windows', { onMs: s(60), count: 1 }), on('Squat', 'Push')));
    const [path] = pathsIn(amrap);
    expect(path?.map((t) => [t.station.move, t.startMs, t.durationMs])).toEqual([
      ['Squat', 0, 15_000],
      ['Push', 15_000, 15_000],
      ['Squat', 30_000, 15_000],
      ['Push', 45_000, 15_000],
    ]);
  });

  it('have the move of the round, and what the station says of it', () => {
    const swapped = on('Squat', 'Bell').map((x, k) =>
      k === 0 ? { ...x, cells: [{ round: 2, swap: { move: 'Hold' } }] } : { ...x, weightKg: 16 },
    );
    const [path] = pathsIn(planOf(circuit(swapped, 40, 10, 2)));
    expect(path?.map((t) => t.move.name)).toEqual(['Squat', 'Bell', 'Hold', 'Bell']);
    expect(path?.[1]?.move.weightKg).toBe(16);
  });
});

describe('what a change needs', () => {
  it('is heard, gone, and changed, by the words that are said', () => {
    const plan = planOf(
      circuit(
        on('Squat', 'Hold').map((x) => ({
          ...x,
          position: x.move === 'Hold' ? ('prone' as const) : ('standing' as const),
        })),
        40,
        10,
        1,
      ),
    );
    const [path] = pathsIn(plan);
    const [change] = changesOf(path!, compile(plan));
    // "Next: Hold. To the floor": 0.7 s and 5 words at 0.4; 4 s down
    expect(neededChange(plan, USUAL_THRESHOLDS)(change!)).toMatchObject({
      hearMs: 2700,
      positionMs: 4000,
      totalMs: 6700,
    });
  });

  it('is none over a break that waits', () => {
    const held = planOf(
      { ...circuit(on('Squat'), 40, 10, 1), breakAfter: { ms: s(10), untilTap: true } },
      circuit(on('Push'), 40, 10, 1),
    );
    expect(changesOf(pathsIn(held)[0]!, compile(held))).toEqual([]);
  });
});

describe('how short a rest may become', () => {
  const floorsOf = (plan: Plan) => {
    const { intervals } = compile(plan);
    const floor = restFloors(TEST_LIBRARY, USUAL_THRESHOLDS, 8000);
    return intervals.filter((i) => i.kind === 'rest').map((i) => floor(i, { plan, intervals }));
  };

  it('is the longest change of any group', () => {
    // Squat, Hold, Hinge, Bell: at every change some group gets up from Hold (5 s) and some takes the bell (3 s) or puts it down (2 s);
    // the longest is up from Hold with the walk: 0.7 + 0.4 "Rotate" + 5 + 4
    expect(floorsOf(spread('Squat', 'Hold', 'Hinge', 'Bell'))).toEqual([10_100, 10_100, 10_100]);
    // Together: down to Hold 0.7 + 2 x 0.4 + 4, then up again with 5
    expect(floorsOf(planOf(circuit(on('Squat', 'Hold', 'Hinge'), 40, 20, 1)))).toEqual([5500, 6500]);
  });

  it('knows the station\u2019s own weights', () => {
    const bells = on('Bell', 'Bell').map((x, k) => ({ ...x, weightKg: k === 0 ? 24 : 8 }));
    // The same move with another bell: one down 2 s, one up 3 s
    expect(floorsOf(planOf(circuit(bells, 40, 20, 1)))).toEqual([5000]);
  });

  it('is that of the move a set was swapped to, for that set alone', () => {
    const plan = planOf(circuit(on('Squat', 'Hinge'), 40, 20, 1));
    const { intervals } = compile(plan);
    const floor = restFloors(TEST_LIBRARY, USUAL_THRESHOLDS, 8000);
    const rest = intervals[1]!;
    const swapped = intervals.map((i) => (i.index === 2 ? { ...i, swaps: { s2: { move: 'Hold' } } } : i));
    // "Next: Hinge" 1.5 s; "Next: Hold" 1.5 s and 4 s down
    expect(floor(rest, { plan, intervals })).toBe(1500);
    expect(floor(rest, { plan, intervals: swapped })).toBe(5500);
  });

  it('stays where it is usual for what is not known', () => {
    expect(floorsOf(planOf(circuit(on('Kelp', 'Squat'), 40, 20, 1)))).toEqual([8000]);
  });
});
