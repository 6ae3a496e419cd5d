import { type Block, type Body, newStation, type Plan, type Station } from '../../class/index.ts';
import { type BodyPart, freeOf, isFor, type KitItem, keyOf, type Library, type Move } from '../../moves/index.ts';
import { compile } from '../../time/index.ts';
import { boutsOf, mainBouts } from '../balance/index.ts';
import { neededRest, USUAL_THRESHOLDS } from '../thresholds/index.ts';

/** The input of a proposal. */
export interface EndRequest {
  plan: Plan;
  library: Library;
  /** What there is; empty where nothing is known of it, and a mat is taken to be there. */
  kitRoom: readonly KitItem[];
  /** Its length, ms; to the second. */
  lengthMs: number;
  /** Work on a part from which it is prepared for, ms. */
  coverFromMs: number;
}

/** A move of a proposal with the time it may take, s; of both sides together. */
export interface Piece {
  move: Move;
  least: number;
  most: number;
  /** Left out first where time is short: the higher, the sooner; 0 stays. */
  spare: number;
}

/** A shorter one than this is none, s. */
const LEAST_S = 30;

/** The length of a proposal, s, and what the class does; null where its main part is not known, or the length is too short for any. */
export function groundOf({ plan, library, lengthMs }: EndRequest) {
  const seconds = Math.round(lengthMs / 1000);
  const bouts = boutsOf(plan, compile(plan), library);
  const main = mainBouts(plan, bouts);
  return seconds < LEAST_S || main.length === 0 ? null : { seconds, bouts, main };
}

/** Moves anyone here may do with what is at hand: no caution for who has said something, nothing to learn, no kit but a mat. */
export function gentle({ plan, library, kitRoom }: EndRequest): Move[] {
  const mats = kitRoom.length === 0 || kitRoom.some((k) => keyOf(k.name) === 'mat' && k.count > 0);
  const body: Body =
    plan.kind === 'seated' && !plan.body?.stays ? { ...plan.body, stays: 'seated' } : (plan.body ?? {});
  const seated = body.stays === 'seated';
  return library.moves.filter(
    (m) =>
      freeOf(m, plan.audience ?? []) &&
      m.skill === 'simple' &&
      m.needs === undefined &&
      m.kit.every((k) => (k === 'mat' && mats) || (k === 'chair' && seated)) &&
      isFor(m, body),
  );
}

export const reaches = (m: Move, parts: readonly BodyPart[]) => m.main.filter((p) => parts.includes(p)).length;
export const helps = (m: Move, parts: readonly BodyPart[]) => m.helpers.filter((p) => parts.includes(p)).length;

/** The best of some moves, the earlier in the library of two alike; undefined for none. */
export function best(pool: readonly Move[], score: (m: Move) => number): Move | undefined {
  let [top, most] = [undefined as Move | undefined, 0];
  for (const m of pool) {
    const s = score(m);
    if (s > most) [top, most] = [m, s];
  }
  return top;
}

/**
 * Leaves out what can be spared until the least times fit into so many seconds, gaps included.
 * @param from what is to be spared less than this stays
 */
export function fitting(
  pieces: readonly Piece[],
  seconds: number,
  gapsOf: (p: readonly Piece[]) => number,
  from = 1,
): Piece[] {
  const kept = [...pieces];
  const least = () => kept.reduce((sum, p) => sum + p.least, 0) + gapsOf(kept);
  while (least() > seconds) {
    const spare = Math.max(...kept.map((p) => p.spare));
    if (spare < from) break;
    kept.splice(
      kept.findLastIndex((p) => p.spare === spare),
      1,
    );
  }
  return kept;
}

/**
 * So many seconds dealt out to some pieces, each between its least and its most in the same measure; beyond the most of all, and
 * below the least, in proportion. They add up to the second.
 */
export function dealt(pieces: readonly Piece[], seconds: number): number[] {
  const sum = (of: 'least' | 'most') => pieces.reduce((total, p) => total + p[of], 0);
  const [least, most] = [sum('least'), sum('most')];
  const share = most > least ? Math.min(1, Math.max(0, (seconds - least) / (most - least))) : 1;
  const wanted = pieces.map((p) => p.least + share * (p.most - p.least));
  const scale = seconds / wanted.reduce((total, w) => total + w, 0);
  const exact = wanted.map((w) => w * scale);
  const whole = exact.map((x) => Math.max(1, Math.floor(x)));
  let left = Math.round(seconds - whole.reduce((total, w) => total + w, 0));
  for (let k = 0; left > 0; k = (k + 1) % whole.length, left -= 1) whole[k] = (whole[k] ?? 0) + 1;
  return whole;
}

/** The rest a change needs, whole seconds; none where nothing changes but the move. */
export function changeS(from: Move, to: Move | undefined): number {
  if (!to || from.position === to.position) return 0;
  return Math.ceil(neededRest(from, to, { walks: false, turns: false }, USUAL_THRESHOLDS).totalMs / 1000);
}

export const stationOf = (move: Move, k: number, more: Partial<Station>): Station => ({
  ...newStation(`p${k + 1}`, move.name),
  ...more,
});

/** A block id that the class has not. */
export function idFor(plan: Plan, base: string): string {
  const taken = (id: string) => plan.blocks.some((b: Block) => b.id === id);
  let id = `${base}-proposed`;
  for (let n = 2; taken(id); n++) id = `${base}-proposed-${n}`;
  return id;
}
