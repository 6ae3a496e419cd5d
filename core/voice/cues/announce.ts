import { type CueKind, moduleOf } from '../../class/index.ts';
import { type Interval, sidesAt } from '../../time/index.ts';
import { AFTER_TONE_MS, type ClassCues, type When } from './class-cues.ts';
import { callOf } from './counts.ts';
import { inGap, LONG_MS, warnings, within } from './gaps.ts';
import { BETWEEN_MS, type CueRequest } from './place.ts';
import { amountSaid, changesSaid, nameSaid, partWords, positionChange, sideCall } from './said.ts';

/** Work shorter than this that work follows has the shortest form of the next. */
const SHORT_WORK_MS = 15_000;
/** A call that found no place before its set is made at most so late in it. */
const LATE_MS = 8000;
/** A set has room for the name of the next when so much of it is left before that. */
const AHEAD_FROM_MS = 8000;
/** Longer than this no list of moves is read out. */
const MOST_LETTERS = 160;

/** Where a set is announced. */
interface Announcement {
  /** The set that comes, and the one before it; -1 for none. */
  next: number;
  before: number;
  /**
   * The gap that leads to it; null where work follows work. After a wait there may be time to get ready: after a break it comes
   * besides, after talk, which has no room for other words, in place of it.
   */
  gap: number | null;
  ready: number | null;
}

function changeTo(cues: ClassCues, next: number): Announcement {
  const before = cues.workBefore(next);
  let at = next - 1;
  const ready = at > 0 && cues.at(at)?.kind === 'countIn' ? at : null;
  if (ready !== null) at -= 1;
  if (at <= before) return { next, before, gap: null, ready: null };
  const talk = cues.at(at);
  return talk?.kind === 'open' && talk.untilTap
    ? { next, before, gap: ready, ready: null }
    : { next, before, gap: at, ready };
}

/** All that is said of a set before it begins: what it is, what changes, which round; in its gap, or where there is room. */
export function announce(cues: ClassCues, next: number): void {
  const change = changeTo(cues, next);
  const names = namesOf(cues, change);
  const { gap } = change;
  const reps = repsOf(cues, next);
  const inNames = gap === null && reps !== null && names?.kind === 'nextUp' && timedBefore(cues, change) !== null;
  if (inNames) names.texts.unshift(`${names.texts[0]}. ${reps}`);
  let atMs = gap === null ? 0 : startOf(cues, gap, names);
  const follow = (request: CueRequest) => {
    atMs = request.wantedMs + (request.forms[0]?.ms ?? 0) + BETWEEN_MS;
  };
  if (names) {
    const request = sayNames(cues, change, names, atMs);
    if (request) follow(request);
    else if (gap === null) atMs = cues.ms(names.texts[0] ?? '') + BETWEEN_MS;
  }
  for (const request of detailsOf(cues, change, inNames ? null : reps, atMs)) follow(request);
  callRound(cues, change, atMs);
  if (gap !== null) inGap(cues, next, gap, atMs);
}

/** What is said of the next set, the fullest form first, and whether it is a call of the side. */
interface Names {
  kind: 'side' | 'nextUp';
  texts: string[];
}

function namesOf(cues: ClassCues, change: Announcement): Names | null {
  const names = wordsFor(cues, change);
  if (cues.speaks(change.next, 'nextUp')) return names;
  // The side is called whatever else is silent.
  return names?.kind === 'side' ? { kind: 'side', texts: names.texts.slice(-2) } : null;
}

function wordsFor(cues: ClassCues, { next, before }: Announcement): Names | null {
  const interval = cues.at(next);
  const block = interval && cues.plan.blocks[interval.blockIndex];
  if (!interval || !block) return null;
  const last = cues.at(before);
  const sameBlock = last?.blockIndex === interval.blockIndex;
  if (cues.isSpread(next)) return { kind: 'nextUp', texts: [cues.phrase(sameBlock ? 'rotate' : 'toStations')] };
  const station = cues.station(next);
  if (!station) {
    if (!moduleOf(block.format).traits.complex) return null;
    const side = interval.side ? [sideCall(cues.plan, interval.side)] : [];
    if (sameBlock) return { kind: 'nextUp', texts: [[cues.phrase('goOn'), ...side].join('. '), cues.phrase('goOn')] };
    const list = block.stations.map((s) => partWords(cues.plan, { ...s, move: nameSaid(s) })).join(', ');
    const named = [...(list !== '' && list.length <= MOST_LETTERS ? [list] : []), block.title];
    return { kind: 'nextUp', texts: [...named.map((move) => cues.phrase('nextUp', { move })), ...named.slice(-1)] };
  }
  const name = nameSaid(station);
  const [side = null] = sidesAt(cues.plan, interval);
  const move = side ? `${name}, ${cues.phrase('side', { side })}` : name;
  const full = cues.phrase('nextUp', { move });
  if (side === null || last === null || !turnsTo(cues, before, next)) {
    return last && follows(last, interval) ? null : { kind: 'nextUp', texts: [full, move] };
  }
  const call = [sideCall(cues.plan, side), side === 'left' ? 'Left' : 'Right'];
  const isSame = last.stationIndex === interval.stationIndex;
  return { kind: 'side', texts: isSame ? call : [full, move, ...call] };
}

