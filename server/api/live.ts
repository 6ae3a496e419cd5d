import { json, type Request, type Response, Router } from 'express';
import * as v from 'valibot';
import type { Plan } from '../../core/plan/index.ts';
import { type RunCommand, type RunEvent, RunEventSchema } from '../../core/run/index.ts';
import { namesShown } from '../../core/stage/index.ts';
import { runs } from '../../core/wire/index.ts';
import { type CodeKind, codesOf, findCode } from '../db/codes.ts';
import type { Database } from '../db/database.ts';
import { personNamed } from '../db/people.ts';
import { eventsSince, findRun, hasRun, setClockOffset } from '../db/runs.ts';
import type { LiveMessage, RunHub } from '../live/hub.ts';
import { type KnownRun, type KnownRuns, stateNow } from '../live/known-runs.ts';
import { RunFigures } from '../live/run-figures.ts';
import { type EventStream, type OpenStreams, openStream, type StreamKind } from '../live/streams.ts';
import { handle } from './handle.ts';
import { Guesses, limited, placeOf, type Watch } from './limits.ts';
import { notFound, ProblemError } from './problem.ts';
import { writeRecord } from './write-record.ts';

/** What each kind of code may ask of the desk. */
const ALLOWED: Record<CodeKind, readonly RunEvent['type'][]> = {
  // A wall may ask for the sound; the desk is asked before it gives it.
  watch: ['sound'],
  squad: ['reps', 'felt'],
  remote: [
    'pause',
    'resume',
    'skip',
    'back',
    'restart',
    'release',
    'hold',
    'adjust',
    'rounds',
    'more',
    'undo',
    'reps',
    'note',
  ],
};

/** What goes in a minute: from one phone, from all that have one code, and codes that open nothing. */
const ASKS_FROM_ONE = 60;
const ASKS_OF_CODE = 400;
const FIGURES_OF_CODE = 400;
const GUESSES = 20;
const READ_AT_ONCE = 1000;

/** What the live screens need of the server. */
export interface LiveParts {
  db: Database;
  hub: RunHub;
  streams: OpenStreams;
  known: KnownRuns;
  /** A clock that nobody can set, ms since 1970. */
  now: () => number;
  watch: Watch;
  guesses: Guesses;
}

/** The guesses of codes, counted for all that follow by one. */
export const codeGuesses = (watch: Watch) => new Guesses(GUESSES, watch);

/** A command as an event without order and time: the same schema, the desk gives it the rest. */
function readCommand(id: string, command: unknown): RunCommand | null {
  const whole = v.safeParse(RunEventSchema, { ...(command as object), id, seq: 1, atMs: 0 });
  if (!whole.success) return null;
  const { id: _, seq: __, atMs: ___, by: ____, ...bare } = whole.output;
  return bare as RunCommand;
}

/** Whether what a command names is in the class: its stations, and its squads; a squad writes down its own alone. */
function isOfClass(kind: CodeKind, command: RunCommand, { plan, log }: KnownRun): boolean {
  if (command.type === 'felt') return command.person !== undefined || isSquad(plan, command.squad);
  if (command.type !== 'reps' && command.type !== 'note') return true;
  const stations = [plan, log.state.plan].flatMap((p) => p.blocks.flatMap((b) => b.stations.map((s) => s.id)));
  if (command.stationId !== null && !stations.includes(command.stationId)) return false;
  if (command.type === 'note') return true;
  if (command.squad === null) return kind !== 'squad' || command.person !== undefined;
  return isSquad(plan, command.squad);
}

const isSquad = ({ squads = [] }: Pick<Plan, 'squads'>, squad: string | null) =>
  squad !== null && squads.includes(squad);

/** A run that a code has opened. */
interface Opened {
  runId: string;
  kind: CodeKind;
  run: KnownRun;
}

/** How long after its end a run still takes what squads write down of it, ms. */
export const WRITES_AFTER_MS = 3_600_000;

