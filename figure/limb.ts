import { LENGTHS, type Side } from './body.ts';
import type { Posture } from './posture.ts';
import { LIMBS, signOf } from './skeleton.ts';
import {
  about,
  add,
  axis,
  cross,
  degrees,
  dot,
  length,
  minus,
  type Rotation,
  times,
  turnOf,
  unapply,
  unit,
  type Vec,
  within,
} from './vectors.ts';

/*
 * Inverse kinematics of a limb of two bones: from where its end is to be to its angles, by the law of cosines. Of the circle of
 * solutions the one is taken whose middle joint points the way it pointed before.
 */

export interface Bent {
  upper: Rotation;
  /** How far the middle joint is bent, degrees; 0 is straight. */
  bend: number;
  /** How far the end stays from where it was to be, m. */
  missM: number;
}

/** How far a limb is held from quite straight, where it has to reach: a joint is not locked out, degrees. */
const SOFT = 2;

/**
 * @param start the shoulder or the hip
 * @param pole the way the middle joint is to point, of any length
 * @param fold 1 where the lower part bends forward of the upper (arms), -1 where it bends back (legs)
 */
export function bendTo(start: Vec, target: Vec, bones: readonly [number, number], pole: Vec, fold: 1 | -1): Bent {
  const [a, b] = bones;
  const way = minus(target, start);
  const far = length(way);
  const longest = Math.sqrt(a * a + b * b + 2 * a * b * Math.cos((SOFT * Math.PI) / 180));
  const d = Math.min(Math.max(far, Math.abs(a - b) + 0.02), longest);
  const direction = unit(way, [0, -1, 0]);
  const aside = minus(pole, times(direction, dot(pole, direction)));
  const toPole = unit(aside, unit(cross(direction, [0, 0, 1]), [1, 0, 0]));
  const cosBend = Math.min(1, Math.max(-1, (d * d - a * a - b * b) / (2 * a * b)));
  const cosStart = Math.min(1, Math.max(-1, (a * a + d * d - b * b) / (2 * a * d)));
  const sinStart = Math.sqrt(1 - cosStart * cosStart);
  const bone = add(times(direction, cosStart), times(toPole, sinStart));
  const y = times(bone, -1);
  // Forward of the upper part: for a leg it is where the knee points, for an arm where the elbow does not.
  const front = times(toPole, -fold);
  const x = unit(minus(front, times(y, dot(front, y))), [1, 0, 0]);
  return { upper: turnOf(x, y, cross(x, y)), bend: degrees(Math.acos(cosBend)), missM: Math.abs(far - d) };
}

/** The way the middle joint of a limb points, seen from the line between its ends; where it is straight, the way that stands in. */
export function poleOf(start: Vec, middle: Vec, end: Vec, straight: Vec): Vec {
  const line = unit(minus(end, start));
  const out = minus(middle, start);
  return add(minus(out, times(line, dot(out, line))), times(straight, 0.02));
}

export const ARM = [LENGTHS.upperArm, LENGTHS.foreArm] as const;
export const LEG = [LENGTHS.thigh, LENGTHS.shank] as const;

const wrap = (angle: number) => angle - 360 * Math.round(angle / 360);

/**
 * The three angles of a limb's upper part from how it is turned; of the two sets that give the same turn, the nearer to
 * what they were.
 */
export function anglesOf(
  parent: Rotation,
  upper: Rotation,
  side: Side,
  were: readonly [number, number, number],
): [number, number, number] {
  const s = signOf(side);
  const [px, py, pz] = [axis(parent, 0), axis(parent, 1), axis(parent, 2)];
  const [x, y, z] = [axis(upper, 0), axis(upper, 1), axis(upper, 2)];
  // Of the turn about z, then x, then y: its third row and its second column tell all three.
  const sinOut = Math.min(1, Math.max(-1, -s * dot(pz, y)));
  const flat = Math.abs(sinOut) > 0.9992;
  const bendBy = degrees(Math.atan2(-dot(px, y), dot(py, y)));
  const turnBy = s * degrees(Math.atan2(dot(pz, x), dot(pz, z)));
  const near = (value: number, to: number) => to + wrap(value - to);
  const of = (out: number, half: number): [number, number, number] => {
    // Straight out to the side bending and turning are the same: what it was bent stays.
    const bend = flat ? were[0] : near(bendBy + half, were[0]);
    if (!flat) return [bend, out, near(turnBy + half, were[2])];
    const rest = unapply(within(about.z(bend), about.x(-s * out)), [dot(px, x), dot(py, x), dot(pz, x)]);
    return [bend, out, near(s * degrees(Math.atan2(rest[2], rest[0])), were[2])];
  };
  const small = degrees(Math.asin(sinOut));
  const choices = [of(small, 0), of(near(180 - small, were[1]), 180)];
  const far = (c: readonly number[]) =>
    Math.abs((c[0] ?? 0) - were[0]) + Math.abs((c[1] ?? 0) - were[1]) + 0.5 * Math.abs((c[2] ?? 0) - were[2]);
  const [one, two] = choices as [[number, number, number], [number, number, number]];
  return far(two) < far(one) ? two : one;
}

/** Writes the angles of a bent limb into a posture. */
export function writeLimb(
  p: Posture,
  limb: 'arm' | 'leg',
  side: Side,
  parent: Rotation,
  bent: Pick<Bent, 'upper' | 'bend'>,
): void {
  const at = LIMBS[side];
  const ball = limb === 'arm' ? at.shoulder : at.hip;
  const were = [p[ball.bend], p[ball.out], p[ball.turn]] as [number, number, number];
  const [bend, out, turn] = anglesOf(parent, bent.upper, side, were);
  p[ball.bend] = bend;
  p[ball.out] = out;
  p[ball.turn] = turn;
  p[limb === 'arm' ? at.elbow : at.knee] = bent.bend;
}
