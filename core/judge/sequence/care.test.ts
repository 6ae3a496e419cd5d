import { describe, expect, it } from 'vitest';
import type { Block, School } from '../../class/index.ts';
import { libraryOf } from '../../moves/index.ts';
import { circuit } from '../../test/build.ts';
import { move, on } from '../../test/moves.ts';
import { featuresOf, isCyclic, orderProblem, SCHOOL_WEIGHTS } from './problem.ts';
import { findOrder } from './search.ts';

const library = libraryOf([
  move('Squat', { main: ['frontThighs'], effort: 3 }),
  move('Row', { main: ['upperBack'], helpers: ['arms'], effort: 3, grip: 'firm' }),
  move('Curl', { main: ['arms'], effort: 2 }),
  move('Press', { main: ['shoulders'], effort: 3, overhead: true }),
  move('Push press', { main: ['chest'], effort: 4, overhead: true }),
  move('Carry', { main: ['flanks'], effort: 3, grip: 'firm' }),
  move('Squat jump', { main: ['calves'], effort: 4, impact: 'high', pattern: 'jump' }),
  move('Hop', { main: ['hipFront'], effort: 3, impact: 'high', pattern: 'jump' }),
  move('Jog', { main: ['heart'], area: 'cardio', effort: 3 }),
  move('Sprint', { main: ['heart'], area: 'cardio', effort: 5 }),
  move('Fold', { main: ['backThighs'], effort: 1, headBelow: true }),
  move('Crunch', { main: ['belly'], effort: 2, position: 'supine' }),
  move('Clean', { main: ['seat'], effort: 3, skill: 'skilled' }),
  move('Deadlift', { main: ['lowBack'], effort: 2 }),
]);
const request = (block: Block, school: School) => ({ block, weights: SCHOOL_WEIGHTS[school], pinned: [], walkM: null });
const once = (...names: string[]) => circuit(on(...names), 40, 20, 1);
const features = (block: Block) =>
  featuresOf(
    request(block, 'spread'),
    library,
    block.stations.map((_, k) => k),
  );
const found = (block: Block, school: School) => {
  const asked = request(block, school);
  return findOrder(orderProblem(asked, library), 1)!.order.map((k) => block.stations[k]!.move);
};

describe('what an order costs', () => {
  it('counts jump on jump, grip on grip, overhead on overhead, and lying or head down after hard work', () => {
    expect(features(once('Squat jump', 'Hop', 'Squat'))).toMatchObject({ impact: 1 });
    expect(features(once('Row', 'Carry', 'Squat'))).toMatchObject({ grip: 1 });
    expect(features(once('Press', 'Push press', 'Squat'))).toMatchObject({ overhead: 1 });
    expect(features(once('Sprint', 'Fold', 'Sprint', 'Crunch'))).toMatchObject({ headDown: 2 });
    expect(features(once('Squat jump', 'Squat', 'Hop', 'Row', 'Press', 'Carry'))).toMatchObject({
      impact: 0,
      grip: 0,
      overhead: 0,
    });
  });

  it('takes a helper for half an area', () => {
    // Row is helped by the arms that Curl works
    expect(features(once('Row', 'Curl')).sameArea).toBe(0.5);
    expect(features(once('Row', 'Squat')).sameArea).toBe(0);
  });

  it('takes a squat jump for cardio, whatever it is called', () => {
    expect(features(once('Jog', 'Squat jump')).sameKind).toBe(1);
    expect(features(once('Squat', 'Squat jump')).sameKind).toBe(0);
  });
});

describe('orders found', () => {
  it('every school keeps jumps, grips and presses apart where it can', () => {
    const block = once('Squat jump', 'Hop', 'Press', 'Push press', 'Row', 'Carry', 'Squat');
    for (const school of ['spread', 'alternate', 'hardestFirst'] as const) {
      const moves = found(block, school);
      const next = (a: string, b: string) => Math.abs(moves.indexOf(a) - moves.indexOf(b)) === 1;
      expect([school, next('Squat jump', 'Hop'), next('Press', 'Push press'), next('Row', 'Carry')]).toEqual([
        school,
        false,
        false,
        false,
      ]);
    }
  });

  it('hardest first is the heavy deadlift, and what takes skill comes early', () => {
    const block = once('Squat', 'Curl', 'Deadlift', 'Clean');
    const heavy = {
      ...block,
      stations: block.stations.map((x) => (x.move === 'Deadlift' ? { ...x, weightKg: 60 } : x)),
    };
    expect(found(heavy, 'hardestFirst')[0]).toBe('Deadlift');
    expect(found(block, 'spread')[0]).toBe('Clean');
  });
});

describe('at stations', () => {
  it('the first follows the last for every group but one, and no place is late', () => {
    const room = { ...once('Clean', 'Squat', 'Row', 'Squat jump'), use: 'stations' as const };
    expect(isCyclic(room)).toBe(true);
    expect(isCyclic(once('Clean', 'Squat'))).toBe(false);
    const problem = orderProblem(request(room, 'hardestFirst'), library);
    expect(problem.place.flat().every((x) => x === 0)).toBe(true);
    expect(features(room)).toMatchObject({ hardLate: 0, skillLate: 0 });
  });

  it('the order found is the best of all rounds, whoever begins where', () => {
    const room = { ...once('Squat jump', 'Hop', 'Row', 'Carry', 'Press', 'Squat'), use: 'stations' as const };
    const moves = found(room, 'spread');
    const round = moves.map((m, k) => [m, moves[(k + 1) % moves.length]!]);
    expect(round).not.toContainEqual(['Squat jump', 'Hop']);
    expect(round).not.toContainEqual(['Hop', 'Squat jump']);
    expect(round).not.toContainEqual(['Row', 'Carry']);
    expect(round).not.toContainEqual(['Carry', 'Row']);
  });
});