/** Another layer of the same move on the same side: it is called by its own name while the one before runs. */
const follows = (last: Interval, next: Interval) =>
  next.layer !== null &&
  last.blockIndex === next.blockIndex &&
  last.stationIndex === next.stationIndex &&
  last.side === next.side &&
  last.round === next.round;

/** The other side of the same move follows, or the same run of moves on the other side. */
function turnsTo(cues: ClassCues, before: number, next: number): boolean {
  const [a, b] = [cues.at(before), cues.at(next)];
  if (!a || !b || a.blockIndex !== b.blockIndex) return false;
  const isOther = sidesAt(cues.plan, a).at(-1) !== sidesAt(cues.plan, b)[0];
  if (!isOther) return false;
  if (a.stationIndex === b.stationIndex) return true;
  const inChain = [before, next].every((k) => cues.station(k)?.sides.mode === 'chain');
  return inChain && a.round === b.round;
}

/** Where in a gap the words begin: at once, and towards the end of talk and demos, which have their own. */
function startOf(cues: ClassCues, gap: number, names: Names | null): number {
  const interval = cues.at(gap);
  const opens = cues.opensMs(gap);
  if (!interval || interval.untilTap || (interval.kind !== 'open' && interval.kind !== 'demo')) return opens;
  const ms = cues.ms(names?.texts[0] ?? '');
  const warnedMs = warnings(cues, gap)[0] ?? 0;
  const end = warnedMs > 0 ? interval.durationMs - warnedMs : (cues.perInterval[gap]?.roomEndMs ?? 0);
  return Math.max(opens, end - ms - BETWEEN_MS);
}

/** When words may be said at the end of a set, for what follows it: in its second half, before its countdown. */
function beforeEnd(cues: ClassCues, work: number, ms: number): When {
  const here = cues.perInterval[work];
  const end = here?.roomEndMs ?? 0;
  const opens = cues.opensMs(work);
  const half = (here?.interval.durationMs ?? 0) / 2;
  return {
    wantedMs: Math.max(opens, end - ms - BETWEEN_MS),
    earliestMs: Math.min(half, Math.max(opens, end - ms)),
    latestMs: end,
    loose: true,
  };
}

const atStart = (): When => ({ wantedMs: AFTER_TONE_MS, earliestMs: AFTER_TONE_MS, latestMs: LATE_MS, loose: true });

/** The set that ends where a change begins, if its end is known: its last seconds can tell what follows. */
function timedBefore(cues: ClassCues, { before, gap, next }: Announcement): number | null {
  const interval = cues.at(before);
  const adjoins = gap === null ? before === next - 1 : gap === before + 1;
  return interval && adjoins && !interval.untilTap ? before : null;
}

/**
 * Where a gap has no room for both the name and the way to get into its position, the name comes before the gap, so that the way
 * can be told as people go it.
 */
function goesAhead(
  cues: ClassCues,
  { next, before }: Announcement,
  gap: number,
  texts: readonly string[],
  must: boolean,
) {
  const change = positionChange(cues.station(before), cues.station(next));
  if (must || change === null || !cues.speaks(next, 'nextUp')) return false;
  const bothMs = cues.ms(texts[0] ?? '') + BETWEEN_MS + cues.ms(cues.phrase(change));
  const room = (cues.perInterval[gap]?.roomEndMs ?? 0) - cues.opensMs(gap);
  const roomAhead = (cues.perInterval[before]?.roomEndMs ?? 0) - cues.ms(texts[0] ?? '');
  return bothMs > room && roomAhead >= AHEAD_FROM_MS;
}

