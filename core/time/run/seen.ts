import { ALL, NOBODY, type Plan, planSeenBy, type Viewer } from '../../class/index.ts';
import type { RunEvent, RunEventType } from './events.ts';

/** The kinds of screens that follow a class by a code. */
export const SCREEN_KINDS = ['wall', 'camera', 'station', 'squad', 'remote'] as const;
export type ScreenKind = (typeof SCREEN_KINDS)[number];

/** A screen that follows: its kind, and which station (a number from 1) or squad it is of; null where it has not said. */
export interface FollowingScreen {
  kind: ScreenKind;
  part: string | null;
}

type FieldsOf<T extends RunEventType> = {
  readonly [F in keyof Required<Extract<RunEvent, { type: T }>>]: readonly Viewer[];
};

const LED = { id: ALL, seq: ALL, atMs: ALL, by: ALL, type: ALL } as const;
const PRIVATE = { id: NOBODY, seq: NOBODY, atMs: NOBODY, by: NOBODY, type: NOBODY } as const;
/** Where it is shown at which place a complex goes on, and what was counted. */
const COUNTS: readonly Viewer[] = ['wall', 'camera', 'squad', 'remote'];

/** Who sees what of an event besides the instructor; one whose type nobody sees is never told. A field without a row does not compile. */
const EVENT_FIELDS: { readonly [T in RunEventType]: FieldsOf<T> } = {
  start: LED,
  lead: LED,
  pause: LED,
  resume: LED,
  skip: LED,
  back: LED,
  restart: LED,
  release: LED,
  abandon: LED,
  reopen: LED,
  finish: { ...LED, idle: ALL },
  adjust: { ...LED, deltaMs: ALL },
  hold: { ...LED, readyMs: ALL },
  rounds: { ...LED, delta: ALL },
  more: { ...LED, to: ALL },
  heads: { ...LED, heads: ALL },
  sound: { ...LED, screen: ALL },
  swap: { ...LED, stationId: ALL, scope: ALL, to: ALL },
  replan: { ...LED, byMs: NOBODY, rounds: ALL, drop: ALL, trims: ALL },
  undo: { ...LED, of: ALL },
  reps: {
    ...LED,
    type: COUNTS,
    stationId: COUNTS,
    round: COUNTS,
    squad: COUNTS,
    side: COUNTS,
    again: COUNTS,
    count: COUNTS,
    person: NOBODY,
    phone: NOBODY,
    weightKg: NOBODY,
    effort: NOBODY,
    note: NOBODY,
  },
  note: { ...PRIVATE, stationId: NOBODY, round: NOBODY, text: NOBODY },
  felt: { ...PRIVATE, squad: NOBODY, person: NOBODY, phone: NOBODY, effort: NOBODY },
  pulse: { ...PRIVATE, stationId: NOBODY, round: NOBODY, side: NOBODY, again: NOBODY, of: NOBODY },
  close: { ...PRIVATE, came: NOBODY, effort: NOBODY, next: NOBODY, trial: NOBODY },
};

/** What stands where an event must say something that is not seen. */
const BLANK: { readonly [T in RunEventType]?: object } = { replan: { byMs: 0 } };

const placeOf = ({ kind, part }: FollowingScreen) =>
  kind === 'station' && part !== null ? Number(part) - 1 : undefined;

/** A class as a following screen may see it. */
export const planOnScreen = (plan: Plan, screen: FollowingScreen): Plan =>
  planSeenBy(plan, screen.kind, placeOf(screen));

/**
 * What a screen sees of an event; null for one that it is not told. A squad's page is told what it counted itself and what was counted for
 * all; nobody is told what was counted of a person.
 * @param plan the run's class, to know whose station is meant
 */
export function eventOnScreen(event: RunEvent, screen: FollowingScreen, plan: Plan): RunEvent | null {
  const rows: { readonly [field: string]: readonly Viewer[] } = EVENT_FIELDS[event.type];
  if (!rows.type?.includes(screen.kind) || !concerns(event, screen, plan)) return null;
  const seen = Object.entries(event).filter(([field]) => rows[field]?.includes(screen.kind));
  return { ...BLANK[event.type], ...Object.fromEntries(seen) } as RunEvent;
}

function concerns(event: RunEvent, screen: FollowingScreen, plan: Plan): boolean {
  if (event.type === 'reps')
    return (
      event.person === undefined && (event.squad === null || (screen.kind === 'squad' && event.squad === screen.part))
    );
  if (event.type !== 'swap' || screen.kind !== 'station') return true;
  return plan.blocks.some((b) => b.stations[placeOf(screen) ?? -1]?.id === event.stationId);
}
