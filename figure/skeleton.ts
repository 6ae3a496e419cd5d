import { LENGTHS, type Side } from './body.ts';
import { type Posture, partIndex } from './posture.ts';
import { about, add, apply, axis, cross, type Rotation, times, turnOf, unit, type Vec, within } from './vectors.ts';

/*
 * From angles to points: where every joint lies for a posture, the middle of the hips at the origin unless told otherwise.
 */

/** One arm: its joints, and how its parts are turned. */
export interface Arm {
  shoulder: Vec;
  elbow: Vec;
  wrist: Vec;
  knuckles: Vec;
  upper: Rotation;
  fore: Rotation;
  hand: Rotation;
}

/** One leg. */
export interface Leg {
  hip: Vec;
  knee: Vec;
  ankle: Vec;
  heel: Vec;
  ball: Vec;
  tip: Vec;
  thigh: Rotation;
  shank: Rotation;
  foot: Rotation;
}

/** The joints of a body in space, m. */
export interface Skeleton {
  pelvis: Vec;
  low: Vec;
  high: Vec;
  /** Between the shoulders. */
  collar: Vec;
  crown: Vec;
  head: Vec;
  /** How the parts of the trunk and the head are turned. */
  hips: Rotation;
  belly: Rotation;
  chest: Rotation;
  face: Rotation;
  arms: Record<Side, Arm>;
  legs: Record<Side, Leg>;
}

const trunk = (joint: 'low' | 'high' | 'neck') => ({
  bend: partIndex(joint, null, 'bend'),
  side: partIndex(joint, null, 'side'),
  turn: partIndex(joint, null, 'turn'),
});
const BODY = {
  lean: partIndex('body', null, 'lean'),
  tip: partIndex('body', null, 'tip'),
  turn: partIndex('body', null, 'turn'),
};
const TRUNK = { low: trunk('low'), high: trunk('high'), neck: trunk('neck') };
const ball = (joint: 'shoulder' | 'hip', side: Side) => ({
  bend: partIndex(joint, side, 'bend'),
  out: partIndex(joint, side, 'out'),
  turn: partIndex(joint, side, 'turn'),
});
const ofSide = (side: Side) => ({
  lift: partIndex('girdle', side, 'lift'),
  reach: partIndex('girdle', side, 'reach'),
  shoulder: ball('shoulder', side),
  elbow: partIndex('elbow', side, 'bend'),
  wrist: partIndex('wrist', side, 'bend'),
  hip: ball('hip', side),
  knee: partIndex('knee', side, 'bend'),
  ankle: partIndex('ankle', side, 'bend'),
});
/** The indices of a limb's numbers in a posture. */
export const LIMBS: Record<Side, ReturnType<typeof ofSide>> = { left: ofSide('left'), right: ofSide('right') };
const SIGN: Record<Side, 1 | -1> = { left: -1, right: 1 };
export const signOf = (side: Side): 1 | -1 => SIGN[side];

/** The rotation of the body as a whole. */
export const wholeTurn = (p: Posture): Rotation =>
  within(
    within(about.y(-(p[BODY.turn] as number)), about.z(-(p[BODY.lean] as number))),
    about.x(p[BODY.tip] as number),
  );

const trunkTurn = (p: Posture, at: { bend: number; side: number; turn: number }): Rotation =>
  within(within(about.y(-(p[at.turn] as number)), about.z(-(p[at.bend] as number))), about.x(p[at.side] as number));

/** The turn of a limb's upper part within what it hangs on. */
export const limbTurn = (bend: number, out: number, turn: number, side: Side): Rotation =>
  within(within(about.z(bend), about.x(-signOf(side) * out)), about.y(-signOf(side) * turn));

/**
 * The points of an arm whose upper part is turned so; all from the shoulder down.
 */
export function armFrom(shoulder: Vec, upper: Rotation, elbowBend: number, wristBend: number): Arm {
  const elbow = add(shoulder, times(axis(upper, 1), -LENGTHS.upperArm));
  const fore = within(upper, about.z(elbowBend));
  const wrist = add(elbow, times(axis(fore, 1), -LENGTHS.foreArm));
  const hand = within(fore, about.z(wristBend));
  return { shoulder, elbow, wrist, knuckles: add(wrist, times(axis(hand, 1), -LENGTHS.hand)), upper, fore, hand };
}

