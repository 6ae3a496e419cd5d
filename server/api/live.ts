import { json, type Request, Router } from 'express';
import * as v from 'valibot';
import { type Entered, planOnScreen, type RunCommand, type RunEvent, RunEventSchema } from '../../core/time/index.ts';
import { namesShown } from '../../core/voice/index.ts';
import { live, runs } from '../../core/wire/index.ts';
import { codesOf } from '../db/codes.ts';
import { enterFromPhone, settleWaiting, waitingIn } from '../db/entries.ts';
import { hasRun, setClockOffset } from '../db/runs.ts';
import type { RunHub } from '../live/hub.ts';
import { type KnownRun, stateNow } from '../live/known-runs.ts';
import { StationFigures } from '../live/station-figures.ts';
import { openStream, type StreamKind } from '../live/streams.ts';
import { limited, placeOf } from './limits.ts';
import { isSquad, type LiveParts, type Opened, type OpenedKind, openedBy, screenOf } from './live-code.ts';
import { follow } from './live-stream.ts';
import { notFound, ProblemError } from './problem.ts';
import { route } from './route.ts';

/** What each kind of code may ask for. */
const ALLOWED: Record<OpenedKind, readonly RunEvent['type'][]> = {
  // A wall may ask for the sound; the desk is asked before it gives it.
  watch: ['sound'],
  station: [],
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

/** What goes in a minute from one phone, and from all without a token at one address. */
const ASKS_OF_PHONE = 60;
const FIGURES_OF_PHONE = 60;

/** A command as an event without order and time: the same schema, the desk gives it the rest. */
function readCommand(id: string, command: unknown): RunCommand | null {
  const whole = v.safeParse(RunEventSchema, { ...(command as object), id, seq: 1, atMs: 0 });
  if (!whole.success) return null;
  const { id: _, seq: __, atMs: ___, by: ____, ...bare } = whole.output;
  return bare as RunCommand;
}

/** Whether what a command names is in the class: its stations, and its squads; a squad’s phone writes down a squad’s alone. */
function isOfClass(kind: OpenedKind, command: RunCommand, { plan, log }: KnownRun): boolean {
  if (command.type === 'felt') return isSquad(plan, command.squad);
  if (command.type !== 'reps' && command.type !== 'note') return true;
  const stations = [plan, log.state.plan].flatMap((p) => p.blocks.flatMap((b) => b.stations.map((s) => s.id)));
  if (command.stationId !== null && !stations.includes(command.stationId)) return false;
  if (command.type === 'note') return true;
  return command.squad === null ? kind !== 'squad' : isSquad(plan, command.squad);
}

/** The screens that follow a run by its code, without logging in. */
export function liveApi(parts: LiveParts): Router {
  const { db, now, hub, watch, phones } = parts;
  const api = Router();
  const figures = new StationFigures(db);
  const phoneOf = async (req: Request) => (await phones.knownOf(req))?.id ?? placeOf(req);

  route(api, live.followCode, async ({ req }) => ({ kind: (await openedBy(parts, req, ['squad'])).kind }));
  route(api, live.followClock, () => ({ nowMs: now() }));

  route(
    api,
    live.followFigures,
    async ({ query, req }) => {
      const found = await openedBy(parts, req, ['squad']);
      const screen = screenOf(found, query);
      const { plan, intervals } = stateNow(found.run, now());
      // A station’s page is told how its own move is drawn, and what is put in its place.
      const isOne = screen.kind === 'station';
      const seen = planOnScreen(plan, screen);
      const names = namesShown(seen, isOne ? [] : intervals);
      return { figures: await figures.of(isOne ? `${found.runId} ${screen.part}` : found.runId, names, seen) };
    },
    limited({ perMinute: FIGURES_OF_PHONE, key: phoneOf, event: 'figures from one phone', watch }),
  );

  route(api, live.followStream, async ({ query, req, res }) => {
    const found = await openedBy(parts, req, ['squad']);
    const screen = screenOf(found, query);
    const phone = await phones.of(req, res);
    const of = {
      kind: found.kind === 'remote' ? ('remote' as const) : ('follower' as const),
      runId: found.runId,
      phone: phone.id,
      known: phone.known,
      shows: `${String(req.params.code).toUpperCase()} ${screen.kind} ${screen.part}`,
    };
    if (!parts.streams.admits(of)) {
      watch('too many streams', { from: req.ip, kind: found.kind });
      throw new ProblemError(503, 'Too many screens follow already', {}, STREAMS_RETRY_S);
    }
    const stream = openStream(req, res, now);
    parts.streams.add(of, stream);
    await follow(parts, found.runId, { kind: found.kind, screen }, stream);
  });

  route(
    api,
    live.askDesk,
    async ({ body, req, res }) => {
      const found = await openedBy(parts, req, ['squad']);
      if (found.kind === 'squad') await enter(parts, found, body, (await phones.of(req, res)).id);
      else ask(hub, found, body);
      return { passedOn: true as const };
    },
    limited({ perMinute: ASKS_OF_PHONE, key: phoneOf, event: 'asks from one phone', watch }),
  );

  return api;
}

const STREAMS_RETRY_S = 10;

interface CommandMessage {
  id: string;
  command: unknown;
}

/** A command as it may be asked for by a code. Throws a problem where it is none, or not for that code, or names what is not there. */
function commandFor({ kind, run }: Opened, { id, command }: CommandMessage): RunCommand {
  const read = readCommand(id, command);
  if (!read) throw new ProblemError(400, 'The request does not fit');
  if (!ALLOWED[kind].includes(read.type)) throw new ProblemError(403, 'This code is not for that');
  if ('phone' in read || 'person' in read) throw new ProblemError(400, 'The request does not fit');
  if (!isOfClass(kind, read, run)) throw new ProblemError(422, 'There is no such squad or move in this class');
  return read;
}

/** Passes on what is asked of the desk. */
function ask(hub: RunHub, found: Opened, asked: CommandMessage): void {
  const command = commandFor(found, asked);
  if (!hub.hasDesk(found.runId)) throw new ProblemError(503, 'The desk is out of reach');
  hub.publish(found.runId, { kind: 'command', id: asked.id, command });
}

const NamedSchema = v.looseObject({ personName: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(80)), '') });