/** Says what the next set is where it fits, and gives the request where it is one of the gap. */
function sayNames(cues: ClassCues, change: Announcement, { kind, texts }: Names, atMs: number): CueRequest | null {
  const { next, gap, ready } = change;
  const must = kind === 'side';
  const work = timedBefore(cues, change);
  // Where a set before it can tell, in its last seconds; else as it begins.
  const index = work ?? next;
  const isShort = work === null || (cues.at(work)?.durationMs ?? 0) < SHORT_WORK_MS;
  const forms = isShort && !must ? texts.slice(-1) : texts;
  const when = work === null ? atStart() : beforeEnd(cues, work, cues.ms(forms[0] ?? ''));
  const elsewhere = () => ({ index, request: cues.request(kind, forms, when, { must }) });
  if (gap === null || (work !== null && goesAhead(cues, change, gap, texts, must))) {
    cues.perInterval[index]?.requests.push(elsewhere().request);
    return null;
  }
  // After a wait nobody remembers: it is told again as people get ready.
  if (ready !== null) cues.say(ready, kind, texts, within(cues, ready, cues.opensMs(ready)), { again: true });
  const request = cues.request(kind, texts, within(cues, gap, atMs), { otherwise: elsewhere });
  cues.perInterval[gap]?.requests.push(request);
  const room = request.latestMs - request.earliestMs;
  return request.forms.some((form) => form.ms <= room) ? request : null;
}

/** The reps of a set in words where they are said; null where there are none, or another side of the same has them. */
function repsOf(cues: ClassCues, next: number): string | null {
  const interval = cues.at(next);
  const isNew = cues.places.get(next)?.opensVisit && !cues.isSpread(next);
  return interval && isNew && cues.speaks(next, 'reps') ? amountSaid(cues.plan, interval) : null;
}

/** Reps and what changes with the move, each by itself after its name; gives the requests. */
function detailsOf(cues: ClassCues, change: Announcement, reps: string | null, fromMs: number): CueRequest[] {
  const { next, before, gap } = change;
  const interval = cues.at(next);
  if (!interval || !cues.places.get(next)?.opensVisit) return [];
  const spread = cues.isSpread(next);
  const told = cues.speaks(next, 'nextUp') ? changesSaid(cues.plan, cues.at(before), interval) : [];
  // Nobody's kit, weight or position is everybody's where groups are spread; the length is.
  const changes = spread ? told.filter(({ what }) => what === 'length') : told;
  const words: [CueKind, string][] = [
    ...(reps === null ? [] : [['reps', reps] as [CueKind, string]]),
    ...changes.map(({ text }): [CueKind, string] => ['change', text]),
  ];
  const work = timedBefore(cues, change);
  let atMs = fromMs;
  return words.map(([kind, text]) => {
    const ms = cues.ms(text);
    const late = kind === 'reps' ? () => ({ index: next, request: cues.request(kind, [text], atStart()) }) : undefined;
    const index = gap ?? work ?? next;
    // In a gap they follow the name; at the end of a set each comes before what was put there already.
    const when = gap !== null ? within(cues, gap, atMs) : work !== null ? beforeEnd(cues, work, atMs + ms) : atStart();
    const request = cues.request(kind, [text], when, index === next ? {} : { otherwise: late });
    cues.perInterval[index]?.requests.push(request);
    atMs += ms + BETWEEN_MS;
    return request;
  });
}

/** The round that begins, or how many are left: at the end of a long gap, after the name in a short one, else as the set begins. */
function callRound(cues: ClassCues, { next, gap, ready }: Announcement, atMs: number): void {
  const [interval, place] = [cues.at(next), cues.places.get(next)];
  const called = interval && place ? callOf(cues.plan, interval, place) : null;
  if (!called || cues.level(next, called.kind === 'left' ? 'left' : 'rounds') === 'off') return;
  const level = called.kind === 'left' ? 'left' : 'rounds';
  const where = gap !== null && cues.at(gap)?.untilTap ? ready : gap;
  if (cues.sounds(next, level))
    cues.perInterval[where ?? next]?.tone('chime', where === null ? 0 : cues.opensMs(where));
  if (!cues.speaks(next, level)) return;
  const late = () => ({ index: next, request: cues.request(called.kind, [called.text], atStart()) });
  if (where === null) {
    cues.perInterval[next]?.requests.push(late().request);
    return;
  }
  const here = cues.perInterval[where];
  const isLong = (here?.interval.durationMs ?? 0) >= LONG_MS;
  const end = (here?.roomEndMs ?? 0) - cues.ms(called.text) - BETWEEN_MS;
  cues.say(where, called.kind, [called.text], within(cues, where, isLong ? end : atMs), {
    otherwise: late,
  });
}