/** The points of a foot about its ankle. */
export const footFrom = (ankle: Vec, foot: Rotation): Pick<Leg, 'heel' | 'ball' | 'tip' | 'foot'> => ({
  heel: add(ankle, apply(foot, [-LENGTHS.heel, -LENGTHS.ankleHeight, 0])),
  ball: add(ankle, apply(foot, [LENGTHS.ball, -LENGTHS.ankleHeight, 0])),
  tip: add(ankle, apply(foot, [LENGTHS.tip, -LENGTHS.ankleHeight, 0])),
  foot,
});

export function legFrom(hip: Vec, thigh: Rotation, kneeBend: number, ankleBend: number): Leg {
  const knee = add(hip, times(axis(thigh, 1), -LENGTHS.thigh));
  const shank = within(thigh, about.z(-kneeBend));
  const ankle = add(knee, times(axis(shank, 1), -LENGTHS.shank));
  return { hip, knee, ankle, thigh, shank, ...footFrom(ankle, within(shank, about.z(ankleBend))) };
}

/** A foot flat on a floor, looking the way it looks now. */
export function levelled(foot: Rotation): Rotation {
  const forward = unit([foot[0], 0, foot[2]], unit([foot[3], 0, foot[5]], [1, 0, 0]));
  return turnOf(forward, [0, 1, 0], cross(forward, [0, 1, 0]));
}

/** The body of a posture. */
export function skeletonOf(p: Posture, pelvis: Vec = [0, 0, 0]): Skeleton {
  const hips = wholeTurn(p);
  const low = add(pelvis, times(axis(hips, 1), LENGTHS.pelvis));
  const belly = within(hips, trunkTurn(p, TRUNK.low));
  const high = add(low, times(axis(belly, 1), LENGTHS.belly));
  const chest = within(belly, trunkTurn(p, TRUNK.high));
  const collar = add(high, times(axis(chest, 1), LENGTHS.chest));
  const half = { bend: (p[TRUNK.neck.bend] as number) / 2, side: (p[TRUNK.neck.side] as number) / 2 };
  const neck = within(chest, within(about.z(-half.bend), about.x(half.side)));
  const crown = add(collar, times(axis(neck, 1), LENGTHS.neck));
  const face = within(
    neck,
    within(within(about.y(-(p[TRUNK.neck.turn] as number)), about.z(-half.bend)), about.x(half.side)),
  );
  const arm = (side: Side): Arm => {
    const at = LIMBS[side];
    const [bend, out] = [p[at.shoulder.bend] as number, p[at.shoulder.out] as number];
    const local = limbTurn(bend, out, p[at.shoulder.turn] as number, side);
    // An arm that is raised takes the shoulder blade with it.
    const raised = Math.max(0, -local[4]) * 0.035;
    const shoulder = add(
      collar,
      apply(chest, [
        (p[at.reach] as number) - 0.005,
        (p[at.lift] as number) + raised - 0.02,
        signOf(side) * (LENGTHS.shoulderWidth - raised * 0.6),
      ]),
    );
    return armFrom(shoulder, within(chest, local), p[at.elbow] as number, p[at.wrist] as number);
  };
  const leg = (side: Side): Leg => {
    const at = LIMBS[side];
    const local = limbTurn(p[at.hip.bend] as number, p[at.hip.out] as number, p[at.hip.turn] as number, side);
    const hip = add(pelvis, apply(hips, [0, 0, signOf(side) * LENGTHS.hipJoint]));
    return legFrom(hip, within(hips, local), p[at.knee] as number, p[at.ankle] as number);
  };
  return {
    pelvis,
    low,
    high,
    collar,
    crown,
    head: add(crown, times(axis(face, 1), LENGTHS.head)),
    hips,
    belly,
    chest,
    face,
    arms: { left: arm('left'), right: arm('right') },
    legs: { left: leg('left'), right: leg('right') },
  };
}

/** The same body moved as a whole. */
export function moved(s: Skeleton, by: Vec): Skeleton {
  const at = (v: Vec) => add(v, by);
  const arm = (a: Arm): Arm => ({
    ...a,
    shoulder: at(a.shoulder),
    elbow: at(a.elbow),
    wrist: at(a.wrist),
    knuckles: at(a.knuckles),
  });
  const leg = (l: Leg): Leg => ({
    ...l,
    hip: at(l.hip),
    knee: at(l.knee),
    ankle: at(l.ankle),
    heel: at(l.heel),
    ball: at(l.ball),
    tip: at(l.tip),
  });
  return {
    ...s,
    pelvis: at(s.pelvis),
    low: at(s.low),
    high: at(s.high),
    collar: at(s.collar),
    crown: at(s.crown),
    head: at(s.head),
    arms: { left: arm(s.arms.left), right: arm(s.arms.right) },
    legs: { left: leg(s.legs.left), right: leg(s.legs.right) },
  };
}
