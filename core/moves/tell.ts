import type { Position } from '../class/index.ts';
import { keyOf } from './library.ts';
import type { BodyPart, Impact, Move, Pattern } from './schema.ts';
import { plainMove } from './schema.ts';
import type { Said } from './spelling.ts';

/** The five questions that tell of a move what judgements need; the rest is derived from them. */
export interface Answers {
  pattern: Pattern;
  /** What it works, or stretches, most. */
  part: BodyPart;
  position: Position;
  impact: Impact;
  oneSided: boolean;
}

/** A question about a move. */
export type Question = keyof Answers;
export const QUESTIONS: readonly Question[] = ['pattern', 'part', 'position', 'impact', 'oneSided'];

/** The answers that a move of the library gives, as far as it does. */
export function answersOf(move: Move | null): Partial<Answers> {
  if (!move) return {};
  const [part] = move.main;
  const { pattern, position, impact, oneSided } = move;
  return { pattern, position, impact, oneSided, ...(part ? { part } : {}) };
}

/** All five answers; null where one is missing. */
export function allAnswered({ pattern, part, position, impact, oneSided }: Partial<Answers>): Answers | null {
  if (!pattern || !part || !position || !impact || oneSided === undefined) return null;
  return { pattern, part, position, impact, oneSided };
}

/**
 * A move as five answers tell of it, kept under its name without side and count. How hard it is, what it is for and its area
 * are derived; kit is what the name says, and a mat for who lies.
 * @param guessed what is guessed of it beside the answers: a second pattern, more parts
 */
export function moveFrom(name: string, answers: Answers, said: Said, guessed: Move | null): Move {
  const { pattern, part, position, impact, oneSided } = answers;
  const same = guessed?.pattern === pattern && guessed.main[0] === part;
  const lies = position === 'prone' || position === 'supine' || position === 'side';
  return {
    ...plainMove(bareName(name)),
    use: pattern === 'stretch' ? ['coolDown'] : pattern === 'mobilise' ? ['warmUp'] : ['main'],
    area: areaFrom(pattern, part),
    main: same ? guessed.main : [part],
    helpers: same ? guessed.helpers : [],
    pattern,
    ...(same && guessed.second ? { second: guessed.second } : {}),
    position,
    oneSided,
    impact,
    landings: impact === 'none' ? 0 : USUAL_LANDINGS,
    noise: impact === 'none' ? 'quiet' : impact === 'low' ? 'some' : 'loud',
    kit: [...new Set([...(same ? guessed.kit : said.kit), ...(lies ? ['mat'] : [])])],
    effort: effortFrom(pattern, impact),
  };
}

/** Landings a minute where nobody has counted them: one in two seconds, our judgement. */
const USUAL_LANDINGS = 30;

const UPPER: readonly BodyPart[] = ['chest', 'upperBack', 'shoulders', 'arms'];
const CORE: readonly BodyPart[] = ['belly', 'flanks', 'lowBack'];

function areaFrom(pattern: Pattern, part: BodyPart): Move['area'] {
  if (pattern === 'stretch' || pattern === 'mobilise') return 'mobility';
  if (pattern === 'carry') return 'whole';
  if (part === 'heart') return 'cardio';
  if (UPPER.includes(part)) return 'upper';
  return CORE.includes(part) ? 'core' : 'lower';
}

function effortFrom(pattern: Pattern, impact: Impact): number {
  if (impact === 'high') return 4;
  if (pattern === 'stretch' || pattern === 'mobilise') return 1;
  return impact === 'low' ? 3 : 2;
}

const SIDE = /^\(?(?:left|right|l|r)\)?$/i;
const LIMB = /^(?:leg|arm|side|foot|hand|knee)$/i;
/** What is done to or on a side, by name. */
const SIDE_MOVE =
  /^(?:planks?|lunges?|crunch(?:es)?|bends?|steps?|lying|kicks?|leg|raises?|stretch(?:es)?|taps?|hops?|squats?)$/i;
const COUNT = /^(?:x?\d{1,3}x?|x)$/i;

/** A name without a side at an end of it and without a count: what the move is called whichever side it is done on. */
export function bareName(name: string): string {
  const words = name.trim().split(/\s+/);
  const kept = words.filter((word, k) => {
    const before = words[k - 1];
    if (SIDE.test(word) || COUNT.test(word)) return false;
    // "Left side plank" is a side plank on the left.
    const isOfName = /^side$/i.test(word) && SIDE_MOVE.test(words[k + 1] ?? '');
    return !(LIMB.test(word) && !isOfName && before !== undefined && SIDE.test(before));
  });
  return kept.length > 0 ? kept.join(' ') : name.trim();
}

/** A move with one more name it goes by, without side and count; the same name in other letters takes the place of the old. */
export function withAlias(move: Move, name: string): Move {
  const alias = bareName(name);
  return { ...move, aliases: [...move.aliases.filter((a) => keyOf(a) !== keyOf(alias)), alias] };
}
