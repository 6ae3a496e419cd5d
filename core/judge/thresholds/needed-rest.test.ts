import { describe, expect, it } from 'vitest';
import type { Position } from '../../class/index.ts';
import { neededRest } from './needed-rest.ts';
import { USUAL_THRESHOLDS } from './thresholds.ts';

type Row = [string, Position, string[], string, Position, string[], boolean, boolean, number];

/*
 * Worked by hand: 0.7 s tone + 0.4 s a word of "Next: name", then position (down to the floor 3 s to hands and feet,
 * 4 s to lying, up again 3 s or 5 s, between lying positions 2 s), kit (2 s down, 3 s up), walk 4 s.
 */
const TABLE: Row[] = [
  ['Squat', 'standing', [], 'Lunge', 'standing', [], false, false, 1.5], // 0.7 + 2 × 0.4
  ['Squat', 'standing', [], 'Press-up', 'handsAndFeet', [], false, false, 4.5], // 0.7 + 0.8 + 3
  ['Press-up', 'handsAndFeet', [], 'Squat', 'standing', [], false, false, 4.5],
  ['Squat', 'standing', [], 'Front plank', 'prone', ['mat'], false, false, 5.9], // 0.7 + 1.2 + 4, mats lie there
  ['Dead bug', 'supine', ['mat'], 'Squat', 'standing', [], false, false, 6.5], // 0.7 + 0.8 + 5
  ['Dead bug', 'supine', ['mat'], 'Side plank', 'side', ['mat'], false, false, 3.9], // 0.7 + 1.2 + 2
  ['Squat', 'standing', [], 'Kettlebell swing', 'standing', ['kettlebell'], false, false, 4.9], // 0.7 + 1.2 + 3
  ['Goblet squat', 'standing', ['kettlebell'], 'Swing', 'standing', ['kettlebell'], false, false, 1.5], // kept in hand
  ['Goblet squat', 'standing', ['kettlebell'], 'Row', 'standing', ['band'], false, false, 6.5], // 1.5 + 2 + 3
  ['Goblet squat', 'standing', ['kettlebell'], 'Swing', 'standing', ['kettlebell'], true, false, 10.5], // 1.5 + 2 + 3 + 4
  ['Side plank', 'side', ['mat'], 'Side plank', 'side', ['mat'], false, true, 2], // the other side
  ['Squat', 'standing', [], 'Squat', 'standing', [], false, false, 0], // the same again
];

describe('needed rest', () => {
  it.each(TABLE)('%s %s %j to %s %s %j', (a, ap, ak, b, bp, bk, walks, turns, seconds) => {
    const needed = neededRest(
      { name: a, position: ap, kit: ak },
      { name: b, position: bp, kit: bk },
      { walks, turns },
      USUAL_THRESHOLDS,
    );
    expect(needed.totalMs).toBe(Math.round(seconds * 1000));
  });
});

it('other weights of the same kit are put down and taken up, also for the same move again', () => {
  const bell = (name: string, weightKg: number) => ({
    name,
    position: 'standing' as const,
    kit: ['kettlebell'],
    weightKg,
  });
  const still = { walks: false, turns: false };
  const kitMs = (a: number, b: number, name = 'Swing') =>
    neededRest(bell('Swing', a), bell(name, b), still, USUAL_THRESHOLDS).kitMs;
  // 2 s down, 3 s up
  expect(kitMs(12, 16)).toBe(5000);
  expect(kitMs(12, 16, 'Row')).toBe(5000);
  expect(kitMs(12, 12, 'Row')).toBe(0);
  const none = { name: 'Squat', position: 'standing' as const, kit: [] };
  expect(neededRest(none, bell('Swing', 16), still, USUAL_THRESHOLDS).kitMs).toBe(3000);
});

it('hears what is really said, where that is more than the name', () => {
  const held = (name: string, position: Position) => ({ name, position, kit: [] });
  const words = 'Next: Front plank. To the floor';
  // 0.7 + 6 words at 0.4, then 4 s down
  expect(
    neededRest(
      held('Squat', 'standing'),
      held('Front plank', 'prone'),
      { walks: false, turns: false, words },
      USUAL_THRESHOLDS,
    ),
  ).toEqual({ hearMs: 3100, positionMs: 4000, kitMs: 0, walkMs: 0, totalMs: 7100 });
});
