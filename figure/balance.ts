import { LENGTHS, MASSES, RADII, REST, SIDES } from './body.ts';
import type { Contacts, End } from './contact.ts';
import type { Skeleton } from './skeleton.ts';
import { add, between, times, type Vec } from './vectors.ts';

/**
 * The centre of mass of a body, m: the sum of its parts' centres by their shares. What it holds is given with its own mass as a
 * share of the body's.
 */
export function centreOfMass(s: Skeleton, held: readonly { at: Vec; share: number }[] = []): Vec {
  let sum: Vec = [0, 0, 0];
  let mass = 0;
  const put = (at: Vec, share: number) => {
    sum = add(sum, times(at, share));
    mass += share;
  };
  const along = (a: Vec, b: Vec, part: { share: number; at: number }) => put(between(a, b, part.at), part.share);
  put(s.head, MASSES.headAndNeck.share);
  along(s.collar, s.high, MASSES.chest);
  along(s.high, s.low, MASSES.belly);
  along(s.low, s.pelvis, MASSES.pelvis);
  for (const side of SIDES) {
    const arm = s.arms[side];
    const leg = s.legs[side];
    along(arm.shoulder, arm.elbow, MASSES.upperArm);
    along(arm.elbow, arm.wrist, MASSES.foreArm);
    along(arm.wrist, arm.knuckles, MASSES.hand);
    along(leg.hip, leg.knee, MASSES.thigh);
    along(leg.knee, leg.ankle, MASSES.shank);
    along(leg.heel, leg.tip, MASSES.foot);
  }
  for (const h of held) put(h.at, h.share);
  return times(sum, 1 / mass);
}

/** The points on which a body stands, from above: what holds it up at its corners. */
export function supportOf(s: Skeleton, contacts: Contacts): [x: number, z: number][] {
  const points: [number, number][] = [];
  const put = (v: Vec, wide = 0) => {
    points.push([v[0], v[2] - wide], [v[0], v[2] + wide]);
  };
  for (const [end, { manner }] of contacts) {
    const [side, what] = end.split(' ') as ['left' | 'right', string | undefined];
    if (what === 'foot') {
      const leg = s.legs[side];
      if (manner !== 'toes') put(leg.heel, 0.03);
      if (manner !== 'heel') put(leg.tip, 0.045);
      if (manner !== 'heel') put(leg.ball, 0.045);
    } else if (what === 'hand') {
      put(s.arms[side].wrist, 0.03);
      put(s.arms[side].knuckles, 0.03);
    } else if (what === 'knee') put(s.legs[side].knee, 0.04);
    else if (what === 'elbow') put(s.arms[side].elbow, 0.03);
    else {
      put(end === 'back' ? s.collar : s.pelvis, LENGTHS.hipWidth);
      if (end !== 'back') put(add(s.pelvis, [0.09, 0, 0]), LENGTHS.hipWidth);
      if (end !== 'back') put(add(s.pelvis, [-0.09, 0, 0]), LENGTHS.hipWidth);
    }
  }
  return points;
}

/** What lies nearer to the floor than this touches it, m. */
const TOUCHES_M = 0.03;

/** All that holds a body up: what is said to rest, and what touches the floor beside. */
export function heldUpBy(s: Skeleton, contacts: Contacts): [x: number, z: number][] {
  const points = supportOf(s, contacts);
  const put = (v: Vec, thick: number) => {
    if (v[1] - thick < TOUCHES_M) points.push([v[0], v[2]]);
  };
  put(s.pelvis, REST.seat);
  put(s.low, REST.seat);
  put(s.high, REST.seat);
  put(s.collar, REST.chest);
  put(s.head, RADII.head);
  for (const side of SIDES) {
    const [arm, leg] = [s.arms[side], s.legs[side]];
    put(arm.elbow, RADII.elbow);
    put(arm.knuckles, RADII.knuckles);
    put(leg.knee, RADII.knee + 0.02);
    put(leg.heel, 0);
    put(leg.tip, 0);
  }
  return points;
}

/** The middle of what a body stands on. */
export function middleOf(points: readonly (readonly [number, number])[]): [x: number, z: number] {
  const xs = points.map((p) => p[0]);
  const zs = points.map((p) => p[1]);
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...zs) + Math.max(...zs)) / 2];
}

/** The distance from a point to the convex hull of others, m; 0 inside. */
export function outsideOf(points: readonly (readonly [number, number])[], [x, z]: readonly [number, number]): number {
  // The hull is inside every half plane through it: the farthest that any direction sees the point beyond all of them.
  let worst = 0;
  for (let k = 0; k < 72; k++) {
    const [c, s] = [Math.cos((k * Math.PI) / 36), Math.sin((k * Math.PI) / 36)];
    let most = Number.NEGATIVE_INFINITY;
    for (const p of points) most = Math.max(most, c * p[0] + s * p[1]);
    worst = Math.max(worst, c * x + s * z - most);
  }
  return worst;
}

export const onlyFeet = (contacts: Contacts): boolean =>
  contacts.size > 0 && [...contacts.keys()].every((end: End) => end.endsWith('foot'));
