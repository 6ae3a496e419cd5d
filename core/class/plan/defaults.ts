import { CUE_SWITCHES } from '../cues/index.ts';
import { defaultFormat, type Format, moduleOf, type Purpose } from '../formats/index.ts';
import type { Block, BlockRole, CueSettings, Plan, VoiceName } from './schema.ts';
import { PLAN_VERSION } from './schema.ts';

/** Makes document ids; injected so that the core has no randomness of its own. */
export type MakeId = () => string;

/** The default time to get ready after a wait, ms. */
export const DEFAULT_GET_READY_MS = 5_000;

/** The voice of a class that names none. */
export const DEFAULT_VOICE: NonNullable<Plan['voice']> = { name: 'slt', rate: 1 };

export const DEFAULT_CUES: CueSettings = {
  ...CUE_SWITCHES,
  countdownBeforeWork: 3,
  countdownBeforeEnd: 3,
  warningsMs: [10_000],
  formCues: false,
};

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

const PURPOSE_TITLES: Record<Purpose, string | null> = {
  work: null,
  demo: 'Demo',
  talk: 'Talk',
  water: 'Water',
  setUp: 'Set-up',
  move: 'Moving freely',
};

/** What a block is called where nobody has named it: by its part of the class, or what its time is for. */
export const blockTitle = ({ role, format }: Pick<Block, 'role' | 'format'>): string =>
  (role === 'other' ? PURPOSE_TITLES[moduleOf(format).traits.purpose(format)] : null) ?? ROLE_TITLES[role];

/** A block with another format; one that nobody has named is called by it. */
export function withFormat(block: Block, format: Format): Block {
  const title = block.title === blockTitle(block) ? blockTitle({ ...block, format }) : block.title;
  return { ...block, format, title };
}

export function newBlock(id: string, role: BlockRole, format: Format): Block {
  return {
    id,
    title: blockTitle({ role, format }),
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
    getReadyMs: DEFAULT_GET_READY_MS,
    cues: { ...DEFAULT_CUES },
    blocks: [],
  };
}

/** The class that "New class" makes: one main circuit block, 40/20 × 3 with 60 s round breaks, without stations. */
export function starterPlan(makeId: MakeId, title: string): Plan {
  return { ...newPlan(makeId(), title), blocks: [newBlock(makeId(), 'main', defaultFormat('circuit'))] };
}

/** The voice of a class and its rate, or the default; `second` says every other cue, or is null. */
export function voiceOf(plan: Pick<Plan, 'voice'>): { name: VoiceName; rate: number; second: VoiceName | null } {
  const { name, rate, second } = plan.voice ?? DEFAULT_VOICE;
  return { name, rate, second: second ?? null };
}
