import { json, type Request, Router } from 'express';
import * as v from 'valibot';
import type { Plan } from '../../core/plan/index.ts';
import {
  type Entered,
  eventOnScreen,
  type FollowingScreen,
  planOnScreen,
  type RunCommand,
  type RunEvent,
  RunEventSchema,
  type ScreenKind,
} from '../../core/run/index.ts';
import { namesShown } from '../../core/stage/index.ts';
import { runs } from '../../core/wire/index.ts';
import { type CodeKind, codesOf, findCode } from '../db/codes.ts';
import type { Database } from '../db/database.ts';
import { enterFromPhone, settleWaiting, waitingIn } from '../db/entries.ts';
import { openRunsOf } from '../db/run-lists.ts';
import { eventsSince, findRun, hasRun, lastCame, setClockOffset } from '../db/runs.ts';
import { findStationCode } from '../db/station-codes.ts';
import type { LiveMessage, RunHub } from '../live/hub.ts';
import { type KnownRun, type KnownRuns, stateNow } from '../live/known-runs.ts';
import type { Phones } from '../live/phones.ts';
import { RunFigures } from '../live/run-figures.ts';
import { type EventStream, type OpenStreams, openStream, type StreamKind } from '../live/streams.ts';
import { handle } from './handle.ts';
import { type Guesses, limited, placeOf, type Watch } from './limits.ts';
import { notFound, ProblemError } from './problem.ts';

/** What a code opens: a run, and with a card's code one station of it. */
type OpenedKind = CodeKind | 'station';

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

/** The screens that a code opens, the usual one first. */
const SCREENS: Record<OpenedKind, readonly [ScreenKind, ...ScreenKind[]]> = {
  watch: ['wall', 'camera', 'station'],
  station: ['station'],
  squad: ['squad'],
  remote: ['remote'],
};

/** What goes in a minute from one phone, and from all without a token at one address. */
const ASKS_OF_PHONE = 60;
const FIGURES_OF_PHONE = 60;
const READ_AT_ONCE = 1000;

/** What the live screens need of the server. */
export interface LiveParts {
  db: Database;
  hub: RunHub;
  streams: OpenStreams;
  known: KnownRuns;
  phones: Phones;
  /** A clock that nobody can set, ms since 1970. */
  now: () => number;
  watch: Watch;
  guesses: Guesses;
}

/** A command as an event without order and time: the same schema, the desk gives it the rest. */
function readCommand(id: string, command: unknown): RunCommand | null {
  const whole = v.safeParse(RunEventSchema, { ...(command as object), id, seq: 1, atMs: 0 });
  if (!whole.success) return null;
  const { id: _, seq: __, atMs: ___, by: ____, ...bare } = whole.output;
  return bare as RunCommand;
}

/** Whether what a command names is in the class: its stations, and its squads; a squad\u2019s phone writes down a squad\u2019s alone. */
function isOfClass(kind: OpenedKind, command: RunCommand, { plan, log }: KnownRun): boolean {
  if (command.type === 'felt') return isSquad(plan, command.squad);
  if (command.type !== 'reps' && command.type !== 'note') return true;
  const stations = [plan, log.state.plan].flatMap((p) => p.blocks.flatMap((b) => b.stations.map((s) => s.id)));
  if (command.stationId !== null && !stations.includes(command.stationId)) return false;
  if (command.type === 'note') return true;
  return command.squad === null ? kind !== 'squad' : isSquad(plan, command.squad);
}

const isSquad = ({ squads = [] }: Pick<Plan, 'squads'>, squad: string | null) =>
  squad !== null && squads.includes(squad);

/** A run that a code has opened. */
interface Opened {
  runId: string;
  kind: OpenedKind;
  run: KnownRun;
  /** The number of the station that a card\u2019s code is of, as its page counts. */
  station: string | null;
}

/** How long after its end a run still takes what squads write down of it, ms. */
export const WRITES_AFTER_MS = 3_600_000;

const OPENS_NOTHING = 'This code opens nothing: the run is over, or it is mistyped';

/** What an address looks up that names a code; see `Guesses`. */
const LIVE = 'live';

/**
 * The run that the code of an address opens while it is under way: codes end with their run, also with one that runs out by
 * itself or that nobody touches any more. Throws a problem when it opens nothing, or too many were guessed.
 */
export async function openedBy(
  parts: LiveParts,
  req: Request,
  /** Of these kinds it opens for a while after the end too. */
  after: readonly CodeKind[] = [],
): Promise<Opened> {
  const { known, now, guesses } = parts;
  const code = String(req.params.code).toUpperCase();
  const found = await guesses.look(req, LIVE, code, async (): Promise<Opened | null> => {
    const named = /^[A-Z0-9]{4,12}$/.test(code) ? await findCode(parts.db, code) : null;
    if (!named) return openedByCard(parts, code);
    const run = await known.get(named.runId);
    if (!run) return null;
    const { endedAtMs } = stateNow(run, now());
    if (endedAtMs === null) return { ...named, run, station: null };
    const isFresh = now() - run.clockOffsetMs - endedAtMs < WRITES_AFTER_MS;
    return after.includes(named.kind) && isFresh ? { ...named, run, station: null } : null;
  });
  if (!found) throw new ProblemError(404, OPENS_NOTHING);
  return found;
}

