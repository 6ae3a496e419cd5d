import type {
  Block,
  BlockRole,
  CueSettings,
  Format,
  FormatKind,
  FormatOf,
  Plan,
  Sides,
  SidesMode,
  Station,
  VoiceName,
} from './schema.ts';
import { PLAN_VERSION } from './schema.ts';

/** Makes document ids; injected so that the core has no randomness of its own. */
export type MakeId = () => string;

/** The voice of a class that names none. */
export const DEFAULT_VOICE: NonNullable<Plan['voice']> = { name: 'slt', rate: 1 };

export const DEFAULT_CUES: CueSettings = {
  tones: true,
  countdownBeforeWork: true,
  countdownBeforeEnd: true,
  nextUp: true,
  half: true,
  tenSeconds: true,
  rounds: true,
  phases: true,
  formCues: false,
  milestones: false,
  water: true,
};

const FORMAT_DEFAULTS: { [K in FormatKind]: FormatOf<K> } = {
  circuit: {
    kind: 'circuit',
    rounds: 3,
    workMs: 40_000,
    restMs: 20_000,
    roundBreakMs: 60_000,
    groupSize: null,
    groupBreakMs: 0,
    breakMode: 'replaces',
    lastRest: 'drop',
  },
  tabata: {
    kind: 'tabata',
    rounds: 8,
    workMs: 20_000,
    restMs: 10_000,
    order: 'stationByStation',
    breakMs: 0,
    breakMode: 'replaces',
    lastRest: 'keep',
  },
  emom: { kind: 'emom', periodMs: 60_000, rounds: 3, workMs: 40_000, secondsPerRep: 3 },
  windows: { kind: 'windows', onMs: 90_000, offMs: 60_000, count: 6, lastOff: 'drop' },
  addOn: { kind: 'addOn', workMs: 30_000, restMs: 45_000, withinMs: 0, order: 'newestFirst', reverse: false },
  ladder: { kind: 'ladder', rounds: 5, workMs: 15_000, restMs: 30_000, lastRest: 'drop' },
  reps: { kind: 'reps', rounds: 3, reps: 10, restMs: 30_000, roundBreakMs: 60_000, secondsPerRep: 3 },
  beats: { kind: 'beats', bpm: 128, rounds: 1, counts: 32 },
  holds: { kind: 'holds', holdMs: 25_000, changeMs: 5_000 },
  amrap: { kind: 'amrap', capMs: 480_000, forTime: false },
  open: { kind: 'open', lengthMs: 120_000, untilTap: false, purpose: 'talk' },
  demo: { kind: 'demo', perStationMs: 10_000 },
};

/** The settings a format starts with; a fresh value each time. */
export function defaultFormat<K extends FormatKind>(kind: K): FormatOf<K> {
  return { ...FORMAT_DEFAULTS[kind] };
}

/** Sides settings of a mode with their usual gaps (5 s between sides, 20 s between the runs of a chain). */
export function defaultSides(mode: SidesMode): Sides {
  switch (mode) {
    case 'none':
    case 'alternating':
      return { mode };
    case 'each':
      return { mode, first: 'left', restMs: 5_000 };
    case 'chain':
      return { mode, first: 'left', breakMs: 20_000 };
    case 'split':
    case 'byRound':
      return { mode, first: 'left' };
  }
}

export function newStation(id: string, move: string): Station {
  return { id, move, sides: { mode: 'none' } };
}

const ROLE_TITLES: Record<BlockRole, string> = {
  warmUp: 'Warm-up',
  main: 'Main',
  finisher: 'Finisher',
  coolDown: 'Cool-down',
  other: 'Block',
};

/** The word for a block's role, as a title. */
export function roleTitle(role: BlockRole): string {
  return ROLE_TITLES[role];
}

export function newBlock(id: string, role: BlockRole, format: Format): Block {
  return {
    id,
    title: ROLE_TITLES[role],
    role,
    use: 'together',
    stations: [],
    format,
    breakAfter: { ms: 0, untilTap: false },
  };
}

/** An empty class: no blocks, a 45-minute slot with no start time. */
export function newPlan(id: string, title: string): Plan {
  return {
    version: PLAN_VERSION,
    id,
    title,
    slot: { start: null, lengthMs: 2_700_000 },
    heads: null,
    level: 'mixed',
    room: '',
    notes: '',
    countInMs: 10_000,
    cues: { ...DEFAULT_CUES },
    blocks: [],
  };
}

/** What "New class" gives: one main circuit block, 40/20 × 3 with 60 s round breaks, waiting for its stations. */
export function starterPlan(makeId: MakeId, title: string): Plan {
  return { ...newPlan(makeId(), title), blocks: [newBlock(makeId(), 'main', defaultFormat('circuit'))] };
}

/** Who speaks in a class, and how fast: the default where it does not say; `second` says every other cue, or is null. */
export function voiceOf(plan: Pick<Plan, 'voice'>): { name: VoiceName; rate: number; second: VoiceName | null } {
  const { name, rate, second } = plan.voice ?? DEFAULT_VOICE;
  return { name, rate, second: second ?? null };
}
