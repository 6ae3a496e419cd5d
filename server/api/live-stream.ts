import type { Plan } from '../../core/class/index.ts';
import { eventOnScreen, type FollowingScreen, planOnScreen, type RunEvent } from '../../core/time/index.ts';
import { eventsSince, findRun, lastCame } from '../db/runs.ts';
import type { LiveMessage } from '../live/hub.ts';
import type { EventStream } from '../live/streams.ts';
import type { LiveParts, OpenedKind } from './live-code.ts';

const READ_AT_ONCE = 1000;

/** Who follows: by which code, and as which screen; a desk as none. */
interface Following {
  kind: OpenedKind | 'desk';
  screen: FollowingScreen | null;
}

/**
 * First the plan and all events since the last the client had, then each as it comes; none twice, none left out. A screen is told what it may
 * see; a desk hears all, and what is asked of it.
 */
export async function follow(
  { db, hub }: LiveParts,
  runId: string,
  { kind, screen }: Following,
  stream: EventStream,
): Promise<void> {
  const newest = await lastCame(db, runId);
  // A number from before a restore says nothing of what is here now.
  let sent = stream.lastId <= newest ? stream.lastId : 0;
  let plan: Plan | null = null;
  const early: LiveMessage[] = [];
  let ready = false;
  const begin = async () => {
    const run = await findRun(db, runId);
    if (!run) return false;
    plan = run.plan;
    stream.send('run', {
      plan: screen ? planOnScreen(plan, screen) : plan,
      kind,
      part: screen?.part ?? null,
      clockOffsetMs: run.clockOffsetMs,
    });
    return true;
  };
  const tell = (n: number, event: RunEvent | null) => {
    if (n <= sent || plan === null) return;
    sent = n;
    const seen = event && screen ? eventOnScreen(event, screen, plan) : event;
    if (seen) stream.send('event', seen, n);
  };
  const pass = (message: LiveMessage) => {
    switch (message.kind) {
      case 'events':
        for (const { n, event } of message.events) tell(n, event);
        return;
      case 'clock':
        return stream.send('clock', { offsetMs: message.offsetMs });
      case 'command':
        return stream.send('command', { id: message.id, command: message.command });
      case 'waiting':
        return stream.send('waiting', {});
      case 'pulse':
        if (screen?.kind === 'wall' && kind === 'watch') stream.send('pulse', { pulse: message.pulse });
        return;
      case 'plan':
        // Where the database is away the screen keeps the plan that it has.
        begin().catch(() => {});
    }
  };
  // Listening begins before reading, so that nothing falls between.
  const hear = (m: LiveMessage) => (ready ? pass(m) : early.push(m));
  stream.onClose(hub.listen(runId, { desk: kind === 'desk', hear }));
  if (!(await begin())) return;
  for (;;) {
    const came = await eventsSince(db, runId, sent, READ_AT_ONCE);
    for (const { n, event } of came) tell(n, event);
    if (came.length < READ_AT_ONCE) break;
  }
  ready = true;
  for (const m of early) pass(m);
  hub.reached(runId, sent);
}