/** The station of a card, in the run of its class that goes on; null while none does. */
async function openedByCard({ db, known, now }: LiveParts, code: string): Promise<Opened | null> {
  const card = /^[A-Z0-9]{10}$/.test(code) ? await findStationCode(db, code, new Date(now())) : null;
  for (const runId of card ? await openRunsOf(db, card.planId) : []) {
    const run = await known.get(runId);
    const block = run?.plan.blocks.find((b) => b.stations.some((s) => s.id === card?.stationId));
    if (!run || !block || stateNow(run, now()).endedAtMs !== null) continue;
    const station = String(block.stations.findIndex((s) => s.id === card?.stationId) + 1);
    return { runId, kind: 'station', run, station };
  }
  return null;
}

/** The screen that follows: the one asked for where its code opens it. Throws a problem where it does not. */
function screenOf({ kind, station, run }: Opened, asked: { screen?: ScreenKind; part?: string }): FollowingScreen {
  const screens = SCREENS[kind];
  const screen = asked.screen ?? screens[0];
  if (!screens.includes(screen)) throw new ProblemError(403, 'This code is not for that screen');
  if (screen === 'station') {
    const part = station ?? (/^[1-9]\d?$/.test(asked.part ?? '') ? (asked.part ?? null) : null);
    // Before it is said which station it is, all may be chosen from: what a wall shows.
    return part === null ? { kind: 'wall', part: null } : { kind: screen, part };
  }
  const part = screen === 'squad' && isSquad(run.plan, asked.part ?? null) ? (asked.part ?? null) : null;
  return { kind: screen, part };
}

/** The screens that follow a run by its code, without logging in. */
export function liveApi(parts: LiveParts): Router {
  const { db, now, hub, watch, phones } = parts;
  const api = Router();
  const figures = new RunFigures(db);
  const phoneOf = async (req: Request) => (await phones.knownOf(req))?.id ?? placeOf(req);

  handle(api, runs.followCode, async ({ req }) => ({ kind: (await openedBy(parts, req, ['squad'])).kind }));
  handle(api, runs.followClock, () => ({ nowMs: now() }));

  handle(
    api,
    runs.followFigures,
    async ({ query, req }) => {
      const found = await openedBy(parts, req, ['squad']);
      const screen = screenOf(found, query);
      const { plan, intervals } = stateNow(found.run, now());
      // A station\u2019s page is told how its own move is drawn, and what is put in its place.
      const isOne = screen.kind === 'station';
      const names = namesShown(planOnScreen(plan, screen), isOne ? [] : intervals);
      return { figures: await figures.of(isOne ? `${found.runId} ${screen.part}` : found.runId, names) };
    },
    limited({ perMinute: FIGURES_OF_PHONE, key: phoneOf, event: 'figures from one phone', watch }),
  );

  handle(api, runs.followStream, async ({ query, req, res }) => {
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

  handle(
    api,
    runs.askDesk,
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

interface Asked {
  id: string;
  command: unknown;
}

/** A command as it may be asked for by a code. Throws a problem where it is none, or not for that code, or names what is not there. */
function commandFor({ kind, run }: Opened, { id, command }: Asked): RunCommand {
  const read = readCommand(id, command);
  if (!read) throw new ProblemError(400, 'The request does not fit');
  if (!ALLOWED[kind].includes(read.type)) throw new ProblemError(403, 'This code is not for that');
  if ('phone' in read || 'person' in read) throw new ProblemError(400, 'The request does not fit');
  if (!isOfClass(kind, read, run)) throw new ProblemError(422, 'There is no such squad or move in this class');
  return read;
}

/** Passes on what is asked of the desk. */
function ask(hub: RunHub, found: Opened, asked: Asked): void {
  const command = commandFor(found, asked);
  if (!hub.hasDesk(found.runId)) throw new ProblemError(503, 'The desk is out of reach');
  hub.publish(found.runId, { kind: 'command', id: asked.id, command });
}

const NamedSchema = v.looseObject({ personName: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(80)), '') });

/**
 * Writes down what a squad\u2019s phone enters: that needs no desk, and none has to hear of it at once. A phone knows nobody\u2019s id, and is not
 * told whether the club knows a name.
 */
async function enter({ db, hub, now }: LiveParts, found: Opened, asked: Asked, phone: string): Promise<void> {
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

/** Who follows: by which code, and as which screen; a desk as none. */
interface Following {
  kind: OpenedKind | 'desk';
  screen: FollowingScreen | null;
}

/**
 * First the plan and all events since the last the client had, then each as it comes; none twice, none left out. A screen is told what it may
 * see; a desk hears all, and what is asked of it.
 */
async function follow(
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
    const run = await findRun(db, runId).catch(() => null);
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
        void begin();
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

/** What the desks of a run ask for: its codes, its stream, what waits for it, and that their clock be known. */
export function deskApi(parts: LiveParts): Router {
  const { db, hub, streams, now } = parts;
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
  handle(api, runs.listWaiting, ({ path }) => waitingIn(db, path.id));
  handle(api, runs.settleWaiting, async ({ path, body }) => {
    const became = await settleWaiting(db, path.id, path.entry, body.person);
    if (became === null) throw notFound('Entry');
    if (became === 'nobody') throw new ProblemError(422, 'There is no such person');
    if (became === 'written') hub.news(path.id);
    hub.publish(path.id, { kind: 'waiting' });
  });
  handle(api, runs.deskStream, async ({ path, req, res }) => {
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
