import {
  durationSaid,
  keyOfRole,
  measureSaid,
  measureWords,
  type Phrase,
  type Plan,
  type Position,
  type Side,
  type Station,
  settingOf,
  weightSaid,
} from '../../class/index.ts';
import { type Interval, stationAt } from '../../time/index.ts';
import { phrase } from './phrases.ts';

/*
 * What is told of a move, and of the change to it from the one before: each a few words of its own, so that it can be said, shown or
 * left out by itself. Where something is not known nothing is claimed.
 */

/** A station's move as the voice says it. */
export const nameSaid = ({ sayAs, move }: Pick<Station, 'sayAs' | 'move'>) => sayAs ?? move;

type Classed = Pick<Plan, 'blocks' | 'phrases'>;

/** The reps of a set: the station's, else those of a block that goes by reps; null where it goes by time alone. */
export function repsAt(plan: Pick<Plan, 'blocks'>, interval: Interval): Station['reps'] | null {
  const station = stationAt(plan, interval);
  const block = plan.blocks[interval.blockIndex];
  if (!station || !block) return null;
  if (station.reps) return station.reps;
  const key = keyOfRole(block.format, 'reps');
  return key === null ? null : { count: settingOf(block.format, key) as number, per: 'total' };
}

/**
 * How much makes a set, as it is written beside the move: "12 reps", "8 a side", "400 m"; null where time alone does.
 * @param words how a measure is put
 */
export function amountWords(
  plan: Pick<Plan, 'phrases'>,
  { measure }: Pick<Station, 'measure'>,
  reps: Station['reps'] | null,
  words = measureWords,
): string | null {
  const parts = [...(reps ? [repsWords(plan, reps)] : []), ...(measure ? [words(measure)] : [])];
  return parts.length > 0 ? parts.join(', ') : null;
}

/** The same as the voice says it: "400 metres". */
export function amountSaid(plan: Classed, interval: Interval): string | null {
  return amountWords(plan, stationAt(plan, interval) ?? {}, repsAt(plan, interval), measureSaid);
}

/** "12 reps", "8 a side". */
const repsWords = (plan: Pick<Plan, 'phrases'>, { count, per }: NonNullable<Station['reps']>) =>
  phrase(plan, per === 'side' ? 'repsEach' : 'reps', { n: count });

/** "Left side". */
export const sideCall = (plan: Pick<Plan, 'phrases'>, side: Side) => {
  const said = phrase(plan, 'side', { side });
  return said.charAt(0).toUpperCase() + said.slice(1);
};

/** A part of a complex with its reps: "12 a side Band row", "200 m Run". */
export function partWords(
  plan: Pick<Plan, 'phrases'>,
  { reps, measure, move }: Pick<Station, 'reps' | 'measure' | 'move'>,
): string {
  if (!reps) return measure ? `${measureWords(measure)} ${move}` : move;
  return reps.per === 'side' ? `${repsWords(plan, reps)} ${move}` : `${reps.count} ${move}`;
}

const UP: readonly Position[] = ['standing', 'seated'];

const INTO: Record<Exclude<Position, 'standing'>, Phrase> = {
  seated: 'sitDown',
  kneeling: 'kneel',
  handsAndFeet: 'onHandsAndFeet',
  prone: 'onFront',
  supine: 'onBack',
  side: 'onSide',
};

/** The change of position between two moves: "To the floor", "Stand up"; null where there is none, or it is unknown. */
export function positionChange(before: Station | null, next: Station | null): Phrase | null {
  const [from, to] = [before?.position, next?.position];
  if (from === undefined || to === undefined || from === to) return null;
  if (to === 'standing') return 'standUp';
  return UP.includes(from) ? (to === 'seated' ? 'sitDown' : 'toFloor') : INTO[to];
}

/** Kit to take up that was not in use before; empty where it stays the same. */
export function newKit(before: Station | null, next: Station | null): readonly string[] {
  const had = before?.kit ?? [];
  return (next?.kit ?? []).filter((k) => !had.includes(k));
}

/** The weight to take up where it is another than in the work before; null where it is the same or not said of both. */
export function newWeight(before: Station | null, next: Station | null): number | null {
  const [from, to] = [before?.weightKg, next?.weightKg];
  return from === undefined || to === undefined || from === to ? null : to;
}

/** The length of the next set where it differs from the last of its block by a second or more, ms; null else. */
export function newLength(before: Interval | null, next: Interval): number | null {
  if (!before || before.blockIndex !== next.blockIndex || before.untilTap || next.untilTap) return null;
  return Math.abs(before.durationMs - next.durationMs) >= 1000 ? next.durationMs : null;
}

/** Something that changes with the next set, in words. */
export interface Changed {
  what: 'position' | 'weight' | 'length' | 'kit';
  text: string;
}

/** The sentences of a change beside the name, the most needed first. */
export function changesSaid(plan: Classed, before: Interval | null, next: Interval): Changed[] {
  const [a, b] = [before && stationAt(plan, before), stationAt(plan, next)];
  const position = positionChange(a, b);
  const weight = newWeight(a, b);
  const length = newLength(before, next);
  const kit = newKit(a, b);
  return [
    ...(position ? [said('position', phrase(plan, position))] : []),
    ...(weight === null ? [] : [said('weight', phrase(plan, 'changeWeights', { weight: weightSaid(weight) }))]),
    ...(length === null ? [] : [said('length', phrase(plan, 'thisTime', { time: durationSaid(length) }))]),
    ...(kit.length > 0 ? [said('kit', kit.join(', '))] : []),
  ];
}

const said = (what: Changed['what'], text: string): Changed => ({ what, text });
