import type { End } from './contact.ts';
import type { Held, Point, Position } from './figure.ts';
import { mirrored } from './posture.ts';

/*
 * Left and right changed places.
 */

export const otherSide = (end: End): End =>
  (end.startsWith('left ') ? end.replace('left ', 'right ') : end.replace('right ', 'left ')) as End;
const swapIn = (h: Held): Held => ({ ...h, in: h.in === 'both' ? 'both' : h.in === 'left' ? 'right' : 'left' });
const swapPoint = (p: Point): Point => (typeof p === 'string' ? (otherSide(p as End) as Point) : p);

export function mirroredPosition<
  P extends Pick<Position, 'posture' | 'contacts' | 'going' | 'held' | 'stretched' | 'shiftM'>,
>(p: P): P {
  return {
    ...p,
    posture: mirrored(p.posture),
    contacts: new Map([...p.contacts].map(([e, c]) => [otherSide(e), c])),
    shiftM: [p.shiftM[0], -p.shiftM[1]],
    going: new Map([...p.going].map(([e, g]) => [otherSide(e), g])),
    held: p.held.map(swapIn),
    stretched: p.stretched.map((s) => ({ ...s, from: swapPoint(s.from), to: swapPoint(s.to) })),
  };
}
