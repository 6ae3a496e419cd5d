import { JOINTS, type Joint, SIDES, type Side } from './body.ts';

/*
 * A posture is a row of numbers: how the body as a whole lies in space, and every joint's angles. One table says which number is which; all
 * else (reading, writing, in between, mirrored, within the ranges) folds over it.
 */

/** How the body lies: degrees forward, to its right, about the upright to the right; metres its shoulders are lifted and reach forward. */
const WHOLE = { lean: [-200, 200], tip: [-120, 120], turn: [-360, 360] } as const;
const GIRDLE = { lift: [-0.03, 0.07], reach: [-0.04, 0.07] } as const;

/** One number of a posture. */
export interface Parameter {
  index: number;
  /** Null for the body as a whole. */
  joint: Joint | 'body' | 'girdle';
  side: Side | null;
  way: string;
  from: number;
  to: number;
  /** The index of the number that it is when left and right change places, and whether its sign does. */
  mirror: number;
  flips: boolean;
}

const rows: Omit<Parameter, 'index' | 'mirror' | 'flips'>[] = [];
for (const [way, [from, to]] of Object.entries(WHOLE)) rows.push({ joint: 'body', side: null, way, from, to });
for (const side of SIDES)
  for (const [way, [from, to]] of Object.entries(GIRDLE)) rows.push({ joint: 'girdle', side, way, from, to });
for (const [joint, { paired, ways }] of Object.entries(JOINTS) as [Joint, (typeof JOINTS)[Joint]][])
  for (const side of paired ? SIDES : [null])
    for (const [way, [from, to]] of Object.entries(ways)) rows.push({ joint, side, way, from, to });

const keyOf = (p: Pick<Parameter, 'joint' | 'side' | 'way'>) => `${p.side ?? ''}.${p.joint}.${p.way}`;
const indices = new Map(rows.map((r, k) => [keyOf(r), k]));
const other = (side: Side | null): Side | null => (side === null ? null : side === 'left' ? 'right' : 'left');

/** Every number of a posture, in order. */
export const PARTS: readonly Parameter[] = rows.map((r, index) => ({
  ...r,
  index,
  mirror: indices.get(keyOf({ ...r, side: other(r.side) })) ?? index,
  flips: r.side === null && r.way !== 'bend' && r.way !== 'lean',
}));

/** The place of a number in a posture; -1 where there is none. */
export const partIndex = (joint: Parameter['joint'], side: Side | null, way: string): number =>
  indices.get(keyOf({ joint, side, way })) ?? -1;

/** All angles of a body, one number for each of PARTS. */
export type Posture = Float64Array;

/** Straight, arms hanging. */
export const upright = (): Posture => new Float64Array(PARTS.length);

/** Left and right changed places. */
export function mirrored(posture: Posture): Posture {
  const made = upright();
  for (const p of PARTS) made[p.mirror] = (posture[p.index] ?? 0) * (p.flips ? -1 : 1);
  return made;
}

/** A posture between two: 0 gives the first, 1 the second. Written into `into`. */
export function blend(a: Posture, b: Posture, part: number, into: Posture): Posture {
  for (let k = 0; k < into.length; k++) into[k] = (a[k] as number) + ((b[k] as number) - (a[k] as number)) * part;
  return into;
}