/**
 * What a phone asks for, with the person it names in the place of the name: a phone knows nobody's id. Throws a problem when the club has
 * nobody of that name.
 */
async function withPerson(db: Database, kind: CodeKind, command: unknown): Promise<unknown> {
  const named = v.safeParse(v.looseObject({ personName: v.pipe(v.string(), v.maxLength(80)) }), command);
  if (kind !== 'squad' || !named.success) return command;
  const { personName, ...rest } = named.output;
  const person = await personNamed(db, personName);
  if (!person) throw new ProblemError(422, 'The club has nobody of that name or number: ask the instructor');
  return { ...rest, person: person.id };
}

const OPENS_NOTHING = 'This code opens nothing: the run is over, or it is mistyped';

/**
 * The run that the code of an address opens while it is under way: codes end with their run, also with one that runs out by
 * itself. Throws a problem when it opens nothing, or too many were guessed.
 */
export async function openedBy(
  { db, known, now, guesses }: LiveParts,
  req: Request,
  /** Of these kinds it opens for a while after the end too. */
  after: readonly CodeKind[] = [],
): Promise<Opened> {
  const code = String(req.params.code);
  const found = await guesses.look(req, async (): Promise<Opened | null> => {
    const named = /^[A-Za-z0-9]{4,12}$/.test(code) ? await findCode(db, code) : null;
    const run = named && (await known.get(named.runId));
    if (!run) return null;
    const { endedAtMs } = stateNow(run, now());
    if (endedAtMs === null) return { ...named, run };
    const isFresh = now() - run.clockOffsetMs - endedAtMs < WRITES_AFTER_MS;
    return after.includes(named.kind) && isFresh ? { ...named, run } : null;
  });
  if (!found) throw new ProblemError(404, OPENS_NOTHING);
  return found;
}

/** The screens that follow a run by its code, without logging in. */
export function liveApi(parts: LiveParts): Router {
  const { db, now, hub, watch } = parts;
  const api = Router();
  const figures = new RunFigures(db);
  const codeOf = (req: Request) => String(req.params.code).toUpperCase();

  handle(api, runs.followCode, async ({ req }) => ({ kind: (await openedBy(parts, req, ['squad'])).kind }));
  handle(api, runs.followClock, () => ({ nowMs: now() }));

  handle(
    api,
    runs.followFigures,
    async ({ req }) => {
      const { runId, run } = await openedBy(parts, req, ['squad']);
      const { plan, intervals } = stateNow(run, now());
      return { figures: await figures.of(runId, namesShown(plan, intervals)) };
    },
    limited({ perMinute: FIGURES_OF_CODE, key: codeOf, event: 'figures of one code', watch }),
  );

  handle(api, runs.followStream, async ({ req, res }) => {
    const found = await openedBy(parts, req, ['squad']);
    const onFull = () => watch('too many streams', { from: req.ip, kind: found.kind });
    await follow(parts, found.runId, found.kind, admitted(parts, found.kind, req, res, onFull));
  });

  handle(
    api,
    runs.askDesk,
    async ({ body, req }) => {
      const found = await openedBy(parts, req, ['squad']);
      const command = readCommand(body.id, await withPerson(db, found.kind, body.command));
      if (!command) throw new ProblemError(400, 'The request does not fit');
      if (!ALLOWED[found.kind].includes(command.type)) throw new ProblemError(403, 'This code is not for that');
      if (!isOfClass(found.kind, command, found.run))
        throw new ProblemError(422, 'There is no such squad or move in this class');
      if (!hub.hasDesk(found.runId)) {
        // After the end there is no order to keep: what is written down needs no desk.
        const isOver = stateNow(found.run, now()).endedAtMs !== null;
        if (!isOver) throw new ProblemError(503, 'The desk is out of reach');
        await writeRecord(db, hub, found.runId, command, now() - found.run.clockOffsetMs, body.id);
        return { passedOn: true as const };
      }
      hub.publish(found.runId, { kind: 'command', id: body.id, command });
      return { passedOn: true as const };
    },
    limited({
      perMinute: ASKS_FROM_ONE,
      key: (req) => `${codeOf(req)} ${placeOf(req)}`,
      event: 'asks from one place',
      watch,
    }),
    limited({ perMinute: ASKS_OF_CODE, key: codeOf, event: 'asks of one code', watch }),
  );

  return api;
}

