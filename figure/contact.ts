import { JOINTS, LENGTHS, REST, type Side } from './body.ts';
import { ARM, bendTo, LEG, poleOf, writeLimb } from './limb.ts';
import type { Posture } from './posture.ts';
import { armFrom, footFrom, type Leg, LIMBS, levelled, type Skeleton } from './skeleton.ts';
import {
  about,
  add,
  apply,
  axis,
  cross,
  degrees,
  dot,
  length,
  minus,
  type Rotation,
  times,
  turnOf,
  unit,
  type Vec,
  within,
} from './vectors.ts';

/*
 * What of a body rests on something, and how a body is laid so that it does: a hand, a foot that is planted stays where it is, its limb
 * bends to suit; a knee, the seat, the back carry the body with them.
 */

export const ENDS = [
  'seat',
  'front',
  'side',
  'back',
  'left knee',
  'right knee',
  'left elbow',
  'right elbow',
  'left foot',
  'right foot',
  'left hand',
  'right hand',
] as const;
/** The ends of the body that can rest on something, in the order in which they place it. */
export type End = (typeof ENDS)[number];

export const MANNERS = ['flat', 'toes', 'heel', 'instep'] as const;
/** The ways a foot can rest. */
export type Manner = (typeof MANNERS)[number];

export interface Contact {
  /** Of a foot; other ends have one way only. */
  manner: Manner;
  /** On what, by its name; how high that is stands with the kit. */
  on: string;
}
export type Contacts = ReadonlyMap<End, Contact>;

/** A point of rest, with the direction of the foot or hand there. */
export interface Anchor {
  at: Vec;
  /** Forward along what it rests on. */
  forward: Vec;
  /** Away from what it rests on. */
  up: Vec;
}

const UP: Vec = [0, 1, 0];
interface Limb {
  limb: 'arm' | 'leg' | 'knee' | 'elbow';
  side: Side;
}
const LIMB_WORDS: Record<string, Limb['limb']> = { hand: 'arm', foot: 'leg', knee: 'knee', elbow: 'elbow' };
const LIMBS_BY_END = new Map(
  ENDS.map((end): [End, Limb | null] => {
    const [side, what] = end.split(' ');
    return [end, what === undefined ? null : { limb: LIMB_WORDS[what] ?? 'arm', side: side as Side }];
  }),
);
/** The limb of an end; null for the trunk. */
export const limbOf = (end: End): Limb | null => LIMBS_BY_END.get(end) ?? null;

const level = (v: Vec, up: Vec): Vec => minus(v, times(up, dot(v, up)));

/** A way along what something rests on; where a vector stands too steep to tell, the one that stands in. */
const flatWay = (v: Vec, up: Vec, otherwise: Vec): Vec => {
  const flat = level(v, up);
  return length(flat) < 0.3 ? otherwise : unit(flat);
};

/** Which way a body looks along the floor; lying, the way from its feet to its head, or back where it lies on its back. */
function wayOf(s: Skeleton, up: Vec): Vec {
  const out = axis(s.hips, 0);
  return flatWay(out, up, unit(level(times(axis(s.hips, 1), dot(out, up) > 0 ? -1 : 1), up), [1, 0, 0]));
}

/** The point of a body with which an end would rest, for how it is now, and the way it looks. */
export function anchorOf(s: Skeleton, end: End, contact: Contact, up: Vec = UP): Anchor {
  const drop = (v: Vec, by: number): Vec => minus(v, times(up, by));
  const straight = wayOf(s, up);
  const at = limbOf(end);
  if (at === null) {
    if (end === 'back') return { at: drop(s.collar, REST.chest), forward: straight, up };
    return { at: drop(s.pelvis, REST[end as 'seat' | 'front' | 'side']), forward: straight, up };
  }
  const arm = s.arms[at.side];
  const leg = s.legs[at.side];
  if (at.limb === 'knee') return { at: drop(leg.knee, REST.knee), forward: straight, up };
  if (at.limb === 'elbow')
    return { at: drop(arm.elbow, REST.elbow), forward: flatWay(axis(arm.upper, 0), up, straight), up };
  if (at.limb === 'arm')
    return { at: drop(arm.wrist, REST.palm), forward: flatWay(axis(arm.fore, 0), up, straight), up };
  if (contact.manner === 'instep') return { at: footPoint(leg, 'instep'), forward: straight, up };
  // Forward for a foot that stands on its ball, however far its heel is up, or on its heel.
  const tilt = contact.manner === 'toes' ? 1 : contact.manner === 'heel' ? -1 : 0;
  const forward = add(axis(leg.foot, 0), times(axis(leg.foot, 1), tilt));
  return { at: footPoint(leg, contact.manner), forward: flatWay(forward, up, straight), up };
}