/**
 * Writes down what a squad’s phone enters: that needs no desk, and none has to hear of it at once. A phone knows nobody’s id, and is not
 * told whether the club knows a name.
 */
async function enter({ db, hub, now }: LiveParts, found: Opened, asked: CommandMessage, phone: string): Promise<void> {
  const named = v.safeParse(NamedSchema, asked.command);
  if (!named.success) throw new ProblemError(400, 'The request does not fit');
  const { personName, ...rest } = named.output;
  const command = commandFor(found, { id: asked.id, command: rest }) as Entered;
  const { runId, run } = found;
  const became = await enterFromPhone(db, {
    runId,
    id: asked.id,
    phone,
    atMs: now() - run.clockOffsetMs,
    command,
    name: personName === '' ? null : personName,
  });
  if (became === 'taken')
    throw new ProblemError(409, 'This is written down already, from another phone or at the desk: ask the instructor');
  if (became === 'written') hub.news(runId);
  else hub.publish(runId, { kind: 'waiting' });
}

/** The routes of a run's desks: codes, stream, waiting entries, clock. */
export function deskApi(parts: LiveParts): Router {
  const { db, hub, streams, now } = parts;
  const api = Router();
  api.use('/runs', json({ limit: '2mb' }));
  route(api, runs.makeCodes, async ({ path }) => {
    if (!(await hasRun(db, path.id))) throw notFound('Run');
    return codesOf(db, path.id);
  });
  route(api, runs.tellClock, async ({ path, body }) => {
    if (!(await setClockOffset(db, path.id, body.clockOffsetMs))) throw notFound('Run');
    hub.publish(path.id, { kind: 'clock', offsetMs: body.clockOffsetMs });
  });
  route(api, runs.tellPulse, async ({ path, body }) => {
    if (!(await hasRun(db, path.id))) throw notFound('Run');
    hub.publish(path.id, { kind: 'pulse', pulse: body.pulse });
  });
  route(api, runs.listWaiting, ({ path }) => waitingIn(db, path.id));
  route(api, runs.settleWaiting, async ({ path, body }) => {
    const became = await settleWaiting(db, path.id, path.entry, body.person);
    if (became === null) throw notFound('Entry');
    if (became === 'nobody') throw new ProblemError(422, 'There is no such person');
    if (became === 'written') hub.news(path.id);
    hub.publish(path.id, { kind: 'waiting' });
  });
  route(api, live.deskStream, async ({ path, req, res }) => {
    if (!(await hasRun(db, path.id))) throw notFound('Run');
    const kind: StreamKind = 'desk';
    const of = { kind, runId: path.id, phone: placeOf(req), known: true, shows: kind };
    if (!streams.admits(of)) throw new ProblemError(503, 'Too many desks are open on this run', {}, STREAMS_RETRY_S);
    const stream = openStream(req, res, now);
    streams.add(of, stream);
    await follow(parts, path.id, { kind, screen: null }, stream);
  });
  return api;
}