const fromOf = (req: Request) => `${placeOf(req)} ${String(req.params.code ?? req.params.id)}`;

/** Opens a stream where there is room for one; else tells `onFull` and throws a problem. */
function admitted(
  { streams, now }: LiveParts,
  kind: StreamKind,
  req: Request,
  res: Response,
  onFull: () => void = () => {},
): EventStream {
  if (!streams.admits(kind, fromOf(req))) {
    onFull();
    throw new ProblemError(503, 'Too many screens follow already');
  }
  const stream = openStream(req, res, now);
  streams.add(kind, fromOf(req), stream);
  return stream;
}

/** Whether a stream hears of an event: heart rates are for desks alone. */
const isFor = (kind: StreamKind, event: RunEvent) => event.type !== 'pulse' || kind === 'desk';

/**
 * First the plan and all events since the last the client had, then each as it comes; none twice, none left out. A desk
 * hears too what is asked of it.
 */
async function follow({ db, hub }: LiveParts, runId: string, kind: StreamKind, stream: EventStream): Promise<void> {
  let sent = stream.lastId;
  const early: LiveMessage[] = [];
  let ready = false;
  const begin = async () => {
    const run = await findRun(db, runId).catch(() => null);
    if (run) stream.send('run', { plan: run.plan, kind, clockOffsetMs: run.clockOffsetMs });
    return run !== null;
  };
  const pass = (message: LiveMessage) => {
    if (message.kind === 'clock') stream.send('clock', { offsetMs: message.offsetMs });
    else if (message.kind === 'command') stream.send('command', { id: message.id, command: message.command });
    else if (message.kind === 'pulse') {
      if (kind === 'watch') stream.send('pulse', { pulse: message.pulse });
    } else if (message.kind === 'plan') void begin();
    else
      for (const { n, event } of message.events) {
        if (n <= sent) continue;
        sent = n;
        if (isFor(kind, event)) stream.send('event', event, n);
      }
  };
  // Listening begins before reading, so that nothing falls between.
  const hear = (m: LiveMessage) => (ready ? pass(m) : early.push(m));
  stream.onClose(hub.listen(runId, { desk: kind === 'desk', hear }));
  if (!(await begin())) return;
  for (;;) {
    const came = await eventsSince(db, runId, sent, READ_AT_ONCE);
    for (const { n, event } of came) {
      sent = n;
      if (event && isFor(kind, event)) stream.send('event', event, n);
    }
    if (came.length < READ_AT_ONCE) break;
  }
  ready = true;
  for (const m of early) pass(m);
}

/** What the desks of a run ask for: its codes, its stream, and that their clock be known. */
export function deskApi(parts: LiveParts): Router {
  const { db, hub } = parts;
  const api = Router();
  api.use('/runs', json({ limit: '2mb' }));
  handle(api, runs.makeCodes, async ({ path }) => {
    if (!(await hasRun(db, path.id))) throw notFound('Run');
    return codesOf(db, path.id);
  });
  handle(api, runs.tellClock, async ({ path, body }) => {
    if (!(await setClockOffset(db, path.id, body.clockOffsetMs))) throw notFound('Run');
    hub.publish(path.id, { kind: 'clock', offsetMs: body.clockOffsetMs });
  });
  handle(api, runs.tellPulse, async ({ path, body }) => {
    if (!(await hasRun(db, path.id))) throw notFound('Run');
    hub.publish(path.id, { kind: 'pulse', pulse: body.pulse });
  });
  handle(api, runs.deskStream, async ({ path, req, res }) => {
    if (!(await hasRun(db, path.id))) throw notFound('Run');
    await follow(parts, path.id, 'desk', admitted(parts, 'desk', req, res));
  });
  return api;
}