function footPoint(leg: Leg, manner: Manner): Vec {
  if (manner === 'toes') return leg.ball;
  if (manner === 'heel') return leg.heel;
  if (manner === 'instep') return minus(leg.ankle, [0, REST.instep, 0]);
  const foot = levelled(leg.foot);
  return add(leg.ankle, apply(foot, [LENGTHS.ball, -LENGTHS.ankleHeight, 0]));
}

/** How a foot is turned that rests so: flat, or tipped about its ball or its heel as it is now. */
function footTurn(leg: Leg, manner: Manner, anchor: Anchor): Rotation {
  const flat = turnOf(anchor.forward, UP, cross(anchor.forward, UP));
  if (manner === 'flat') return flat;
  if (manner === 'instep') return within(flat, about.z(-172));
  const forward = axis(leg.foot, 0);
  // Its own tip, up or down, about the line across the foot.
  const along = forward[0] * anchor.forward[0] + forward[2] * anchor.forward[2];
  const tip = degrees(Math.atan2(forward[1], along));
  return within(flat, about.z(manner === 'toes' ? Math.min(0, tip > 90 ? tip - 360 : tip) : Math.max(0, tip)));
}

/** Where the ankle is for a foot that rests at an anchor, turned so. */
function ankleFor(manner: Manner, anchor: Anchor, foot: Rotation): Vec {
  if (manner === 'heel') return add(anchor.at, apply(foot, [LENGTHS.heel, LENGTHS.ankleHeight, 0]));
  if (manner === 'instep') return add(anchor.at, [0, REST.instep, 0]);
  return add(anchor.at, apply(foot, [-LENGTHS.ball, LENGTHS.ankleHeight, 0]));
}

/** Puts one end where it rests; the limb bends, nothing else moves. Gives how far it stays away, m. */
export function plant(p: Posture, s: Skeleton, end: End, contact: Contact, anchor: Anchor): number {
  const at = limbOf(end);
  if (at === null) return 0;
  const { side } = at;
  if (at.limb === 'leg') return plantFoot(p, s, side, contact.manner, anchor);
  if (at.limb === 'arm') return plantHand(p, s, side, anchor, GRIPPED.has(contact.on));
  if (at.limb === 'elbow') {
    const arm = s.arms[side];
    // The forearm lies on what the elbow rests on.
    const made = armFrom(arm.shoulder, arm.upper, 0, 0);
    const fore = turnOf(
      cross(times(anchor.forward, -1), axis(arm.upper, 2)),
      times(anchor.forward, -1),
      axis(arm.upper, 2),
    );
    const wrist = add(made.elbow, times(anchor.forward, LENGTHS.foreArm));
    s.arms[side] = {
      ...made,
      fore,
      hand: fore,
      wrist,
      knuckles: add(wrist, times(anchor.forward, LENGTHS.hand * 0.9)),
    };
    const y = axis(arm.upper, 1);
    p[LIMBS[side].elbow] = degrees(
      Math.acos(
        Math.min(1, Math.max(-1, -(y[0] * anchor.forward[0] + y[1] * anchor.forward[1] + y[2] * anchor.forward[2]))),
      ),
    );
    p[LIMBS[side].wrist] = 0;
  }
  return 0;
}

function plantFoot(p: Posture, s: Skeleton, side: Side, manner: Manner, anchor: Anchor): number {
  const leg = s.legs[side];
  const foot = footTurn(leg, manner, anchor);
  const target = ankleFor(manner, anchor, foot);
  // The knee of a foot that stands flat goes the way of its toes.
  const own = poleOf(leg.hip, leg.knee, leg.ankle, axis(leg.thigh, 0));
  const along = cross(minus(target, leg.hip), cross(anchor.forward, UP));
  const pole = manner !== 'flat' || length(along) < 0.1 ? own : times(along, Math.sign(dot(along, own)) || 1);
  const bent = bendTo(leg.hip, target, LEG, pole, -1);
  writeLimb(p, 'leg', side, s.hips, bent);
  const knee = add(leg.hip, times(axis(bent.upper, 1), -LENGTHS.thigh));
  const shank = within(bent.upper, about.z(-bent.bend));
  const ankle = add(knee, times(axis(shank, 1), -LENGTHS.shank));
  s.legs[side] = {
    hip: leg.hip,
    knee,
    ankle,
    thigh: bent.upper,
    shank,
    ...onToes(footFrom(ankle, foot), manner, anchor.forward),
  };
  p[LIMBS[side].ankle] = ankleBend(shank, foot);
  return bent.missM;
}

