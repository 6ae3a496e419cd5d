import type { Plan } from '../../class/index.ts';
import type { Interval, Place } from '../../time/index.ts';
import { phrase } from './phrases.ts';

const GROUP_WORDS: Record<number, string> = { 2: 'Pair', 3: 'Three', 4: 'Four' };
const TIMES = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];
/** Moves from which on it is worth telling how many are left, and when half of them are done. */
const LEFT_FROM = 4;
const HALF_FROM = 8;

/** The name of a group of stations: "Pair". */
export const groupWord = (size: number) => GROUP_WORDS[size] ?? 'Group';

/** "second", "tenth"; the number itself beyond. */
export const timeWord = (n: number) => TIMES[n - 1] ?? `${n}.`;

/** The calls at the beginning of a set: its round, and how many are left; null for none. */
export interface Called {
  kind: 'round' | 'left';
  text: string;
}

/**
 * The call that goes with the start of a set. A round is named as it begins; in groups the group is, with the time it comes
 * round; "last round" is called before the last of the block alone. Blocks without rounds tell how many moves are left.
 */
export function callOf(plan: Pick<Plan, 'phrases' | 'blocks'>, interval: Interval, place: Place): Called | null {
  const left = (text: string): Called => ({ kind: 'left', text });
  const round = (text: string): Called => ({ kind: 'round', text });
  const rounds = place.rounds ?? 1;
  const toGo = place.visits - place.visit + 1;
  if (place.opensVisit && toGo === 1 && place.visits > 1 && place.group?.size !== 1 && !opensLastRound(place))
    return left(phrase(plan, 'lastOne'));
  if (rounds > 1) {
    if (!place.opensRound || place.round === null) return null;
    if (place.group) return round(groupCall(plan, place, rounds));
    return round(
      place.round === rounds ? phrase(plan, 'lastRound') : phrase(plan, 'round', { n: place.round, rounds }),
    );
  }
  if (!place.opensVisit || interval.stationIndex === null) return null;
  if (place.visits >= LEFT_FROM && (toGo === 2 || toGo === 3))
    return left(phrase(plan, 'toGo', { n: toGo === 2 ? 'Two' : 'Three' }));
  if (place.visits >= HALF_FROM && place.visit === Math.floor(place.visits / 2) + 1)
    return left(phrase(plan, 'halfMoves'));
  return null;
}

/** The last round of one set alone is called as the last round. */
const opensLastRound = ({ rounds, round, opensRound }: Place) => (rounds ?? 1) > 1 && round === rounds && opensRound;

function groupCall(plan: Pick<Plan, 'phrases'>, { group, round, visit, visits }: Place, rounds: number): string {
  const n = round ?? 1;
  if (!group) return '';
  const isLast = group.n === group.of && n === rounds;
  if (group.size === 1)
    return visit === visits && isLast ? phrase(plan, 'lastOne') : phrase(plan, 'set', { n, sets: rounds });
  if (isLast) return phrase(plan, 'lastRound');
  const words = { group: groupWord(group.size), n: group.n };
  if (n === 1) return phrase(plan, 'group', words);
  return phrase(plan, 'groupAgain', { ...words, time: n === rounds ? 'last' : timeWord(n) });
}
