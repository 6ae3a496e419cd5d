import {
  type Block,
  blockWords,
  bodyWords,
  capital,
  formatSeconds,
  type Plan,
  type Station,
  WAY_WORDS,
  waysOf,
  weightsWords,
} from '../../class/index.ts';
import { type Interval, isWork } from '../../time/index.ts';

/*
 * What paper says of a station: the same facts on every sheet, in the same words.
 */

/** The sets of a station in one block: their lengths round by round where they differ, and the rest after each. */
export interface SetTimes {
  /** "40", "2 × 35", "25, 45, 25, 45" by round; a set that waits for a tap has a plus, an estimate "≈". */
  works: string;
  /** "20", "20, 15" by round where it differs; empty where none follows. What breaks a round off is no rest. */
  rests: string;
}

export function timesOf(intervals: readonly Interval[], blockIndex: number, stationIndex: number): SetTimes {
  const works = new Map<number, string[]>();
  const rests: string[] = [];
  const own = intervals.filter((i) => i.blockIndex === blockIndex && i.kind !== 'blockBreak');
  own.forEach((interval, k) => {
    if (interval.stationIndex !== stationIndex || !isWork(interval)) return;
    const after = own[k + 1];
    if (after?.kind === 'rest') rests.push(formatSeconds(after.durationMs));
    const round = interval.round ?? 0;
    const said = `${interval.about ? '\u2248' : ''}${formatSeconds(interval.durationMs)}${interval.untilTap ? '+' : ''}`;
    works.set(round, [...(works.get(round) ?? []), said]);
  });
  return { works: byRound([...works.values()].map(joined)), rests: byRound(rests) };
}

/** "40/20". */
export const timesSaid = ({ works, rests }: SetTimes) => (rests === '' ? works : `${works}/${rests}`);

const byRound = (rounds: readonly string[]) => (new Set(rounds).size > 1 ? rounds.join(', ') : (rounds[0] ?? ''));

/** Sets of one round: alike ones are counted, others stand side by side. */
function joined(sets: readonly string[]): string {
  const [first = ''] = sets;
  if (sets.length === 1) return first;
  return sets.every((s) => s === first) ? `${sets.length} \u00d7 ${first}` : sets.join('+');
}

/** The sides in their order: "left, then right"; empty where a move has none or none is set. */
export function sidesSaid({ sides }: Pick<Station, 'sides'>): string {
  const [a, b] = 'first' in sides && sides.first === 'right' ? ['right', 'left'] : ['left', 'right'];
  const gap = (ms: number | undefined) => (ms === undefined ? '' : `, ${formatSeconds(ms)} s between`);
  switch (sides.mode) {
    case 'none':
      return '';
    case 'alternating':
      return 'sides in turn';
    case 'one':
      return `${sides.side} only`;
    case 'each':
      return `${a}, then ${b}${gap(sides.restMs)}`;
    case 'split':
      return `${a}, ${b} from half`;
    case 'byRound':
      return `${a} and ${b} by round`;
    case 'chain':
      return `all ${a}, then all ${b}${gap(sides.breakMs)}`;
  }
}

export const repsSaid = ({ reps }: Pick<Station, 'reps'>) =>
  reps ? `${reps.count} ${reps.per === 'side' ? 'a side' : reps.count === 1 ? 'rep' : 'reps'}` : '';

const seconds = (ms: number) => String(ms / 1000);

/** "3-1-1-0": down, hold, up, at the top, seconds. */
export const tempoSaid = ({ tempo }: Pick<Station, 'tempo'>) =>
  tempo ? `tempo ${[tempo.downMs, tempo.holdMs, tempo.upMs, tempo.topMs].map(seconds).join('-')}` : '';

/** The facts of a station beside its name and times. */
export function factsOf(station: Station): string[] {
  const weight = weightsWords(station);
  return [
    sidesSaid(station),
    repsSaid(station),
    weight,
    tempoSaid(station),
    ...(station.layers ?? []).map((l) => `${l.counts} counts ${l.name}`),
    station.effort === undefined ? '' : `effort ${station.effort}`,
    station.optional ? 'optional' : '',
  ].filter(Boolean);
}

/** The differences of single rounds beside the times: another move, another weight. */
export function roundFacts(station: Station): string[] {
  return (station.cells ?? []).flatMap((cell) => {
    const words = [cell.swap?.move ?? '', weightsWords(cell)].filter(Boolean);
    return words.length === 0 ? [] : [`round ${cell.round}: ${words.join(', ')}`];
  });
}

/** The other ways to do a station, from the easiest on: the level, and the name. */
export const otherWays = (station: Station): [level: string, name: string][] =>
  waysOf(station)
    .filter((w) => w.level !== 'base')
    .map((w) => [WAY_WORDS[w.level], w.name]);

/** The phases of a set with their moments: "at half: Twist". */
export const phasesSaid = ({ phases = [] }: Pick<Station, 'phases'>): string[] =>
  phases.map((p) => `${p.when === 'half' ? 'at half' : `${p.when} ${seconds(p.ms)} s`}: ${p.say}`);

/** A block in one line; empty for one that has nothing but a length, such as a talk. */
export const blockSaid = (block: Block) =>
  block.stations.length === 0 && !blockWords(block).includes(':') ? '' : blockWords(block);

/** For whom, where and for how long a class is: what stands under its title. */
export function underTitle(plan: Plan, lengthWords: string): string[] {
  const place = plan.series ? `${plan.series.title}, ${plan.series.nth} of ${plan.series.of}` : '';
  const people = plan.heads === null ? '' : `${plan.heads} people`;
  const facts = [
    plan.slot.start ?? '',
    lengthWords,
    people,
    plan.room,
    capital(plan.level),
    ...bodyWords(plan.body ?? {}),
  ].filter(Boolean);
  return [facts.join(' \u00b7 '), place].filter(Boolean);
}
