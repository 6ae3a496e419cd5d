import {
  type Block,
  capital,
  durationSaid,
  moduleOf,
  type Phrase,
  type Plan,
  roundsOf,
  type Station,
} from '../../class/index.ts';
import { compile, type Interval, isWork, shownBy, type Timeline, totals } from '../../time/index.ts';
import { phrase } from '../../voice/index.ts';
import { otherWays, sidesSaid } from '../paper/index.ts';

/** When the class is that is talked of. */
export const TALK_WHEN = { now: 'Now', today: 'Today', tomorrow: 'Tomorrow', soon: 'Next time' } as const;
export type TalkWhen = keyof typeof TALK_WHEN;

/** "a, b and c". */
function listed(words: readonly string[]): string {
  const last = words.at(-1) ?? '';
  return words.length < 2 ? last : `${words.slice(0, -1).join(', ')} and ${last}`;
}

const many = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`;

/**
 * A talk through a class, to be read out or spoken before it: what comes in which order, how long, what else can be done, and what will be heard.
 * A paragraph for each block; every sentence is short enough to be said by itself.
 * @param plan with what the library knows of its moves
 */
export function talkThrough(plan: Plan, when: TalkWhen): string {
  const timeline = compile(plan);
  const sums = totals(plan, timeline);
  const about = timeline.about ? 'about ' : '';
  const opening = `${TALK_WHEN[when]} we do ${plan.title}: ${about}${minutesSaid(timeline.totalMs)}, in ${many(plan.blocks.length, 'part')}.`;
  const blocks = plan.blocks.map((block, k) =>
    blockTalk(plan, timeline, k, block, sums.blocks[k]?.totalMs ?? 0).join(' '),
  );
  return [opening, ...blocks, signalsSaid(plan, timeline)].filter(Boolean).join('\n\n');
}

/** Whole minutes from two on, else to the second. */
const minutesSaid = (ms: number) => (ms < 120_000 ? durationSaid(ms) : many(Math.round(ms / 60_000), 'minute'));

function blockTalk(plan: Plan, timeline: Timeline, blockIndex: number, block: Block, totalMs: number): string[] {
  const opens =
    blockIndex === 0 ? 'We begin with' : blockIndex === plan.blocks.length - 1 ? 'We end with' : 'Then comes';
  const head = `${opens} ${block.title}, ${minutesSaid(totalMs)}.`;
  const shown = shownBy(block, plan.blocks.slice(blockIndex + 1));
  if (shown) return [head, `I show you the moves of ${shown.title}.`];
  if (block.stations.length === 0) return [head];
  return [
    head,
    ...shapeSaid(timeline, blockIndex, block),
    `${block.stations.length === 1 ? 'The move is' : 'The moves are'} ${listed(block.stations.map(moveSaid))}.`,
    ...waysSaid(block.stations),
    ...restSaid(plan, timeline, blockIndex),
  ];
}

/** How it is gone through: rounds, work and rest where they are the same all through. */
function shapeSaid(timeline: Timeline, blockIndex: number, block: Block): string[] {
  const own = timeline.intervals.filter((i) => i.blockIndex === blockIndex);
  const rounds = roundsOf(block.format);
  const spread = block.use === 'stations' ? ['everybody at a station'] : [];
  const windows = rounds === null || rounds < 2 ? [] : [many(rounds, 'window')];
  if (moduleOf(block.format).traits.complex)
    return [`${capital(listed([...windows, ...lengths(own.filter(isWork), 'each')]))}.`];
  const parts = [
    ...(rounds === null || rounds < 2 ? [] : [many(rounds, 'round')]),
    ...lengths(own.filter(isWork), 'of work'),
    ...lengths(
      own.filter((i) => i.kind === 'rest'),
      'of rest',
    ),
    ...spread,
  ];
  return parts.length === 0 ? [] : [`${capital(listed(parts))}.`];
}

/** "40 seconds of work"; from the shortest to the longest where they differ. */
function lengths(intervals: readonly Interval[], of: string): string[] {
  const all = intervals.map((i) => i.durationMs);
  if (all.length === 0) return [];
  const [least, most] = [Math.min(...all), Math.max(...all)];
  return [least === most ? `${durationSaid(least)} ${of}` : `${durationSaid(least)} to ${durationSaid(most)} ${of}`];
}

/** A move with its side: "Side plank (left, right from half)" reads badly aloud, so it is "Side plank, one side, then the other". */
function moveSaid(station: Station): string {
  const name = station.sayAs ?? station.move;
  const both = sidesSaid(station) !== '' && station.sides.mode !== 'one';
  return both ? `${name} on both sides` : station.sides.mode === 'one' ? `${name} on the ${station.sides.side}` : name;
}

/** What can be done in place of a move: one sentence for each that has other ways. */
const waysSaid = (stations: readonly Station[]): string[] =>
  stations.flatMap((s) => {
    const ways = otherWays(s).map(([level, name]) => `${name}, ${level}`);
    return ways.length === 0 ? [] : [`In place of ${s.sayAs ?? s.move} you may do ${listed(ways)}.`];
  });

function restSaid(plan: Plan, timeline: Timeline, blockIndex: number): string[] {
  const found = timeline.intervals.find((i) => i.blockIndex === blockIndex && i.kind === 'blockBreak');
  if (!found) return [];
  const water = plan.cues.water ? ` ${phrase(plan, 'water')}.` : '';
  return [`After it there is a break of ${durationSaid(found.durationMs)}.${water}`];
}

/** What will be heard, in the instructor's own words. */
function signalsSaid(plan: Plan, { intervals }: Timeline): string {
  const has = (kind: Interval['kind']) => intervals.some((i) => i.kind === kind);
  const heard: Phrase[] = [
    'go',
    ...(has('rest') ? (['rest'] as const) : []),
    ...(has('roundBreak') || has('groupBreak') || has('blockBreak') ? (['break'] as const) : []),
    ...(plan.blocks.some((b) => b.stations.some((s) => s.sides.mode === 'split')) ? (['switchSides'] as const) : []),
    ...(plan.cues.rounds && plan.blocks.some((b) => (roundsOf(b.format) ?? 1) > 1) ? (['lastRound'] as const) : []),
  ];
  if (plan.silent || intervals.length === 0) return '';
  return `You will hear: ${listed(heard.map((p) => `\u201c${phrase(plan, p)}\u201d`))}.`;
}

/** The longest text that is spoken in one go, letters. */
const MOST_SPOKEN = 280;

/** A talk as it is spoken, sentence by sentence; a long one at its commas, or between words. */
export function sentencesOf(talk: string): string[] {
  const sentences = talk
    .split(/(?<=[.!?:])\s+|\n+/)
    .map((s) => s.trim())
    .filter(Boolean);
  return sentences.flatMap((s) => cutAt(s));
}

function cutAt(sentence: string): string[] {
  if (sentence.length <= MOST_SPOKEN) return [sentence];
  const head = sentence.slice(0, MOST_SPOKEN);
  const at = Math.max(head.lastIndexOf(', ') + 1, head.lastIndexOf(' '));
  const end = at > 0 ? at : MOST_SPOKEN;
  return [sentence.slice(0, end).trim(), ...cutAt(sentence.slice(end).trim())];
}
