import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Lane } from './lane.ts';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

/** Who has gone in, in order. */
function entering(lane: Lane, ...guesses: string[]) {
  const gone: string[] = [];
  const away: string[] = [];
  for (const guess of guesses) void Promise.resolve(lane.enter(guess)).then((may) => (may ? gone : away).push(guess));
  return { gone, away };
}

it('lets right ones through as fast as they come, however many', async () => {
  const lane = new Lane(2, 60_000, 100, 9);
  for (let k = 0; k < 50; k++) {
    expect(lane.enter(`right ${k}`)).toBe(true);
    expect(lane.leave(`right ${k}`, true)).toBe(false);
  }
  expect(lane.isIdle).toBe(true);
});

it('after so many wrong ones the others go one by one; a minute later as before', async () => {
  const lane = new Lane(2, 60_000, 100, 9);
  for (const [k, isMany] of [
    [1, false],
    [2, true],
  ] as const) {
    lane.enter(`wrong ${k}`);
    expect(lane.leave(`wrong ${k}`, false)).toBe(isMany);
  }
  const { gone } = entering(lane, 'a', 'b', 'c');
  await vi.advanceTimersByTimeAsync(0);
  expect(gone).toEqual([]);
  await vi.advanceTimersByTimeAsync(200);
  expect(gone).toEqual(['a', 'b']);
  for (const guess of ['a', 'b']) lane.leave(guess, true);
  await vi.advanceTimersByTimeAsync(100);
  lane.leave('c', true);
  await vi.advanceTimersByTimeAsync(60_000);
  expect([lane.enter('d'), lane.leave('d', true), lane.isIdle]).toEqual([true, false, true]);
});

it('those who show the same share a place; it is free when the last of them has left', () => {
  const lane = new Lane(1, 60_000, 100, 9);
  expect([lane.enter('one'), lane.enter('one')]).toEqual([true, true]);
  lane.leave('one', true);
  expect(lane.enter('two')).toBeInstanceOf(Promise);
  lane.leave('one', true);
  expect(lane.enter('one')).toBeInstanceOf(Promise);
});

it('where too many different ones wait, one by chance is sent away', async () => {
  const lane = new Lane(1, 60_000, 100, 3);
  lane.enter('inside');
  const { gone, away } = entering(lane, 'a', 'b', 'c', 'd', 'e');
  await vi.advanceTimersByTimeAsync(0);
  expect([gone.length, away.length]).toEqual([0, 2]);
  await vi.advanceTimersByTimeAsync(300);
  expect([...gone, ...away].sort()).toEqual(['a', 'b', 'c', 'd', 'e']);
});

it('is tight here where as many were wrong at other servers', async () => {
  const lane = new Lane(20, 60_000, 100, 9);
  const asked = lane.enter('a', true);
  expect(asked).toBeInstanceOf(Promise);
  await vi.advanceTimersByTimeAsync(100);
  expect(await asked).toBe(true);
});
