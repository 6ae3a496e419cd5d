import type { Side } from './body.ts';
import { type Figure, type Moment, placesOf } from './motion.ts';
import { FINE } from './see.ts';
import type { Skeleton } from './skeleton.ts';
import { add, apply, between, type Vec } from './vectors.ts';

/*
 * What a form cue speaks of: which part of the body to point at.
 */

/** A part that can be pointed at, with the words for it; the first that a cue names counts. */
const SPOKEN: readonly { words: RegExp; at: (s: Skeleton, near: Side) => Vec }[] = [
  { words: /\bknees?\b/, at: (s, near) => s.legs[near].knee },
  { words: /\b(?:heels?)\b/, at: (s, near) => s.legs[near].heel },
  { words: /\b(?:toes?|balls? of the f(?:oo|ee)t)\b/, at: (s, near) => s.legs[near].tip },
  { words: /\b(?:ankles?)\b/, at: (s, near) => s.legs[near].ankle },
  { words: /\b(?:f(?:oo|ee)t|land|step|soles?)\b/, at: (s, near) => s.legs[near].ball },
  { words: /\b(?:elbows?)\b/, at: (s, near) => s.arms[near].elbow },
  { words: /\b(?:wrists?)\b/, at: (s, near) => s.arms[near].wrist },
  {
    words: /\b(?:hands?|fists?|grip|palms?|fingers?|bells?|thumbs?|punch|reach)\b/,
    at: (s, near) => s.arms[near].knuckles,
  },
  { words: /\b(?:shoulders?|shoulder blades?|blades?)\b/, at: (s, near) => s.arms[near].shoulder },
  { words: /\b(?:arms?)\b/, at: (s, near) => between(s.arms[near].shoulder, s.arms[near].elbow, 0.6) },
  { words: /\b(?:head|chin|eyes|look|neck|gaze|ears?)\b/, at: (s) => s.head },
  { words: /\b(?:chest|breastbone|heart)\b/, at: (s) => add(s.collar, apply(s.chest, [0.08, -0.1, 0])) },
  {
    words: /\b(?:belly|ribs?|brace|trunk|core|waist|navel)\b/,
    at: (s) => add(s.high, apply(s.belly, [0.08, -0.06, 0])),
  },
  { words: /\b(?:low back|back|spine)\b/, at: (s) => add(s.low, apply(s.belly, [-0.08, 0.06, 0])) },
  { words: /\b(?:hips?|seat|pelvis|bottom|sit)\b/, at: (s) => add(s.pelvis, apply(s.hips, [-0.06, -0.02, 0])) },
  { words: /\b(?:thighs?|legs?)\b/, at: (s, near) => between(s.legs[near].hip, s.legs[near].knee, 0.6) },
  { words: /\b(?:tall|stand)\b/, at: (s) => s.head },
];

/** The point of the body that a cue speaks of, m; null for none. The right is the side that is seen. */
export function spokenAt(cue: string, { skeleton }: Pick<Moment, 'skeleton'>): Vec | null {
  const words = cue.toLowerCase();
  let first: { at: (typeof SPOKEN)[number]['at']; index: number } | null = null;
  for (const { words: of, at } of SPOKEN) {
    const index = words.search(of);
    if (index >= 0 && (first === null || index < first.index)) first = { at, index };
  }
  return first ? first.at(skeleton, 'right') : null;
}

/** How far the numbers of cues stand apart, units. */
const BESIDE = 19;

/**
 * Where the numbers of cues stand on the picture of a moment, in the whole numbers of path data; null for one that speaks of no part. What speaks
 * of the same place stands beside it.
 */
export function cuePlaces(figure: Figure, ms: number, cues: readonly string[]): ({ x: number; y: number } | null)[] {
  const taken: (readonly [number, number])[] = [];
  return placesOf(
    figure,
    ms,
    cues.map((cue) => (skeleton: Skeleton) => spokenAt(cue, { skeleton })),
  ).map((place) => {
    if (place === null) return null;
    const [, y] = place;
    let [x] = place;
    while (taken.some(([tx, ty]) => Math.hypot(tx - x, ty - y) < BESIDE)) x += BESIDE;
    taken.push([x, y]);
    return { x: x * FINE, y: y * FINE };
  });
}
