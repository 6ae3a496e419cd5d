import type { Request } from 'express';
import type { Plan } from '../../core/class/index.ts';
import type { FollowingScreen, ScreenKind } from '../../core/time/index.ts';
import { type CodeKind, findCode } from '../db/codes.ts';
import type { Database } from '../db/database.ts';
import { openRunsOf } from '../db/run-lists.ts';
import { findStationCode } from '../db/station-codes.ts';
import type { RunHub } from '../live/hub.ts';
import { type KnownRun, type KnownRuns, stateNow } from '../live/known-runs.ts';
import type { Phones } from '../live/phones.ts';
import type { OpenStreams } from '../live/streams.ts';
import type { Guesses, Watch } from './limits.ts';
import { ProblemError } from './problem.ts';

/** The dependencies of the live routes. */
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

/** The kinds of screen that a code opens. */
export type OpenedKind = CodeKind | 'station';

/** The screens that a code opens, the usual one first. */
const SCREENS: Record<OpenedKind, readonly [ScreenKind, ...ScreenKind[]]> = {
  watch: ['wall', 'camera', 'station'],
  station: ['station'],
  squad: ['squad'],
  remote: ['remote'],
};

/** A run that a code has opened. */
export interface Opened {
  runId: string;
  kind: OpenedKind;
  run: KnownRun;
  /** The number of the station that a card’s code is of, as its page counts. */
  station: string | null;
}

/** How long after its end a run accepts entries of squads, ms. */
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
export function screenOf(
  { kind, station, run }: Opened,
  asked: { screen?: ScreenKind; part?: string },
): FollowingScreen {
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

/** Whether a squad is one of the class’s. */
export const isSquad = ({ squads = [] }: Pick<Plan, 'squads'>, squad: string | null) =>
  squad !== null && squads.includes(squad);
