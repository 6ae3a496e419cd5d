import { describe, expect, it } from 'vitest';
import { block, circuit, format, planOf, s, stations } from '../../../core/test/build.ts';
import { type RunEvent, stateAt, viewOf } from '../../../core/time/index.ts';
import { back, KEYS, mainCommand, onward } from './commands.ts';

const T0 = 1_790_000_000_000;
const event = (seq: number, seconds: number, what: object) =>
  ({ id: `event-${seq}`, seq, atMs: T0 + s(seconds), ...what }) as RunEvent;
const start = event(1, 0, { type: 'start' });
/** 10 s count-in, 20 s work, 10 s rest, 20 s work, a break of 30 s that waits, and the same again. */
const held = { ...circuit(stations(2), 20, 10, 1), breakAfter: { ms: s(30), untilTap: true } };
const plan = planOf(held, circuit(stations(2), 20, 10, 1));

function at(seconds: number, ...more: RunEvent[]) {
  const state = stateAt(plan, [start, ...more], T0 + s(seconds));
  return [state, viewOf(state)] as const;
}

describe('the one big button', () => {
  it('starts, pauses, goes on, and lets go what waits', () => {
    const ready = stateAt(plan, [], T0);
    expect(mainCommand(ready, viewOf(ready))).toEqual({ type: 'start' });
    expect(mainCommand(...at(15))).toEqual({ type: 'pause' });
    expect(mainCommand(...at(15, event(2, 12, { type: 'pause' })))).toEqual({ type: 'resume' });
    expect(mainCommand(...at(95))).toEqual({ type: 'release' });
    expect(mainCommand(...at(15, event(2, 12, { type: 'finish' })))).toBeNull();
  });
});

describe('onward and back', () => {
  it('onward skips, lets go what waits, and ends a set of reps', () => {
    expect(onward(...at(15))).toEqual({ type: 'skip' });
    expect(onward(...at(95))).toEqual({ type: 'release' });
    const reps = planOf(block(format('open', { lengthMs: s(60), untilTap: true })));
    const state = stateAt(reps, [start], T0 + s(20));
    expect(onward(state, viewOf(state))).toEqual({ type: 'release' });
  });

  it('back goes to the interval before in the first three seconds, else to the start of this one', () => {
    expect(back(...at(32.9))).toEqual({ type: 'back' });
    expect(back(...at(33.1))).toEqual({ type: 'restart' });
  });
});

describe('keys', () => {
  it('of a clicker are those of the arrows', () => {
    expect(KEYS.PageDown).toBe(KEYS.ArrowRight);
    expect(KEYS.PageUp).toBe(KEYS.ArrowLeft);
  });

  it('add and take ten seconds, rounds, and hold or let go', () => {
    const press = (key: string, seconds = 15) => KEYS[key]?.(...at(seconds));
    expect(['+', '=', '-'].map((k) => press(k))).toEqual([
      { type: 'adjust', deltaMs: 10_000 },
      { type: 'adjust', deltaMs: 10_000 },
      { type: 'adjust', deltaMs: -10_000 },
    ]);
    expect([press('r'), press('d')]).toEqual([
      { type: 'rounds', delta: 1 },
      { type: 'rounds', delta: -1 },
    ]);
    expect([press('h', 15), press('h', 70)]).toEqual([{ type: 'hold', readyMs: 5000 }, { type: 'release' }]);
  });
});
