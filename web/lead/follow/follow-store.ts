import { nanoid } from 'nanoid';
import { create } from 'zustand';
import type { FollowingScreen, RunCommand } from '../../../core/time/index.ts';
import { live } from '../../../core/wire/index.ts';
import { ApiError, addressOf, ask, askClock, openRunStream, standingOf, TIMERS } from '../../base/index.ts';
import { FollowSession, NOT_FOLLOWING } from './follow-session.ts';

const session = new FollowSession({
  openStream: (code, { kind, part }, on) =>
    openRunStream(
      {
        address: (after) =>
          addressOf(live.followStream, { path: { code }, query: { after, screen: kind, part: part ?? undefined } }),
        standing: () => standingOf(ask(live.followCode, { path: { code } })),
      },
      on,
    ),
  askTime: (code, estimate, signal) =>
    askClock(estimate, (s) => ask(live.followClock, { path: { code }, signal: s }), signal),
  timers: TIMERS,
  steadyNow: () => performance.now(),
  systemNow: Date.now,
});

/** The followed run of this screen, for React. */
export const useFollow = create(() => NOT_FOLLOWING);
session.watch((state) => useFollow.setState(state));

export const deskNow = () => session.deskNow();
export const follow = (code: string, screen: FollowingScreen) => session.follow(code, screen);

/**
 * Asks the desk for something; the desk decides. Gives the id that its event will have, by which one sees that it was done. Throws with
 * what the server said when it is refused.
 */
export async function askDesk(code: string, command: RunCommand & { personName?: string }): Promise<string> {
  const id = nanoid(16);
  const body = { id, command };
  const send = () => ask(live.askDesk, { path: { code }, body });
  // A lost answer does not tell whether the desk has heard: asking again under the same id does no harm.
  await send().catch((error: unknown) => {
    if (error instanceof ApiError && error.status === 0) return send();
    throw error;
  });
  return id;
}
