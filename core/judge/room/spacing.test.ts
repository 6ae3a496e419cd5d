import { describe, expect, it } from 'vitest';
import { type Fixture, newLayout, type Plan, type Spot } from '../../class/index.ts';
import { libraryOf } from '../../moves/index.ts';
import { circuit, planOf, stations } from '../../test/build.ts';
import { move } from '../../test/moves.ts';
import { kitNeeds } from './kit.ts';
import { clearRadius, spacingProblems } from './spacing.ts';

const swing = move('Kettlebell swing', { pattern: 'hinge', kit: ['kettlebell'] });
const squat = move('Squat', { pattern: 'squat' });
const plank = move('Front plank', { pattern: 'brace', position: 'prone', kit: ['mat'] });
const library = libraryOf([swing, squat, plank]);
const names = [swing.name, squat.name, plank.name];

function plan(spots: Spot[], fixtures: Fixture[] = [], heads = 3): Plan {
  const block = {
    ...circuit(
      stations(3, (s, k) => ({ ...s, move: names[k]! })),
      40,
      20,
      2,
    ),
    id: 'main',
    use: 'stations' as const,
  };
  return {
    ...planOf(block),
    heads,
    layout: {
      ...newLayout(),
      fixtures,
      spots: spots.map((p, k) => ({ blockId: 'main', stationId: `s${k + 1}`, ...p })),
    },
  };
}
const problems = (p: Plan) => spacingProblems(p, p.blocks[0]!, library).map((x) => [x.kind, x.text]);
const apart = [
  { x: 2, y: 2 },
  { x: 6, y: 2 },
  { x: 9, y: 5 },
];

describe('room for each station', () => {
  it('a swing wants 1.5 m round one person, a squat 0.9; the floor grows with the people', () => {
    expect(clearRadius(swing, 1)).toBe(1.5);
    expect(clearRadius(squat, 1)).toBe(0.9);
    expect(clearRadius(squat, 4)).toBe(1.8);
  });

  it('has nothing to say where all stand well', () => {
    expect(problems(plan(apart))).toEqual([]);
  });

  it('too near for their moves and groups', () => {
    const near = [{ x: 2, y: 2 }, { x: 4, y: 2 }, apart[2]!];
    expect(problems(plan(near))).toEqual([
      ['near', 'Kettlebell swing and Squat are 2.0 m apart; for 1 at each they want 2.4 m.'],
    ]);
    // Twelve people are four at each: twice the radius.
    expect(problems(plan(apart, [], 12))).toEqual([
      ['near', 'Kettlebell swing and Squat are 4.0 m apart; for 4 at each they want 4.8 m.'],
    ]);
  });

  it('in a wall, at a post, before a door, off the mats, not placed', () => {
    const fixture = (kind: Fixture['kind'], x: number, y: number, widthM: number, depthM: number): Fixture => ({
      id: `${kind}-1`,
      kind,
      x,
      y,
      widthM,
      depthM,
    });
    const at = (fixtures: Fixture[], spots = apart) => problems(plan(spots, fixtures)).map(([kind]) => kind);
    expect(at([fixture('rack', 1, 1, 3, 2)])).toContain('outside');
    expect(at([fixture('post', 6.5, 1.8, 0.4, 0.4)])).toEqual(['wall']);
    expect(at([fixture('door', 6, 0.9, 1.2, 0.2)])).toEqual(['door']);
    expect(at([fixture('mats', 0, 6, 3, 2)])).toEqual(['mats']);
    expect(at([fixture('mats', 8, 4, 3, 2)])).toEqual([]);
    expect(at([], apart.slice(0, 2))).toEqual(['unplaced']);
    expect(at([fixture('wall', 7.5, 0, 0.2, 8)])).toEqual(['noWay', 'noWay']);
  });
});

describe('kit for the groups', () => {
  const bells = circuit(
    stations(3, (s, k) => (k < 2 ? { ...s, kit: ['kettlebell'] } : s)),
    40,
    20,
    1,
  );
  const room = [{ name: 'Kettlebell', count: 2, sharedBy: 2, standIn: 'a filled can' }];

  it('counts piece by piece at the fullest turn, and says what is short', () => {
    // Seven at three stations are 3, 2 and 2; at two of them 3 + 2, two to a bell: 2 + 1 pieces.
    const [need] = kitNeeds({ ...bells, use: 'stations' }, 7, room);
    expect(need).toMatchObject({ name: 'Kettlebell', pieces: 3, short: 1 });
    expect(need?.at.map((a) => [a.station.id, a.people, a.pieces])).toEqual([
      ['s1', 3, 2],
      ['s2', 3, 2],
    ]);
    expect(kitNeeds({ ...bells, use: 'stations' }, 6, room)[0]?.short).toBe(0);
  });

  it('together all are at one station, and what is not listed is short whole', () => {
    expect(kitNeeds(bells, 7, room)[0]).toMatchObject({ pieces: 4, short: 2 });
    expect(kitNeeds(bells, 7, [])[0]).toMatchObject({ name: 'kettlebell', item: null, pieces: 7, short: 7 });
  });
});
