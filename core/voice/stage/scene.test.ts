import { describe, expect, it } from 'vitest';
import type { Plan, Station } from '../../class/index.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { type RepsRecord, type RunEvent, stateAt } from '../../time/index.ts';
import { sceneAtStation, squadIn } from './at-station.ts';
import { linesAt, sceneOf } from './scene.ts';
import { phaseWord } from './words.ts';

const T0 = 1_790_000_000_000;
const start: RunEvent = { type: 'start', id: 'event-one', seq: 1, atMs: T0 };
const at = (plan: Plan, seconds: number) => stateAt({ ...plan, countInMs: 0 }, [start], T0 + s(seconds));
const scene = (plan: Plan, seconds: number) => sceneOf(at(plan, seconds));
const named = (move: string, more: Partial<Station> = {}): Station => ({
  id: move,
  move,
  sides: { mode: 'none' },
  ...more,
});

describe('a set', () => {
  it('that is split shows the side of the moment, and the one that follows', () => {
    const plan = planOf(circuit([named('Lunge', { sides: { mode: 'split', first: 'right' } })], 20, 10, 2));
    const sides = (seconds: number) => {
      const { shown } = scene(plan, seconds);
      return [shown?.side, shown?.thenSide];
    };
    expect([sides(0), sides(9.999), sides(10), sides(19.9)]).toEqual([
      ['right', 'left'],
      ['right', 'left'],
      ['left', null],
      ['left', null],
    ]);
  });

  it('shows what was written to be shown with it, and not how its name is spoken', () => {
    const plan = planOf(circuit([named('Squat', { effort: 'easy, then hard', sayAs: 'Skwot' })], 20, 10, 1));
    expect(scene(plan, 0).shown?.said).toEqual(['easy, then hard']);
  });

  it('shows reps a side, weight, and where it stands; in a gap what comes and what changes with it', () => {
    const plan = planOf(
      circuit(
        [
          named('Squat', { position: 'standing', weightKg: 16, kit: ['kettlebell'] }),
          named('Bridge', {
            position: 'supine',
            reps: { count: 8, per: 'side' },
            weightKg: 8,
            kit: ['mat'],
            workMs: s(40),
          }),
        ],
        30,
        10,
        2,
      ),
    );
    expect(scene(plan, 5)).toMatchObject({
      isNow: true,
      shown: { name: 'Squat', weight: '16 kg', reps: null },
      next: {
        name: 'Bridge',
        reps: '8 a side',
        position: 'To the floor',
        kit: ['mat'],
        isNewWeight: true,
        lengthMs: 40_000,
      },
      place: 'Round 1 of 2, set 1 of 4',
    });
    expect(scene(plan, 35)).toMatchObject({
      isNow: false,
      shown: { name: 'Bridge' },
      next: { position: 'To the floor' },
      place: 'Round 1 of 2, set 2 of 4',
    });
  });

  it('of a dance shows its layer, and the next one by its name', () => {
    const layers = [
      { name: 'learn it', counts: 16 },
      { name: 'add power', counts: 16 },
    ];
    const plan = planOf(block(format('beats', { bpm: 120 }), [named('Grapevine', { layers }), named('Box step')]));
    expect(scene(plan, 1)).toMatchObject({ shown: { layer: 'learn it' }, next: { name: 'add power', layer: null } });
    expect(scene(plan, 9)).toMatchObject({
      shown: { layer: 'add power' },
      next: { name: 'Box step' },
      place: 'Move 1 of 2',
    });
  });

  it('has the words of its place: pairs, sets of one move, turns of an add-on', () => {
    const pairs = planOf(circuit(stations(6), 40, 15, 3, { groupSize: 2 }));
    // Each pair takes 6 × 55 s: the second time round of the third begins at 2 × 330 + 110.
    expect(scene(pairs, 771).place).toBe('Pair 3 of 3, second time, set 15 of 18');
    const sets = planOf(circuit(stations(2), 20, 10, 8, { groupSize: 1 }));
    expect(scene(sets, 65).place).toBe('Move 1 of 2, set 3 of 8');
    const addOn = planOf(block(format('addOn', { workMs: s(10), restMs: s(20) }), stations(3)));
    // Turns of 1, 2 and 3 moves: the second from 30 s on, newest first.
    const second = scene(addOn, 41);
    expect([second.place, second.chain]).toEqual([
      'Add-on 2 of 3, move 2 of 2, then rest',
      { names: ['Move 2', 'Move 1'], at: 1 },
    ]);
  });
});

