/*
 * The body that is drawn: how long, how thick, how heavy its parts are, and how far its joints go. Lengths are in metres for a
 * stature of 1.70 m.
 *
 * Lengths: R. Drillis and R. Contini, Body Segment Parameters (1966), as tabled in D. A. Winter, Biomechanics and Motor Control
 * of Human Movement, 4th edition, figure 4.1; shares of mass and centres: W. T. Dempster (1955), the same book, table 4.1. Ranges
 * of the joints: American Academy of Orthopaedic Surgeons, Joint Motion (1965); where a joint is folded by the body's own weight
 * (heels under the seat, a hand flat on the floor, a knee ahead of a planted foot) by what that takes.
 */

export const STATURE = 1.7;
const of = (share: number) => share * STATURE;

/** Lengths of the parts, m. */
export const LENGTHS = {
  thigh: of(0.245),
  shank: of(0.246),
  ankleHeight: of(0.039),
  /** From under the ankle back to the heel, forward to the ball, forward to the tip. */
  heel: of(0.036),
  ball: of(0.078),
  tip: of(0.116),
  hipWidth: of(0.0955),
  /** From the middle to the joint: a little over half the width of the hips (Winter, figure 4.1, has the width alone). */
  hipJoint: of(0.058),
  /** From the hips to the lower joint of the trunk, from there to the upper, from there to the shoulders. */
  pelvis: of(0.05),
  belly: of(0.1),
  chest: of(0.138),
  shoulderWidth: of(0.112),
  upperArm: of(0.186),
  foreArm: of(0.146),
  hand: of(0.1),
  neck: of(0.062),
  /** From the top of the neck to the middle of the head. */
  head: of(0.062),
} as const;

/** Half thicknesses, m: of what is drawn, and of what may not sink into the floor. */
export const RADII = {
  pelvis: of(0.054),
  hip: of(0.05),
  waist: of(0.05),
  chest: of(0.058),
  shoulder: of(0.036),
  neck: of(0.027),
  head: of(0.058),
  elbow: of(0.023),
  wrist: of(0.016),
  knuckles: of(0.014),
  thigh: of(0.047),
  knee: of(0.032),
  ankle: of(0.021),
  heel: of(0.018),
  ball: of(0.016),
  tip: of(0.011),
} as const;

/** The height of the middle of a part over what it rests on, m. */
export const REST = {
  seat: of(0.056),
  front: of(0.052),
  side: of(0.115),
  back: of(0.06),
  chest: of(0.058),
  knee: of(0.032),
  elbow: of(0.023),
  palm: of(0.024),
  instep: of(0.024),
} as const;

/** Shares of the body's mass, and where along a part from its upper end its own centre lies. */
export const MASSES = {
  headAndNeck: { share: 0.081, at: 1 },
  chest: { share: 0.216, at: 0.6 },
  belly: { share: 0.139, at: 0.5 },
  pelvis: { share: 0.142, at: 0.3 },
  upperArm: { share: 0.028, at: 0.436 },
  foreArm: { share: 0.016, at: 0.43 },
  hand: { share: 0.006, at: 0.506 },
  thigh: { share: 0.1, at: 0.433 },
  shank: { share: 0.0465, at: 0.433 },
  foot: { share: 0.0145, at: 0.5 },
} as const;

type Range = readonly [from: number, to: number];

/**
 * The joints and the ways each goes, in degrees, with how far. 0 in all is to stand straight with hanging arms. Bending is forward
 * (knees: heel to seat; ankles: toes up; wrists: palm in), out is away from the middle, a turn of a limb is outward, of the trunk and the head to the right.
 */
export const JOINTS = {
  low: { paired: false, ways: { bend: [-25, 45], side: [-25, 25], turn: [-15, 15] } },
  high: { paired: false, ways: { bend: [-30, 45], side: [-25, 25], turn: [-45, 45] } },
  neck: { paired: false, ways: { bend: [-60, 60], side: [-45, 45], turn: [-75, 75] } },
  shoulder: { paired: true, ways: { bend: [-66, 185], out: [-50, 180], turn: [-95, 100] } },
  elbow: { paired: true, ways: { bend: [0, 152] } },
  wrist: { paired: true, ways: { bend: [-90, 110] } },
  hip: { paired: true, ways: { bend: [-33, 138], out: [-35, 80], turn: [-50, 60] } },
  knee: { paired: true, ways: { bend: [0, 160] } },
  ankle: { paired: true, ways: { bend: [-60, 48] } },
} as const satisfies Record<string, { paired: boolean; ways: Record<string, Range> }>;

export type Joint = keyof typeof JOINTS;
export type Side = 'left' | 'right';
export const SIDES = ['left', 'right'] as const;
