import { expect, it } from 'vitest';
import type { JudgedOffset } from '../../base/index.ts';
import { ManualTimers } from '../../test/desks.test.support.ts';
import { DeskClock } from './desk-clock.ts';

/** A desk on the machine of its server, whose clock goes on in sleep or not. */
async function desk({ runsInSleep, away = false }: { runsInSleep: boolean; away?: boolean }) {
  const at = { steady: 50_000, system: 1_790_000_000_000, server: 1_790_000_000_000 };
  let gone = false;
  const clock = new DeskClock({
    ask: async (estimate) => {
      if (gone) return;
      estimate.runsInSleep = runsInSleep;
      estimate.add({ sentMs: at.steady, cameMs: at.steady, serverMs: at.server });
    },
    serverIsHere: true,
    timers: new ManualTimers(),
    steadyNow: () => at.steady,
    systemNow: () => at.system,
  });
  const judged: JudgedOffset[] = [];
  clock.run.watchJumps((jump) => judged.push(jump));
  clock.keep();
  for (let k = 0; k < 8; k++) await Promise.resolve();
  gone = away;
  /** The clock of the machine is set, or it sleeps: its own clock moves on in sleep, and the server's where that goes on in it. */
  const jump = async (ms: number, slept: boolean) => {
    at.system += ms;
    if (slept && runsInSleep) at.server += ms;
    await clock.run.check();
  };
  return { at, clock, judged, jump };
}

it.each([180_000, 2500, 900_000, 3_600_000])(
  'a server on the same machine whose clock goes on in sleep tells a clock set by %i ms from a sleep of that',
  async (ms) => {
    const { clock, judged, jump, at } = await desk({ runsInSleep: true });
    const was = clock.run.now();
    await jump(ms, false);
    expect(clock.run.now()).toBe(was);
    await jump(ms, true);
    expect(clock.run.now()).toBe(was + ms);
    at.steady += 1000;
    expect(clock.run.now()).toBe(was + ms + 1000);
    expect(judged).toEqual([
      { jumpMs: ms, what: 'clockSet' },
      { jumpMs: ms, what: 'slept' },
    ]);
  },
);

it('where nobody can tell, a step that is no quarter of an hour is taken for sleep, and that is told', async () => {
  for (const options of [{ runsInSleep: false }, { runsInSleep: true, away: true }]) {
    const { judged, jump } = await desk(options);
    await jump(180_000, false);
    await jump(900_000, true);
    expect(judged.map((j) => j.what)).toEqual(['slept', 'clockSet']);
  }
});
