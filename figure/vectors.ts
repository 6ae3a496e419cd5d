/*
 * Points and turns in space. A body's own axes: x is forward, y is up, z is to its right (a right-handed system); lengths in
 * metres, angles in degrees where a name says nothing else.
 */

export type Vec = readonly [x: number, y: number, z: number];
/** A rotation, its columns one after another: where the x, the y and the z axis come to lie. */
export type Rotation = readonly [number, number, number, number, number, number, number, number, number];

const RADIANS = Math.PI / 180;
export const radians = (degrees: number) => degrees * RADIANS;
export const degrees = (angle: number) => angle / RADIANS;

export const add = (a: Vec, b: Vec): Vec => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const times = (a: Vec, k: number): Vec => [a[0] * k, a[1] * k, a[2] * k];
export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec, b: Vec): Vec => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const length = (a: Vec): number => Math.sqrt(dot(a, a));
export const distance = (a: Vec, b: Vec): number => length(minus(a, b));
/** Between two points: 0 gives the first, 1 the second. */
export const between = (a: Vec, b: Vec, part: number): Vec => add(a, times(minus(b, a), part));
/** Of length 1 in the same direction; a vector without length gives the one that stands in. */
export const unit = (a: Vec, otherwise: Vec = [0, 1, 0]): Vec => {
  const l = length(a);
  return l < 1e-9 ? otherwise : times(a, 1 / l);
};

export const apply = (m: Rotation, v: Vec): Vec => [
  m[0] * v[0] + m[3] * v[1] + m[6] * v[2],
  m[1] * v[0] + m[4] * v[1] + m[7] * v[2],
  m[2] * v[0] + m[5] * v[1] + m[8] * v[2],
];
/** A vector of the world as the turned system sees it. */
export const unapply = (m: Rotation, v: Vec): Vec => [
  m[0] * v[0] + m[1] * v[1] + m[2] * v[2],
  m[3] * v[0] + m[4] * v[1] + m[5] * v[2],
  m[6] * v[0] + m[7] * v[1] + m[8] * v[2],
];
export const axis = (m: Rotation, k: 0 | 1 | 2): Vec => [
  m[3 * k] as number,
  m[3 * k + 1] as number,
  m[3 * k + 2] as number,
];
/** The second turn in the axes of the first. */
export const within = (a: Rotation, b: Rotation): Rotation => {
  const x = apply(a, [b[0], b[1], b[2]]);
  const y = apply(a, [b[3], b[4], b[5]]);
  const z = apply(a, [b[6], b[7], b[8]]);
  return [x[0], x[1], x[2], y[0], y[1], y[2], z[0], z[1], z[2]];
};
export const about = {
  /** From y (up) to z (right). */
  x: (angle: number): Rotation => {
    const [c, s] = [Math.cos(radians(angle)), Math.sin(radians(angle))];
    return [1, 0, 0, 0, c, s, 0, -s, c];
  },
  /** From z (right) to x (forward). */
  y: (angle: number): Rotation => {
    const [c, s] = [Math.cos(radians(angle)), Math.sin(radians(angle))];
    return [c, 0, -s, 0, 1, 0, s, 0, c];
  },
  /** From x (forward) to y (up). */
  z: (angle: number): Rotation => {
    const [c, s] = [Math.cos(radians(angle)), Math.sin(radians(angle))];
    return [c, s, 0, -s, c, 0, 0, 0, 1];
  },
};
/** The turn whose columns are these three axes. */
export const turnOf = (x: Vec, y: Vec, z: Vec): Rotation => [x[0], x[1], x[2], y[0], y[1], y[2], z[0], z[1], z[2]];
