import { type Response, Router } from 'express';
import * as v from 'valibot';
import { type RunCommand, type RunEvent, RunEventSchema } from '../../core/run/index.ts';
import { type CodeKind, codesOf, findCode } from '../db/codes.ts';
import type { Database } from '../db/database.ts';
import { eventsSince, findRun, setClockOffset } from '../db/runs.ts';
import type { LiveMessage, RunHub } from '../live/hub.ts';
import { type EventStream, openStream } from '../live/stream.ts';
import { bodyOf, notFound, sendProblem } from './problem.ts';

const MAX_STREAMS = 600;
const MAX_STREAMS_A_RUN = 300;

/** What each kind of code may ask of the desk. */
const ALLOWED: Record<CodeKind, readonly RunEvent['type'][]> = {
  // A wall may ask for the sound; the desk is asked before it gives it.
  watch: ['sound'],
  squad: ['reps'],
  remote: ['pause', 'resume', 'skip', 'back', 'restart', 'release', 'hold', 'adjust', 'rounds', 'reps', 'note'],
};

const CommandSchema = v.strictObject({
  id: v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{8,64}$/)),
  command: v.looseObject({ type: v.string() }),
});

const ClockSchema = v.strictObject({
  clockOffsetMs: v.pipe(v.number(), v.minValue(-8.64e13), v.maxValue(8.64e13)),
});

/** A command as an event without order and time: the same schema, the desk gives it the rest. */
function readCommand(id: string, command: unknown): RunCommand | null {
  const whole = v.safeParse(RunEventSchema, { ...(command as object), id, seq: 1, atMs: 0 });
  if (!whole.success) return null;
  const { id: _, seq: __, atMs: ___, by: ____, ...bare } = whole.output;
  return bare as RunCommand;
}

/** The screens that follow a run by its code, without logging in. `now` is a clock that nobody can set. */
export function liveApi(db: Database, hub: RunHub, now: () => number): Router {
  const api = Router();

  const opened = async (code: string, res: Response) => {
    const found = /^[A-Za-z0-9]{4,12}$/.test(code) ? await findCode(db, code) : null;
    if (!found) sendProblem(res, { status: 404, title: 'This code opens nothing: the run is over, or it is mistyped' });
    return found;
  };

  api.get('/:code', async (req, res) => {
    const found = await opened(req.params.code, res);
    if (found) res.json({ kind: found.kind });
  });

  /** The server's time, for a screen to set its clock by. */
  api.get('/:code/clock', (_req, res) => {
    res.set('Cache-Control', 'no-store').json({ nowMs: now() });
  });

  api.get('/:code/stream', async (req, res) => {
    const found = await opened(req.params.code, res);
    if (!found) return;
    if (hub.open >= MAX_STREAMS || hub.openFor(found.runId) >= MAX_STREAMS_A_RUN) {
      sendProblem(res, { status: 503, title: 'Too many screens follow already' });
      return;
    }
    await follow(db, hub, found.runId, found.kind, openStream(req, res, now));
  });

  api.post('/:code/commands', async (req, res) => {
    const found = await opened(req.params.code, res);
    if (!found) return;
    const body = bodyOf(CommandSchema, req.body, res);
    if (!body) return;
    const command = readCommand(body.id, body.command);
    if (!command) {
      sendProblem(res, { status: 400, title: 'The request does not fit' });
      return;
    }
    if (!ALLOWED[found.kind].includes(command.type)) {
      sendProblem(res, { status: 403, title: 'This code is not for that' });
      return;
    }
    if (!hub.hasDesk(found.runId)) {
      sendProblem(res, { status: 503, title: 'The desk is out of reach' });
      return;
    }
    hub.publish(found.runId, { kind: 'command', id: body.id, command });
    res.status(202).json({ passedOn: true });
  });

  return api;
}

/**
 * First the plan and all events since the last the client had, then each as it comes; none twice, none left out. A desk
 * hears too what is asked of it.
 */
async function follow(
  db: Database,
  hub: RunHub,
  runId: string,
  kind: CodeKind | 'desk',
  stream: EventStream,
): Promise<void> {
  let sent = stream.lastId;
  const early: LiveMessage[] = [];
  let ready = false;
  const pass = (message: LiveMessage) => {
    if (message.kind === 'clock') stream.send('clock', { offsetMs: message.offsetMs });
    else if (message.kind === 'command') stream.send('command', { id: message.id, command: message.command });
    else
      for (const { n, event } of message.events) {
        if (n <= sent) continue;
        sent = n;
        stream.send('event', event, n);
      }
  };
  // Listening begins before reading, so that nothing falls between.
  const hear = (m: LiveMessage) => (ready ? pass(m) : early.push(m));
  stream.onClose(hub.listen(runId, { desk: kind === 'desk', hear }));
  const run = await findRun(db, runId);
  if (!run) return;
  stream.send('run', { plan: run.plan, kind, clockOffsetMs: run.clockOffsetMs });
  for (const { n, event } of await eventsSince(db, runId, sent)) {
    sent = n;
    stream.send('event', event, n);
  }
  ready = true;
  for (const m of early) pass(m);
}

/** What the desks of a run ask for: its codes, its stream, and that their clock be known. */
export function deskApi(db: Database, hub: RunHub, now: () => number): Router {
  const api = Router();
  api.post('/:id/codes', async (req, res) => {
    if (await findRun(db, req.params.id)) res.json(await codesOf(db, req.params.id));
    else notFound(res, 'Run');
  });
  api.post('/:id/clock', async (req, res) => {
    const body = bodyOf(ClockSchema, req.body, res);
    if (!body) return;
    if (!(await setClockOffset(db, req.params.id, body.clockOffsetMs))) {
      notFound(res, 'Run');
      return;
    }
    hub.publish(req.params.id, { kind: 'clock', offsetMs: body.clockOffsetMs });
    res.status(204).end();
  });
  api.get('/:id/stream', async (req, res) => {
    if (await findRun(db, req.params.id)) await follow(db, hub, req.params.id, 'desk', openStream(req, res, now));
    else notFound(res, 'Run');
  });
  return api;
}