describe('talk and demos', () => {
  it('are named for what they are, count no rounds, and show what comes', () => {
    const plan = planOf(
      block(format('open', { lengthMs: s(60), purpose: 'setUp' }), [], { title: 'Mats out' }),
      circuit([named('Row')], 30, 10, 2),
    );
    expect(phaseWord(at(plan, 5))).toBe('Set-up');
    expect(scene(plan, 5)).toMatchObject({
      isNow: true,
      shown: { name: 'Mats out' },
      next: { name: 'Row' },
      place: '',
    });
    const demo = planOf(block(format('demo')), circuit([named('Row'), named('Press')], 30, 10, 1));
    expect(phaseWord(at(demo, 5))).toBe('Watch');
    expect(scene(demo, 5)).toMatchObject({ shown: { name: 'Row' }, next: { name: 'Press' } });
  });
});

describe('a complex', () => {
  const plan = planOf(
    block(format('windows', { onMs: s(60), offMs: s(30), count: 2 }), [
      named('Squat', { reps: { count: 10, per: 'total' } }),
      named('Row', { reps: { count: 8, per: 'side' } }),
    ]),
  );

  it('is shown whole with its reps, and where it goes on', () => {
    const reached = { stationId: 'Row', count: 7, side: 'left' } as RepsRecord;
    expect(sceneOf(at(plan, 5), reached)).toMatchObject({
      place: 'Window 1 of 2',
      complex: [
        { words: '10 Squat', goOn: null },
        { words: '8 a side Row', goOn: 'go on at 7, left' },
      ],
    });
    expect(scene(plan, 70).complex?.map((p) => p.words)).toEqual(['10 Squat', '8 a side Row']);
  });
});

describe('at stations', () => {
  const plan: Plan = {
    ...planOf({
      ...circuit(
        stations(3, (x, k) =>
          k === 1 ? { ...x, sides: { mode: 'split', first: 'left' }, reps: { count: 6, per: 'side' } } : x,
        ),
        30,
        10,
        2,
      ),
      use: 'stations',
      title: 'Round the bay',
    }),
    heads: 6,
    squads: ['Heron', 'Teal', 'Curlew'],
  };

  it('no one move is shown for all, but who is where and on which side', () => {
    const now = scene(plan, 20);
    expect([now.shown?.name, now.shown?.side, now.next?.name]).toEqual(['Round the bay', null, 'Rotate']);
    expect(now.spread?.map((h) => [h.station.move, h.group?.name, h.side])).toEqual([
      ['Move 1', 'Heron', null],
      ['Move 2', 'Teal', 'right'],
      ['Move 3', 'Curlew', null],
    ]);
    expect([scene(plan, 35).shown?.name, scene(plan, 35).spread?.[1]?.group?.name]).toEqual(['Rotate', 'Heron']);
    expect(sceneOf(stateAt(plan, [start], T0 + s(5))).shown?.name).toBe('To your stations');
  });

  it('a station tells its side and who comes next; a squad where it is, on which side', () => {
    expect(sceneAtStation(at(plan, 10), 1)).toMatchObject({
      side: 'left',
      reps: '6 a side',
      group: { name: 'Teal' },
      nextGroup: { name: 'Heron' },
    });
    expect(sceneAtStation(at(plan, 16), 1)?.side).toBe('right');
    const state = at(plan, 16);
    const set = state.intervals[state.index]!;
    expect(squadIn(state, set, 'Teal', state.elapsedMs)).toMatchObject({
      name: 'Move 2',
      side: 'right',
      reps: '6 a side',
    });
    expect(squadIn(state, set, 'Heron')).toMatchObject({ name: 'Move 1', side: null });
    expect(squadIn(state, set, 'Dunlin')).toBeNull();
  });
});

describe('lines of the script', () => {
  it('are to be seen from their time on, for twenty seconds', () => {
    const cue = { kind: 'script', tone: null, text: 'Tall', spokenMs: 0, atMs: 5000, intervalIndex: 0 } as const;
    expect([4999, 5000, 24_999, 25_000].map((ms) => linesAt([cue], ms))).toEqual([[], ['Tall'], ['Tall'], []]);
  });
});
