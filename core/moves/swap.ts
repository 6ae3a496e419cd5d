import type { Block, Body, Plan, Station } from '../class/index.ts';
import { updateBlock, withCell } from '../class/index.ts';
import { insteadOf, keyOf, type Library, moveKey, usualSides, withMove } from './library.ts';
import { isFor } from './placed.ts';
import type { Impact, Move, Reason } from './schema.ts';
import { AREA_WORDS, PATTERN_WORDS, POSITION_WORDS, REASON_WORDS } from './words.ts';

/** A move that could take another's place, with why. */
export interface Alternative {
  move: Move;
  /** Higher is nearer; only the order matters. */
  score: number;
  reasons: string[];
}

const IMPACT_RANK: Record<Impact, number> = { none: 0, low: 1, high: 2 };

/** The share of two moves' main parts that they have in common, 0 to 1. */
export function overlapOf(a: Pick<Move, 'main'>, b: Pick<Move, 'main'>): number {
  const union = new Set([...a.main, ...b.main]);
  if (union.size === 0) return 0;
  return a.main.filter((p) => b.main.includes(p)).length / union.size;
}

/** For whom and with what a move is to be replaced. */
export interface Wanted {
  /** Names already in the class. */
  used: readonly string[];
  /** Names of what is at hand; null for anything. */
  kit: readonly string[] | null;
  limit: number;
  /** The move to replace is known; of a guessed one nothing is said that compares with it. */
  sure?: boolean;
  /** What people here have said of themselves. */
  audience?: readonly Reason[];
  level?: Plan['level'];
  /** Where everybody stays there and what they hold. */
  body?: Body;
}

/**
 * The best moves to put in another's place, nearest first: what the library names to stand in comes first, then same area and
 * pattern and shared parts; against it count a move already in use, kit that is not at hand, a caution for someone here, more
 * than the level bears, a higher impact, and each step of effort away.
 */
export function alternativesTo(library: Library, move: Move, given: Wanted): Alternative[] {
  const used = new Set(given.used.map((name) => moveKey(library, name)));
  const hand = given.kit === null ? null : new Set(given.kit.map(keyOf));
  return library.moves
    .filter((m) => keyOf(m.name) !== keyOf(move.name) && m.use.some((u) => move.use.includes(u)))
    .map((m) => rate(move, m, used.has(keyOf(m.name)), hand, given))
    .filter((a) => a.score > 3)
    .sort((a, b) => b.score - a.score || a.move.name.localeCompare(b.move.name))
    .slice(0, given.limit);
}

const USUAL_EXPLAIN_MS = 10_000;
const EFFORT_STEP = 0.8;
/** A step more than this is another move altogether. */
const NEAR_EFFORT = 1;
/** What the library names itself may be so far from it. */
const OWN_EFFORT = 2;
const CAUTION = 6;

function rate(
  move: Move,
  m: Move,
  isUsed: boolean,
  hand: ReadonlySet<string> | null,
  { sure = true, audience = [], level, body = {} }: Wanted,
): Alternative {
  const reasons: string[] = [];
  const shared = overlapOf(move, m);
  let score = shared * 4;
  if (m.area === move.area) score += 2;
  if (m.pattern === move.pattern) score += 3;
  if (!sure) reasons.push(`${AREA_WORDS[m.area]}, ${PATTERN_WORDS[m.pattern]}`);
  else if (m.area === move.area && m.pattern === move.pattern) reasons.push(`same area and pattern`);
  else if (m.pattern === move.pattern) reasons.push(`same pattern`);
  else if (m.area === move.area) reasons.push(`same area: ${AREA_WORDS[m.area]}`);
  if (m.name === move.easier) {
    score += 1.5;
    reasons.push('its easier option');
  } else if (m.name === move.harder) {
    score += 1;
    reasons.push('its harder option');
  }
  for (const reason of Object.keys(move.instead) as Reason[])
    if (move.instead[reason] !== undefined && keyOf(move.instead[reason]) === keyOf(m.name)) {
      score += audience.includes(reason) ? 6 : 1.5;
      reasons.push(`stands in for ${REASON_WORDS[reason]}`);
    }
  const steps = Math.abs(m.effort - move.effort);
  score -= steps * EFFORT_STEP + Math.max(0, steps - NEAR_EFFORT);
  for (const reason of audience)
    if (m.instead[reason] !== undefined) {
      score -= CAUTION;
      reasons.push(`caution: ${REASON_WORDS[reason]}`);
    }
  if (level === 'beginner' && (m.effort >= 5 || m.skill === 'skilled')) {
    score -= 4;
    reasons.push(m.skill === 'skilled' ? 'takes skill' : 'all out');
  }
  const impact = IMPACT_RANK[m.impact] - IMPACT_RANK[move.impact];
  if (sure && impact < 0) reasons.push(m.impact === 'none' ? 'no impact' : 'less impact');
  if (impact > 0) score -= impact;
  if (sure && m.position !== move.position)
    reasons.push(`${POSITION_WORDS[m.position]}, not ${POSITION_WORDS[move.position]}`);
  if (sure && move.kit.length > 0 && m.kit.every((k) => k === 'mat')) reasons.push('no kit');
  else if (m.kit.join() !== move.kit.join() && m.kit.length > 0) reasons.push(`with ${m.kit.join(', ')}`);
  if (hand && !m.kit.every((k) => hand.has(keyOf(k)))) {
    score -= 5;
    reasons.push('kit not at hand');
  }
  if (!isFor(m, body)) {
    score -= 6;
    reasons.push('not where everybody stays');
  }
  if (isUsed) {
    score -= 4;
    reasons.push('already in this class');
  }
  return { move: m, score, reasons };
}

