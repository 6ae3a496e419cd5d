import type { MusicSource, Plan, Track } from '../../class/index.ts';
import type { Interval } from '../../time/index.ts';
import { bpmOf, countedAt, sourceAt } from './music-source.ts';

/** When and how a stretch of a track is heard; all in ms. */
export interface Heard {
  atMs: number;
  endMs: number;
  /** Where in the track it begins. */
  offsetMs: number;
  /** Times as fast as the track is by itself; its pitch goes with it, by a semitone at most. */
  rate: number;
  fadeInMs: number;
  fadeOutMs: number;
}

/** A stretch of a track at its place, on the axis of the intervals it was made for. */
export interface TrackSound extends Heard {
  track: Track;
  blockIndex: number;
}

/** Tracks in their places, and what could not be as it is wanted. */
export interface Arranged {
  sounds: TrackSound[];
  notes: { blockIndex: number; text: string }[];
}

/** A track is played faster or slower by this share at most. */
export const MOST_STRETCH = 0.06;
const FADE_OUT_MS = 1500;
const FADE_IN_MS = 15;
const BAR = 4;
/** A piece of a track shorter than this is not begun: the next one is. */
const LEAST_MS = 4000;

/**
 * The rate at which a track lies on a tempo, counted as it is, at half or at double; 1 where that would take more than `MOST_STRETCH`, and for no tempo.
 */
export function rateFor(track: Pick<Track, 'bpm'>, bpm: number | null): { rate: number; fits: boolean } {
  if (bpm === null) return { rate: 1, fits: true };
  const rates = [1, 2, 0.5].map((times) => (bpm * times) / track.bpm);
  const nearest = rates.reduce((a, b) => (Math.abs(b - 1) < Math.abs(a - 1) ? b : a));
  return Math.abs(nearest - 1) <= MOST_STRETCH + 1e-9 ? { rate: nearest, fits: true } : { rate: 1, fits: false };
}

interface Stretch {
  blockIndex: number;
  source: MusicSource & { from: 'tracks' };
  fromMs: number;
  toMs: number;
}

/** How far a list of tracks has come: which is next, and where in it. */
interface Reached {
  k: number;
  offsetMs: number;
}

/**
 * The tracks of a class laid out over its intervals. Each stretch of work, rest or break begins on a beat and fades at its end; a track that ends within it
 * does so after a whole bar, and the next begins on its first beat; the first comes again after the last. A list that was broken off goes on where it was,
 * from the next beat.
 * @param skips moments at which the next track is asked for, in order
 */
export function arrangeMusic(
  plan: Pick<Plan, 'blocks'>,
  intervals: readonly Interval[],
  skips: readonly number[] = [],
): Arranged {
  const notes: Arranged['notes'] = [];
  const reached = new Map<MusicSource, Reached>();
  const told = new Set<string>();
  const sounds = stretchesOf(plan, intervals).flatMap((stretch) => {
    const block = plan.blocks[stretch.blockIndex];
    if (!block) return [];
    const counted = countedAt(block);
    const tempo = counted ?? (block.music?.stretch ? bpmOf(block) : null);
    for (const track of stretch.source.tracks) {
      const key = `${stretch.blockIndex} ${track.id}`;
      if (rateFor(track, tempo).fits || told.has(key)) continue;
      told.add(key);
      const counts = counted === null ? '' : ': the counts do not lie on it';
      notes.push({
        blockIndex: stretch.blockIndex,
        text: `\u201c${track.title}\u201d has ${Math.round(track.bpm)} beats a minute, ${Math.round(tempo ?? 0)} are wanted: that is more than 6 % apart, and it plays as it is${counts}`,
      });
    }
    const at = reached.get(stretch.source) ?? { k: 0, offsetMs: 0 };
    reached.set(stretch.source, at);
    return fill(stretch, at, tempo, skips);
  });
  return { sounds, notes };
}

/** Intervals that follow each other with the same music, as one. */
function stretchesOf({ blocks }: Pick<Plan, 'blocks'>, intervals: readonly Interval[]): Stretch[] {
  const stretches: Stretch[] = [];
  for (const i of intervals) {
    const block = blocks[i.blockIndex];
    const source = block ? sourceAt(block, i) : null;
    if (source?.from !== 'tracks' || i.durationMs === 0) continue;
    const last = stretches.at(-1);
    if (last && last.source === source && last.toMs === i.startMs) last.toMs = i.startMs + i.durationMs;
    else stretches.push({ blockIndex: i.blockIndex, source, fromMs: i.startMs, toMs: i.startMs + i.durationMs });
  }
  return stretches;
}

function fill(
  { blockIndex, source, fromMs, toMs }: Stretch,
  at: Reached,
  tempo: number | null,
  skips: readonly number[],
): TrackSound[] {
  const { tracks } = source;
  const sounds: TrackSound[] = [];
  let t = fromMs;
  // So many tracks are passed over that it ends, also where all of them are too short to be begun.
  for (let passed = 0; t < toMs - 1 && passed <= tracks.length; ) {
    const track = tracks[at.k % tracks.length];
    if (!track) break;
    const beatMs = 60_000 / track.bpm;
    const offsetMs = at.offsetMs === 0 ? track.beatMs : beatAfter(track, at.offsetMs);
    const bars = Math.floor((track.lengthMs - offsetMs) / (beatMs * BAR));
    const { rate } = rateFor(track, tempo);
    const wholeMs = (bars * BAR * beatMs) / rate;
    if (wholeMs < LEAST_MS) {
      next(at);
      passed += 1;
      continue;
    }
    passed = 0;
    const skip = skips.find((s) => s > t && s < Math.min(t + wholeMs, toMs));
    const barMs = Math.min(t + wholeMs, toMs, skip ?? Number.POSITIVE_INFINITY);
    // For the little that is left no other is begun: it goes on as long as it lasts.
    const lastsMs = (track.lengthMs - offsetMs) / rate;
    const endMs = skip === undefined && toMs - barMs < LEAST_MS ? Math.min(toMs, t + lastsMs) : barMs;
    const isEnd = skip === undefined && toMs - endMs < LEAST_MS;
    sounds.push({
      track,
      blockIndex,
      atMs: t,
      endMs,
      offsetMs,
      rate,
      fadeInMs: FADE_IN_MS,
      fadeOutMs: isEnd ? Math.min(FADE_OUT_MS, (endMs - t) / 2) : FADE_IN_MS,
    });
    if (endMs >= t + wholeMs || skip === endMs) next(at);
    else at.offsetMs = offsetMs + (endMs - t) * rate;
    t = isEnd ? toMs : endMs;
  }
  return sounds;
}

function next(at: Reached): void {
  at.k += 1;
  at.offsetMs = 0;
}

/** The first beat at or after a place in a track, ms. */
function beatAfter({ bpm, beatMs }: Pick<Track, 'bpm' | 'beatMs'>, ms: number): number {
  const n = Math.ceil((ms - beatMs) / (60_000 / bpm) - 1e-6);
  return beatMs + Math.max(0, n) * (60_000 / bpm);
}
