import type { Bound, Line } from '../../class/index.ts';
import { isBreak } from '../../time/index.ts';
import { AFTER_TONE_MS, type ClassCues } from './class-cues.ts';

const LAST_FIVE_MS = 300_000;
const SLACK_MS = 10_000;

/** The instructor's own lines, where what they are bound to comes; milestones of the class, once. */
export function onceOnly(cues: ClassCues): void {
  for (const line of cues.plan.lines ?? []) {
    const starts = beginningsOf(cues, line.at);
    for (const k of starts) putLine(cues, line, k);
    if (starts.length === 0) neverComes(cues, line);
  }
  const first = cues.intervals.find((i) => i.kind !== 'countIn');
  const last = cues.intervals.at(-1);
  if (!first || !last || !cues.speaks(cues.intervals.indexOf(first), 'milestones')) return;
  const endMs = last.startMs + last.durationMs;
  const lengthMs = endMs - first.startMs;
  put(cues, cues.phrase('halfClass'), first.startMs + Math.round(lengthMs / 2));
  if (lengthMs > 2 * LAST_FIVE_MS) put(cues, cues.phrase('lastFive'), endMs - LAST_FIVE_MS);
}

/** The intervals at which what a line is bound to begins, by place in the list. */
function beginningsOf(cues: ClassCues, at: Bound): number[] {
  const { intervals, places, plan } = cues;
  const all = [...intervals.keys()];
  if (at.on === 'class') return all.filter((k) => intervals[k]?.kind !== 'countIn').slice(0, 1);
  const block = plan.blocks.findIndex((b) => b.id === at.blockId);
  const own = all.filter((k) => intervals[k]?.blockIndex === block);
  const stationId = (k: number) => plan.blocks[block]?.stations[intervals[k]?.stationIndex ?? -1]?.id;
  switch (at.on) {
    case 'block':
      return own.filter((k) => !['blockBreak', 'countIn'].includes(intervals[k]?.kind ?? '')).slice(0, 1);
    case 'break':
      return own.filter((k) => {
        const interval = intervals[k];
        if (!interval || !isBreak(interval)) return false;
        return at.round === undefined
          ? interval.kind === 'blockBreak'
          : interval.kind !== 'blockBreak' && interval.round === at.round;
      });
    case 'round':
      return own.filter((k) => intervals[k]?.round === at.round && places.get(k)?.opensRound);
    case 'station':
      return own.filter(
        (k) =>
          stationId(k) === at.stationId &&
          (at.round === undefined || intervals[k]?.round === at.round) &&
          (places.get(k)?.opensVisit || intervals[k]?.kind === 'demo'),
      );
  }
}

function putLine(cues: ClassCues, { at, text, spoken }: Line, k: number): void {
  const startMs = (cues.at(k)?.startMs ?? 0) + at.afterMs;
  const { k: there, here } = intervalAt(cues, startMs);
  if (!here) {
    neverComes(cues, { at, text, spoken });
    return;
  }
  const offsetMs = startMs - here.interval.startMs;
  if (!spoken) here.show(text, offsetMs);
  else
    cues.say(there, 'own', [text], {
      wantedMs: Math.max(offsetMs, cues.opensMs(there)),
      earliestMs: Math.max(AFTER_TONE_MS, offsetMs - SLACK_MS),
      latestMs: offsetMs + 3 * SLACK_MS,
    });
}

/** The interval that a moment falls in, and its place in the list. */
function intervalAt(cues: ClassCues, atMs: number) {
  const k = cues.intervals.findIndex((i) => atMs >= i.startMs && atMs < i.startMs + i.durationMs);
  return { k, here: cues.perInterval[k] };
}

/** A line bound to what does not come is told, not left out in silence. */
function neverComes(cues: ClassCues, { text, spoken }: Line): void {
  cues.perInterval[0]?.notes.push({
    intervalIndex: 0,
    kind: spoken ? 'own' : 'script',
    text,
    what: 'dropped',
    byMs: 0,
    reason: 'what it is bound to does not come in this class',
    room: null,
  });
}

function put(cues: ClassCues, text: string, atMs: number): void {
  const { k, here } = intervalAt(cues, atMs);
  if (!here) return;
  const wantedMs = atMs - here.interval.startMs;
  cues.say(k, 'milestone', [text], {
    wantedMs,
    earliestMs: Math.max(AFTER_TONE_MS, wantedMs - SLACK_MS),
    latestMs: wantedMs + SLACK_MS,
  });
}