/** Puts a move on a station: for all rounds, or for one (from 1) only. */
export function swapStation(
  plan: Plan,
  blockId: string,
  stationId: string,
  move: Move,
  round: number | null,
  library: Library,
): Plan {
  return updateBlock(plan, blockId, (block) => ({
    ...block,
    stations: block.stations.map((station) => {
      if (station.id !== stationId) return station;
      if (round === null) return withMove(station, move, library, usualSides(block, library));
      const usual = keyOf(move.name) === keyOf(station.move);
      return withCell(station, round, { swap: usual ? undefined : { move: move.name } });
    }),
  }));
}

/**
 * The class with a low-impact level, its `twinOf`, beside every move that has impact. Gives how many stations got one, those for
 * which none was found, and those of which it is not known whether they have impact.
 */
export function lowImpactTwin(
  plan: Plan,
  library: Library,
): { plan: Plan; added: number; without: string[]; notKnown: string[] } {
  let added = 0;
  const without: string[] = [];
  const notKnown = new Set<string>();
  const station = (s: Station): Station => {
    const move = library.get(s.move);
    if (!move) notKnown.add(s.move);
    if (!move || move.impact === 'none') return s;
    const twin = twinOf(move, library);
    if (twin) added += 1;
    else without.push(s.move);
    return twin ? { ...s, lowImpact: twin.name } : s;
  };
  const blocks = plan.blocks.map((b): Block => ({ ...b, stations: b.stations.map(station) }));
  return { plan: { ...plan, blocks }, added, without, notKnown: [...notKnown] };
}

/**
 * The low-impact twin of one move, or null: the one the library names for no jumping, or its first easier way without impact, where
 * that is within two steps of its effort; else the move without impact that can be done at once and is nearest in effort; else the
 * first of these there is.
 */
export function twinOf(move: Move, library: Library): Move | null {
  const named = insteadOf(library, move, 'noJumping');
  const own = [...(named ? [named] : []), ...easierOf(move, library)].filter((m) => m.impact === 'none');
  const steps = (m: Move) => Math.abs(m.effort - move.effort);
  const close = own.find((m) => steps(m) <= NEAR_EFFORT) ?? own.find((m) => steps(m) <= OWN_EFFORT);
  if (close) return close;
  // Beside it at once: in the same position, with no other kit, and nothing to learn.
  const atOnce = (m: Move) =>
    m.impact === 'none' &&
    m.use.includes('main') &&
    m.position === move.position &&
    m.kit.every((k) => move.kit.includes(k)) &&
    m.skill === 'simple' &&
    (move.oneSided || !m.oneSided) &&
    (!move.main.includes('heart') || m.main.includes('heart')) &&
    m.effort <= move.effort &&
    m.explainMs <= Math.max(USUAL_EXPLAIN_MS, move.explainMs) &&
    (m.pattern === move.pattern || overlapOf(m, move) >= 0.5);
  const [best] = library.moves
    .filter(atOnce)
    .sort((a, b) => steps(a) - steps(b) || overlapOf(b, move) - overlapOf(a, move) || a.explainMs - b.explainMs);
  const [first] = own;
  if (first && best) return steps(best) < steps(first) ? best : first;
  return first ?? best ?? nearestWithout(move, library);
}

const nearestWithout = (move: Move, library: Library): Move | null =>
  alternativesTo(library, move, { used: [], kit: move.kit, limit: 40 }).find((a) => a.move.impact === 'none')?.move ??
  null;

/** From this effort on a move wants an easier way beside it, where beginners are there. */
export const EASIER_WAY_FROM = 3;

/** The next easier way of a move that is lower in effort; null where the library names none. */
export function oneEasier(library: Library, move: Move): Move | null {
  const lower = easierOf(move, library).find((m) => m.effort < move.effort);
  if (lower) return lower;
  const low = insteadOf(library, move, 'noJumping');
  return low && low.effort < move.effort ? low : null;
}

/** The easier ways of a move, one below the other. */
function easierOf(move: Move, library: Library): Move[] {
  const ways: Move[] = [];
  const seen = new Set([keyOf(move.name)]);
  for (let m = move.easier ? library.get(move.easier) : null; m && !seen.has(keyOf(m.name)); ) {
    ways.push(m);
    seen.add(keyOf(m.name));
    m = m.easier ? library.get(m.easier) : null;
  }
  return ways;
}