/** A foot that stands on its ball has its toes along the floor. */
const onToes = <F extends Pick<Leg, 'ball' | 'tip'>>(foot: F, manner: Manner, forward: Vec): F =>
  manner === 'toes' ? { ...foot, tip: add(foot.ball, times(forward, LENGTHS.tip - LENGTHS.ball)) } : foot;

/** The foot of a leg in the air goes with its shank as far as the ankle's range asks. */
export function easeAnkle(p: Posture, s: Skeleton, side: Side): void {
  const [from, to] = JOINTS.ankle.ways.bend;
  const at = LIMBS[side].ankle;
  const bend = p[at] as number;
  const eased = Math.min(to, Math.max(from, bend));
  if (eased === bend) return;
  p[at] = eased;
  const leg = s.legs[side];
  s.legs[side] = { ...leg, ...footFrom(leg.ankle, within(leg.shank, about.z(eased))) };
}

/** The flexion of an ankle, degrees. */
export function ankleBend(shank: Rotation, foot: Rotation): number {
  const forward = axis(foot, 0);
  const x = axis(shank, 0);
  const y = axis(shank, 1);
  const along = forward[0] * x[0] + forward[1] * x[1] + forward[2] * x[2];
  const up = forward[0] * y[0] + forward[1] * y[1] + forward[2] * y[2];
  return degrees(Math.atan2(up, along));
}

/** What a hand closes round, and does not lie on. */
const GRIPPED: ReadonlySet<string> = new Set(['rail', 'straps']);

function plantHand(p: Posture, s: Skeleton, side: Side, anchor: Anchor, gripped: boolean): number {
  const arm = s.arms[side];
  const target = add(anchor.at, times(anchor.up, REST.palm));
  const bent = bendTo(
    arm.shoulder,
    target,
    ARM,
    poleOf(arm.shoulder, arm.elbow, arm.wrist, times(axis(arm.upper, 0), -1)),
    1,
  );
  writeLimb(p, 'arm', side, s.chest, bent);
  const made = armFrom(arm.shoulder, bent.upper, bent.bend, 0);
  if (gripped) {
    p[LIMBS[side].wrist] = 0;
    s.arms[side] = made;
    return bent.missM;
  }
  const x = axis(made.fore, 0);
  const y = axis(made.fore, 1);
  const f = anchor.forward;
  p[LIMBS[side].wrist] = degrees(
    Math.atan2(f[0] * x[0] + f[1] * x[1] + f[2] * x[2], -(f[0] * y[0] + f[1] * y[1] + f[2] * y[2])),
  );
  s.arms[side] = {
    ...made,
    hand: turnOf(cross(times(f, -1), axis(made.fore, 2)), times(f, -1), axis(made.fore, 2)),
    knuckles: add(made.wrist, times(f, LENGTHS.hand * 0.9)),
  };
  return bent.missM;
}

/** The shank of a leg that kneels lies along the floor, the foot behind it on its instep or on its toes. */
export function layShank(p: Posture, s: Skeleton, side: Side, manner: Manner): void {
  const leg = s.legs[side];
  const back = unit(level(times(axis(leg.thigh, 0), -1), UP), unit(level(times(axis(s.hips, 0), -1), UP), [-1, 0, 0]));
  const rise = manner === 'toes' ? LENGTHS.ball + 0.01 - REST.knee : REST.instep - REST.knee;
  const down = Math.sqrt(Math.max(0, LENGTHS.shank ** 2 - rise ** 2));
  const along = unit(add(times(back, down), [0, rise, 0]));
  const y = times(along, -1);
  const z = axis(leg.thigh, 2);
  const x = unit(cross(y, z), UP);
  const shank = turnOf(x, y, cross(x, y));
  const ankle = add(leg.knee, times(along, LENGTHS.shank));
  const foot = within(shank, about.z(manner === 'toes' ? 8 : -58));
  s.legs[side] = { ...leg, shank, ankle, ...onToes(footFrom(ankle, foot), manner, times(back, -1)) };
  const t = axis(leg.thigh, 1);
  p[LIMBS[side].knee] = degrees(Math.acos(Math.min(1, Math.max(-1, t[0] * y[0] + t[1] * y[1] + t[2] * y[2]))));
  p[LIMBS[side].ankle] = manner === 'toes' ? 8 : -58;
}
