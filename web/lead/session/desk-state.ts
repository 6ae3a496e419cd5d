import type { Plan } from '../../../core/class/index.ts';
import type { RunEvent, RunState } from '../../../core/time/index.ts';
import type { Cue } from '../../../core/voice/index.ts';
import type { JudgedOffset, SteadyClock } from '../../base/index.ts';
import { NO_VOICE, type SoundSource, type Speaker, type TimedTrack, type VoiceState } from '../../base/index.ts';
import type { DeskEnd } from './desk-link.ts';
import type { Outbox } from './outbox.ts';
import type { RunStorage } from './run-storage.ts';

/** The run this desk shows: its plan as begun, and its events. */
export interface DeskRun {
  id: string;
  plan: Plan;
  events: readonly RunEvent[];
}

export interface DeskState {
  run: DeskRun | null;
  /** The fold of the run's events; screens move it on to their own moment. */
  folded: RunState | null;
  /** False while another desk leads: this one shows the run, silent, and may take over. */
  leads: boolean;
  cues: readonly Cue[];
  voice: VoiceState;
  /** Events the server has not confirmed. */
  waiting: number;
  /** What the server will not take, with what it said of each: it is kept here and does not count. */
  aside: readonly { id: string; problem: string }[];
  /** Why the server takes nothing of this run; null when it does, or is only out of reach. */
  blocked: string | null;
  /** Asks of phones that came too often and were left out. */
  asksDropped: number;
  /** False when this browser's storage took no more: the run goes on, but a reload would lose what is not sent. */
  keptHere: boolean;
  /** A following screen that asks for the sound. */
  soundAsked: string | null;
  /** Tracks are played; off, beats and cues go on alone. */
  musicOn: boolean;
  /** The device's clock has jumped, and what that was taken for; null where it has not, or that was seen. */
  jump: JudgedOffset | null;
  failed: string | null;
}

/** A desk with no run open. */
export const CLOSED_DESK: DeskState = {
  run: null,
  folded: null,
  leads: true,
  cues: [],
  voice: NO_VOICE,
  waiting: 0,
  aside: [],
  blocked: null,
  asksDropped: 0,
  keptHere: true,
  soundAsked: null,
  musicOn: true,
  jump: null,
  failed: null,
};

/** The sound as a desk needs it; the run's time is that of the sound. */
export interface DeskSound {
  /** The run's time, ms since 1970. */
  now(): number;
  unlock(): Promise<boolean>;
  play(source: SoundSource, fromMs: number, cut?: boolean, tracks?: readonly TimedTrack[]): void;
  silence(): void;
  shiftBy(ms: number): void;
  set silent(on: boolean);
}

/** All that a desk stands on, given to it. */
export interface DeskParts {
  /** The name of this desk, the same over a reload. */
  name: () => Promise<string>;
  storage: RunStorage;
  outbox: Outbox;
  sound: DeskSound;
  /** The clock behind the sound; its shift is kept with the run. */
  clock: Pick<SteadyClock, 'shiftMs' | 'watch' | 'watchJumps'>;
  speaker: Speaker;
  /** A run as the server has it; throws when it has none or cannot be reached. */
  fetchRun: (id: string) => Promise<{ plan: Plan; events: readonly RunEvent[] }>;
  link: (runId: string, end: DeskEnd) => () => void;
  /** A time that only goes on, ms. */
  steadyNow: () => number;
  systemNow: () => number;
}
