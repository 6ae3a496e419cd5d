import { describe, expect, it } from 'vitest';
import { mulberry32 } from '../../../core/judge/index.ts';
import { circuit, planOf, s, stations } from '../../../core/test/build.ts';
import { advance, type RunEvent, viewOf } from '../../../core/time/index.ts';
import type { StreamListener } from '../../base/index.ts';
import { flushPromises, ManualTimers } from '../../test/desks.test.support.ts';
import { FollowSession } from './follow-session.ts';

const plan = planOf(circuit(stations(4), 30, 10, 4));
const T0 = 1_790_000_000_000;
const event = (seq: number, atMs: number, what: object) =>
  ({ id: `event-${seq}-follow`, seq, atMs, ...what }) as RunEvent;

/** True time, the clocks of the world, and a network whose ways out and back take what they take. */
class World {
  nowMs = 0;
  /** The server's clock, and the desk's, less the true time. */
  readonly serverMs = T0 + 123_456;
  readonly deskMs = T0 - 987;
  private due: { atMs: number; act: () => void }[] = [];
  private readonly timers: ManualTimers[] = [];

  constructor(private readonly random: () => number) {}

  private wayMs(most: number): number {
    return 1 + this.random() * most;
  }

  private later(ms: number, act: () => void): void {
    this.due.push({ atMs: this.nowMs + ms, act });
  }

  async pass(ms: number): Promise<void> {
    const until = this.nowMs + ms;
    while (this.nowMs < until) {
      this.nowMs = Math.min(until, this.nowMs + 1);
      const now = this.due.filter((d) => d.atMs <= this.nowMs);
      this.due = this.due.filter((d) => d.atMs > this.nowMs);
      for (const d of now) d.act();
      for (const t of this.timers) t.pass(1);
      if (now.length > 0) await flushPromises();
    }
  }

  /** A screen whose own clock began anywhere, on a network whose ways take up to `mostMs`. */
  screen(mostMs: number) {
    const bootMs = this.random() * 1e6;
    const timers = new ManualTimers();
    this.timers.push(timers);
    let on: StreamListener | null = null;
    const session = new FollowSession({
      openStream: (_, __, listener) => {
        on = listener;
        return () => {
          on = null;
        };
      },
      askTime: async (_, estimate) => {
        const sentMs = this.nowMs + bootMs;
        const out = this.wayMs(mostMs);
        const serverMs = this.serverMs + this.nowMs + out;
        await new Promise<void>((done) => this.later(out + this.wayMs(mostMs), done));
        estimate.add({ sentMs, cameMs: this.nowMs + bootMs, serverMs });
      },
      timers,
      steadyNow: () => this.nowMs + bootMs,
      systemNow: () => 1_600_000_000_000 + this.nowMs,
    });
    const tell = (act: (l: StreamListener) => void) => this.later(this.wayMs(mostMs), () => on && act(on));
    return { session, tell, isOpen: () => on !== null };
  }
}

const WALL = { kind: 'wall', part: null } as const;

describe('a screen that follows', () => {
  it('shows what the desk shows within half of what its ways differ: two screens within 50 ms', async () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const world = new World(mulberry32(seed));
      const screens = [world.screen(40), world.screen(40)];
      const offsetMs = world.serverMs - world.deskMs;
      for (const { session, tell } of screens) {
        session.follow('HERON4', WALL);
        tell((on) => on.onRun({ plan, kind: 'watch', part: null, clockOffsetMs: offsetMs }));
      }
      const events = [
        event(1, world.deskMs + 2000, { type: 'start' }),
        event(2, world.deskMs + 30_000, { type: 'pause' }),
        event(3, world.deskMs + 41_500, { type: 'resume' }),
        event(4, world.deskMs + 60_000, { type: 'adjust', deltaMs: 10_000 }),
      ];
      let worstMs = 0;
      for (let k = 0; k < 900; k++) {
        await world.pass(100);
        for (const e of events.filter(
          (x) => x.atMs > world.deskMs + world.nowMs - 100 && x.atMs <= world.deskMs + world.nowMs,
        ))
          for (const { tell } of screens) tell((on) => on.onEvent(e));
        // While an event is on its way, one screen may have it and the other not.
        if (events.some((e) => Math.abs(world.deskMs + world.nowMs - e.atMs) < 200) || world.nowMs < 2500) continue;
        const seen = screens.map(({ session }) => {
          const { folded } = session.state;
          return folded ? viewOf(advance(folded, session.deskNow())).positionMs : Number.NaN;
        });
        const desk = advance(screens[0]!.session.state.folded!, world.deskMs + world.nowMs);
        for (const ms of seen) worstMs = Math.max(worstMs, Math.abs(ms - viewOf(desk).positionMs));
        expect(Math.abs(seen[0]! - seen[1]!)).toBeLessThan(50);
      }
      expect(worstMs).toBeLessThan(25);
    }
  });

  it('has each event once, in whatever order they come, and goes on after a break', () => {
    const world = new World(mulberry32(9));
    let on: StreamListener | null = null;
    const session = new FollowSession({
      openStream: (_, __, listener) => {
        on = listener;
        return () => {};
      },
      askTime: async () => {},
      timers: new ManualTimers(),
      steadyNow: () => world.nowMs,
      systemNow: () => T0,
    });
    session.follow('HERON4', WALL);
    expect(session.state.folded).toBeNull();
    on!.onEvent(event(1, T0, { type: 'start' }));
    expect(session.state.events).toEqual([]);
    on!.onRun({ plan, kind: 'squad', part: 'Heron', clockOffsetMs: 0 });
    const pause = event(2, T0 + s(20), { type: 'pause' });
    for (const e of [pause, event(1, T0, { type: 'start' }), pause]) on!.onEvent(e);
    expect(session.state).toMatchObject({ kind: 'squad', part: 'Heron', folded: { status: 'paused' } });
    expect(session.state.events).toHaveLength(2);
    on!.onState('broken');
    on!.onRun({ plan, kind: 'squad', part: 'Heron', clockOffsetMs: 5 });
    expect(session.state).toMatchObject({ state: 'broken', deskOffsetMs: 5, folded: { status: 'paused' } });
    // Before the server's clock is known, the device's own serves.
    expect(session.deskNow()).toBe(T0 - 5);
  });

  it('closes its stream, and begins with nothing of the run before', async () => {
    const world = new World(mulberry32(3));
    const screen = world.screen(5);
    const close = screen.session.follow('HERON4', WALL);
    screen.tell((on) => on.onRun({ plan, kind: 'watch', part: null, clockOffsetMs: 0 }));
    await world.pass(20);
    expect(screen.session.state.plan).not.toBeNull();
    close();
    expect(screen.isOpen()).toBe(false);
    screen.session.follow('TERN22', WALL);
    expect(screen.session.state.plan).toBeNull();
  });
});
