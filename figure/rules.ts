import { centreOfMass, heldUpBy, outsideOf } from './balance.ts';
import { JOINTS, type Joint, LENGTHS, RADII, SIDES, type Side, STATURE } from './body.ts';
import { type Anchor, anchorOf, type Contact, type End } from './contact.ts';
import { HELD } from './kit.ts';
import { type Figure, type Moment, momentOf } from './motion.ts';
import { PARTS, type Posture, partIndex } from './posture.ts';
import { type Skeleton, signOf } from './skeleton.ts';
import { heldMasses } from './solve.ts';
import { between, distance, type Vec } from './vectors.ts';

/*
 * What a figure must keep to be shown as good form. All moments are looked at, not the positions alone.
 */

/** A way in which a figure shows what should not be done or cannot be. */
export const RULES = ['sinks', 'slides', 'misses', 'range', 'leaps', 'knee', 'back', 'landing', 'balance'] as const;
export type Rule = (typeof RULES)[number];

export interface FigureFault {
  rule: Rule;
  /** Of what: a joint, an end. */
  of: string;
  /** How far beyond what is allowed: m, or degrees for ranges. */
  by: number;
  /** When in the cycle it is worst, ms. */
  ms: number;
}

/** One hundredth of the stature, m: nearer than that is the same place. */
const NEAR_M = STATURE / 100;
/** Frames a second that are looked at. */
const RATE = 30;
/** A part that gets farther than this from a frame to the next has leapt, m: 12 m/s. */
const LEAP_M = 0.4;
/** What the inverse kinematics may go beyond a range, degrees. */
const LEEWAY = 3;
/** What is heavier than this is a load, kg. */
const LOAD_KG = 4;

export function faultsOf(figure: Figure): FigureFault[] {
  const worst = new Map<string, FigureFault>();
  const put = (rule: Rule, of: string, by: number, ms: number) => {
    const was = worst.get(`${rule} ${of}`);
    if (by > 0 && by > (was?.by ?? 0)) worst.set(`${rule} ${of}`, { rule, of, by, ms });
  };
  const frames = Math.max(2, Math.ceil((figure.cycleMs / 1000) * RATE));
  let before: ReadonlyMap<string, Vec> | null = null;
  for (let k = 0; k <= frames; k++) {
    const ms = Math.min((k / frames) * figure.cycleMs, figure.cycleMs - 0.001);
    const moment = momentOf(figure, ms);
    sinking(moment, (of, by) => put('sinks', of, by, ms));
    ranges(moment.posture, (of, by) => put('range', of, by, ms));
    knees(moment, (of, by) => put('knee', of, by, ms));
    const load = moment.position.held.reduce((kg, h) => kg + HELD[h.kind], 0);
    if (load >= LOAD_KG) put('back', 'low back', roundedBy(moment.posture), ms);
    const places = points(moment.skeleton);
    for (const [of, v] of before ?? []) put('leaps', of, distance(v, places.get(of) ?? v) - LEAP_M, ms);
    before = places;
  }
  for (const way of figure.ways) {
    for (const [end, contact] of way.to.contacts)
      put('misses', end, missOf(way.to.skeleton, end, contact, way.to.anchors.get(end)), way.startMs + way.ms);
    if (way.kind === 'fall')
      for (const side of SIDES)
        if (way.to.contacts.has(`${side} foot`))
          put('landing', `${side} knee`, 12 - kneeOf(way.to.posture, side), way.startMs + way.ms);
    sliding(figure, way, put);
    if (isHeld(figure, way)) put('balance', 'body', overBy(way.to), way.startMs + way.ms);
  }
  return [...worst.values()];
}

const kneeOf = (p: Posture, side: Side) => p[partIndex('knee', side, 'bend')] as number;
const missOf = (s: Skeleton, end: End, contact: Contact, anchor: Anchor | undefined) =>
  anchor ? distance(anchorOf(s, end, contact, anchor.up).at, anchor.at) - NEAR_M : 0;

const points = (s: Skeleton): Map<string, Vec> =>
  new Map<string, Vec>([
    ['pelvis', s.pelvis],
    ['head', s.head],
    ...SIDES.flatMap((side): [string, Vec][] => [
      [`${side} elbow`, s.arms[side].elbow],
      [`${side} hand`, s.arms[side].knuckles],
      [`${side} knee`, s.legs[side].knee],
      [`${side} foot`, s.legs[side].ball],
    ]),
  ]);

/** A position that is held has to be one that can be. */
const HELD_MS = 800;
const isHeld = ({ text }: Figure, { to, holdMs }: Figure['ways'][number]): boolean =>
  (text.positions.length === 1 || holdMs >= HELD_MS) &&
  !text.travels &&
  !to.position.free &&
  to.contacts.size > 0 &&
  ![...to.contacts.values()].some((c) => ['wall', 'rail', 'straps'].includes(c.on));

