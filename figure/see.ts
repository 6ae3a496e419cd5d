import type { View } from './figure.ts';
import type { Vec } from './vectors.ts';

/*
 * How a point of the room comes to lie on a picture.
 */

/** Path data are whole numbers, which are written fastest: fifths of a unit. */
export const FINE = 5;
export const fine = (units: number): number => Math.round(units * FINE);

/** Units to a metre, from which pictures are reckoned; the floor is at 0, up is negative, as SVG has it. */
export const UNITS = 100;

/** A point in the drawing, and its depth. */
export type Seen = (v: Vec) => readonly [x: number, y: number, near: number];

const QUARTER = { c: Math.cos(-0.6), s: Math.sin(-0.6), high: Math.cos(0.42), deep: Math.sin(0.42) };

/** The projection of a view. The front is a mirror image: the mover's right is at the right of the picture. */
export function seenFrom(view: View, along: Vec = [0, 0, 0]): Seen {
  if (view === 'side') return (v) => [(v[0] - along[0]) * UNITS, -v[1] * UNITS, v[2]];
  if (view === 'front') return (v) => [(v[2] - along[2]) * UNITS, -v[1] * UNITS, v[0]];
  return (v) => {
    const x = v[0] - along[0];
    const near = v[2] * QUARTER.c - x * QUARTER.s;
    return [
      (x * QUARTER.c + v[2] * QUARTER.s) * UNITS,
      -(v[1] * QUARTER.high - near * QUARTER.deep) * UNITS,
      near * QUARTER.high + v[1] * QUARTER.deep,
    ];
  };
}