/** How far the centre of mass is outside of what the body stands on, m. */
function overBy({ skeleton, contacts, position }: Figure['ways'][number]['to']): number {
  const [x, , z] = centreOfMass(skeleton, heldMasses(skeleton, position.held));
  return outsideOf(heldUpBy(skeleton, contacts), [x, z]) - NEAR_M;
}

/** How far a part of the body lies under the floor. */
function sinking({ skeleton: s }: Moment, put: (of: string, by: number) => void): void {
  const low = (of: string, v: Vec, thick: number) => put(of, thick - v[1] - NEAR_M);
  low('pelvis', s.pelvis, RADII.pelvis);
  low('head', s.head, RADII.head);
  for (const side of SIDES) {
    const [arm, leg] = [s.arms[side], s.legs[side]];
    low(`${side} elbow`, arm.elbow, RADII.elbow);
    low(`${side} wrist`, arm.wrist, RADII.wrist);
    low(`${side} hand`, arm.knuckles, RADII.knuckles);
    low(`${side} knee`, leg.knee, RADII.knee);
    for (const [of, v] of [
      ['heel', leg.heel],
      ['ball', leg.ball],
      ['toes', leg.tip],
    ] as const)
      low(`${side} ${of}`, v, 0);
  }
}

/** How far an end gets from where it is to stay, on a way on which it stays. */
function sliding(
  figure: Figure,
  way: Figure['ways'][number],
  put: (rule: Rule, of: string, by: number, ms: number) => void,
): void {
  const steps = 12;
  for (const [end, contact] of way.contacts) {
    if (way.to.position.going.has(end)) continue;
    const at = (k: number) => {
      const ms = way.startMs + (way.ms * k) / steps;
      return [
        anchorOf(
          momentOf(figure, Math.min(ms, figure.cycleMs - 0.001)).skeleton,
          end,
          contact,
          way.to.anchors.get(end)?.up,
        ).at,
        ms,
      ] as const;
    };
    const first = at(1)[0];
    for (let k = 2; k < steps; k++) {
      const [v, ms] = at(k);
      put('slides', end, distance(v, first) - NEAR_M, ms);
    }
  }
}

/** The numbers of each joint. */
const BY_JOINT = (Object.keys(JOINTS) as Joint[]).flatMap((joint) =>
  (JOINTS[joint].paired ? SIDES : [null]).map((side) => ({
    name: side ? `${side} ${joint}` : joint,
    parts: PARTS.filter((r) => r.joint === joint && r.side === side),
  })),
);

/** Two sets of three angles turn a limb the same way: the kinder one counts. */
function ranges(p: Posture, put: (of: string, by: number) => void): void {
  for (const { name, parts } of BY_JOINT) {
    const over = (turned: (value: number, way: string) => number) =>
      Math.max(
        ...parts.map((r) => {
          const value = wrapped(turned(p[r.index] as number, r.way), r);
          return Math.max(r.from - value, value - r.to);
        }),
      );
    const straight = over((value) => value);
    const round = parts.length === 3 ? over((value, way) => (way === 'out' ? 180 - value : value + 180)) : straight;
    put(name, Math.min(straight, round) - LEEWAY);
  }
}

const wrapped = (angle: number, { from, to }: { from: number; to: number }) => {
  const middle = (from + to) / 2;
  return angle - 360 * Math.round((angle - middle) / 360);
};

/** A bent knee over a foot that stands flat lies over it or outward of it, not inward. */
function knees({ skeleton: s, contacts, posture, position }: Moment, put: (of: string, by: number) => void): void {
  for (const side of SIDES) {
    const contact = contacts.get(`${side} foot`);
    if (
      position.going.has(`${side} foot`) ||
      contact?.manner !== 'flat' ||
      contact.on === 'wall' ||
      contacts.has(`${side} knee`) ||
      kneeOf(posture, side) < 30
    )
      continue;
    const leg = s.legs[side];
    const middle = between(leg.hip, leg.ankle, LENGTHS.thigh / (LENGTHS.thigh + LENGTHS.shank));
    // Seen along the way the pelvis looks.
    const out =
      signOf(side) *
      ((leg.knee[0] - middle[0]) * s.hips[6] +
        (leg.knee[1] - middle[1]) * s.hips[7] +
        (leg.knee[2] - middle[2]) * s.hips[8]);
    put(`${side} knee`, -out - 0.05);
  }
}

const LOW = partIndex('low', null, 'bend');
const HIGH = partIndex('high', null, 'bend');
const LEAN = partIndex('body', null, 'lean');
/** Under load the low back keeps its line, but for what lies on its back or sits up. */
const roundedBy = (p: Posture) =>
  (p[LEAN] as number) > 15 ? Math.max((p[LOW] as number) - 8, (p[LOW] as number) + (p[HIGH] as number) - 20) : 0;
