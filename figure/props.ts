import type { Side } from './body.ts';
import type { End } from './contact.ts';
import type { Held, Point, Stretched, View } from './figure.ts';
import { hullPath } from './hull.ts';
import { PLACED, type PlacedKind } from './kit.ts';
import { fine as n, type Seen, UNITS } from './see.ts';
import type { Skeleton } from './skeleton.ts';
import { add, axis, between, minus, times, unit, type Vec } from './vectors.ts';

/*
 * The kit of a picture: what is in the hands, what stands in the room, what is stretched between two points.
 */

interface Drawn {
  fill: string;
  line: string;
}

const grip = (s: Skeleton, side: Side): Vec =>
  add(s.arms[side].wrist, times(minus(s.arms[side].knuckles, s.arms[side].wrist), 0.62));

/** The outline of a prop that is held. */
export function heldPath(held: Held, s: Skeleton, see: Seen): Drawn {
  const side: Side = held.in === 'left' ? 'left' : 'right';
  const at = held.in === 'both' ? between(grip(s, 'left'), grip(s, 'right'), 0.5) : grip(s, side);
  const fore = s.arms[side].fore;
  const along = times(axis(fore, 1), -1);
  const disc = (v: Vec, r: number) => {
    const [x, y] = see(v);
    return { x, y, r: r * UNITS };
  };
  const line = (a: Vec, b: Vec) => {
    const [x1, y1] = see(a);
    const [x2, y2] = see(b);
    return `M${n(x1)} ${n(y1)}L${n(x2)} ${n(y2)}`;
  };
  switch (held.kind) {
    case 'bell': {
      // It hangs from the hand; above the elbow it lies against the forearm.
      const down: Vec =
        held.in === 'both' && along[1] > -0.2
          ? unit(add(times(axis(s.chest, 0), 0.8), [0, -0.75, 0]))
          : along[1] > 0.2
            ? unit(add(times(along, -0.55), times(axis(fore, 0), -0.8)))
            : unit(add(times(along, 0.75), [0, -0.25, 0]));
      const middle = add(at, times(down, 0.155));
      const [x, y] = see(at);
      const [mx, my] = see(middle);
      const [dx, dy] = [mx - x, my - y];
      const far = Math.max(1, Math.hypot(dx, dy));
      const [px, py] = [(-dy / far) * 5.5, (dx / far) * 5.5];
      const neck = 0.55;
      return {
        fill: hullPath([disc(middle, 0.095)]),
        line: `M${n(x + dx * neck + px)} ${n(y + dy * neck + py)}L${n(x + px * 0.9)} ${n(y + py * 0.9)}L${n(x - px * 0.9)} ${n(y - py * 0.9)}L${n(x + dx * neck - px)} ${n(y + dy * neck - py)}`,
      };
    }
    case 'dumbbell': {
      const way = held.across ? axis(fore, 2) : axis(fore, 0);
      const bar = held.in === 'both' ? times(axis(s.chest, 1), 1) : way;
      const end = (k: number) =>
        hullPath([disc(add(at, times(bar, k * 0.07)), 0.048), disc(add(at, times(bar, k * 0.1)), 0.048)]);
      return { fill: end(1) + end(-1), line: line(add(at, times(bar, -0.1)), add(at, times(bar, 0.1))) };
    }
    case 'bag': {
      const bar = held.across ? axis(s.chest, 0) : axis(s.chest, 2);
      return {
        fill: hullPath([disc(add(at, times(bar, 0.26)), 0.1), disc(add(at, times(bar, -0.26)), 0.1)]),
        line: '',
      };
    }
    case 'ball':
      return { fill: hullPath([disc(add(at, times(along, held.in === 'both' ? 0.02 : 0.06)), 0.125)]), line: '' };
    case 'big ball':
      return { fill: hullPath([disc(at, 0.29)]), line: '' };
    case 'small ball':
      return { fill: hullPath([disc(at, 0.06)]), line: '' };
    case 'plate': {
      const face = axis(s.chest, 0);
      return {
        fill: hullPath([
          disc(add(at, times(face, 0.03)), 0.04),
          disc(add(at, [0, 0.16, 0]), 0.03),
          disc(add(at, [0, -0.16, 0]), 0.03),
        ]),
        line: '',
      };
    }
    case 'wheel':
      return { fill: hullPath([disc(at, 0.1)]), line: line(grip(s, 'left'), grip(s, 'right')) };
    case 'hammer': {
      const head = add(at, times(along, 0.62));
      return {
        fill: hullPath([
          disc(add(head, times(axis(fore, 0), 0.09)), 0.05),
          disc(add(head, times(axis(fore, 0), -0.09)), 0.05),
        ]),
        line: line(add(at, times(along, -0.2)), head),
      };
    }
    case 'stick':
    case 'towel': {
      const [a, b] = [grip(s, 'left'), grip(s, 'right')];
      const more = held.kind === 'stick' ? 0.2 : 0;
      const way = unit(minus(b, a), [0, 0, 1]);
      return { fill: '', line: line(add(a, times(way, -more)), add(b, times(way, more))) };
    }
  }
}

export const pointAt = (p: Point, s: Skeleton): Vec => {
  if (typeof p !== 'string') return [p.ahead, p.up, 0];
  const legs = s.legs;
  if (p === 'knees') return between(legs.left.knee, legs.right.knee, 0.5);
  if (p === 'ankles') return between(legs.left.ankle, legs.right.ankle, 0.5);
  const [side, what] = p.split(' ') as [Side, string | undefined];
  if (what === 'hand') return grip(s, side);
  if (what === 'foot') return add(legs[side].ball, [0, 0.01, 0]);
  if (what === 'knee') return legs[side].knee;
  if (what === 'elbow') return s.arms[side].elbow;
  return (p as End) === 'back' ? s.collar : s.pelvis;
};

/** The outline of a prop between two points. */
export function stretchedPath(st: Stretched, s: Skeleton, see: Seen, ms: number, turnMs: number): string {
  const a = pointAt(st.from, s);
  const b = pointAt(st.to, s);
  const [x1, y1] = see(a);
  const [x2, y2] = see(b);
  if (st.kind === 'rope') {
    // A wave that runs out from the hands and dies down.
    let d = '';
    const pieces = 28;
    const turn = (ms / Math.max(1, turnMs)) * 2 * Math.PI;
    for (let k = 0; k <= pieces; k++) {
      const t = k / pieces;
      const swing = Math.sin(t * 3.2 * 2 * Math.PI - turn) * 11 * t ** 0.5 * (1 - t);
      d += `${k === 0 ? 'M' : 'L'}${n(x1 + (x2 - x1) * t)} ${n(Math.min(-1.5, y1 + (y2 - y1) * Math.min(1, t * 1.6) + swing))}`;
    }
    return d;
  }
  if (st.kind === 'skipping rope') {
    const angle = (ms / Math.max(1, turnMs)) * 2 * Math.PI + Math.PI / 2;
    // Seen from its side it turns like a long drop about the hands: below the feet when they are highest.
    const [dx, dy] = [Math.cos(angle) * 105, -Math.sin(angle) * 105];
    const bow = (k: number) => `Q${n(x1 + dx * 0.7 - dy * k)} ${n(y1 + dy * 0.7 + dx * k)} ${n(x1 + dx)} ${n(y1 + dy)}`;
    return `M${n(x1)} ${n(y1)}${bow(0.16)}M${n(x1)} ${n(y1)}${bow(-0.16)}`;
  }
  if (st.kind === 'loop') {
    // Round both legs: a little beyond each.
    const [fx, fy] = [x2 - x1, y2 - y1];
    const far = Math.hypot(fx, fy);
    if (far < 8) return `M${n(x1 - 5)} ${n(y1)}H${n(x1 + 5)}`;
    const k = 4 / far;
    return `M${n(x1 - fx * k)} ${n(y1 - fy * k - 2)}L${n(x2 + fx * k)} ${n(y2 + fy * k - 2)}M${n(x1 - fx * k)} ${n(y1 - fy * k + 2)}L${n(x2 + fx * k)} ${n(y2 + fy * k + 2)}`;
  }
  return `M${n(x1)} ${n(y1)}L${n(x2)} ${n(y2)}`;
}

/** A prop of the room as it is seen, in units of the drawing: its middle, floor, top, height and half its depth. */
interface Standing {
  x: number;
  floor: number;
  up: number;
  high: number;
  half: number;
  view: View;
}

const box = (l: number, t: number, r: number, b: number) => `M${n(l)} ${n(t)}H${n(r)}V${n(b)}H${n(l)}Z`;
const disc = (cx: number, cy: number, r: number) => hullPath([{ x: cx, y: cy, r }]);
const solid = ({ x, half, up, floor }: Standing) => box(x - half, up, x + half, floor);
const round = ({ x, floor, high }: Standing) => disc(x, floor - high / 2, high / 2);
const onLegs = ({ x, half, up, floor }: Standing) =>
  box(x - half, up, x + half, up + 7) +
  box(x - half + 3, up + 7, x - half + 7, floor) +
  box(x + half - 7, up + 7, x + half - 3, floor);

/** The outline of each prop of the room. */
const OUTLINES: Record<PlacedKind, (p: Standing) => string> = {
  floor: () => '',
  mat: ({ x, half }) => box(x - half, 0, x + half, 2.4),
  step: solid,
  box: solid,
  bells: solid,
  dumbbells: solid,
  sliders: solid,
  bag: solid,
  tyre: solid,
  stool: onLegs,
  bench: onLegs,
  'long bench': onLegs,
  'big ball': round,
  ball: round,
  'small ball': round,
  roller: round,
  wheel: round,
  chair: ({ x, up, floor, half, view }) =>
    view === 'front'
      ? box(-24, up, 24, up + 5) +
        box(-24, up + 5, -20, floor) +
        box(20, up + 5, 24, floor) +
        box(-24, up - 42, -20, up) +
        box(20, up - 42, 24, up) +
        box(-24, up - 42, 24, up - 34)
      : // Its back is behind the one who sits, who looks to the right.
        box(x - half, up, x + half, up + 5) +
        box(x - half, up + 5, x - half + 4, floor) +
        box(x + half - 4, up + 5, x + half, floor) +
        box(x - half - 3, up - 42, x - half + 1, up + 5),
  wall: ({ x, view }) => (view === 'front' ? '' : box(x, -215, x + 4, 0)),
  rail: ({ x, up, view }) => (view === 'front' ? box(-70, up - 2, 70, up + 2) : disc(x, up, 2.5)),
  straps: ({ x, up }) => `M${n(x)} ${n(-225)}L${n(x)} ${n(up)}H${n(x + 2)}L${n(x + 2)} ${n(-225)}Z`,
  treadmill: (p) =>
    solid(p) +
    box(p.x + p.half - 6, p.up - 95, p.x + p.half - 2, p.up) +
    box(p.x + p.half - 26, p.up - 95, p.x + p.half, p.up - 90),
  sled: ({ x, half, up, floor }) =>
    box(x - half, floor - 14, x + half, floor) +
    box(x - half + 4, up, x - half + 9, floor - 14) +
    box(x + half - 9, up, x + half - 4, floor - 14) +
    box(x - 16, floor - 32, x + 16, floor - 14),
  wedge: ({ x, half, up, floor }) => `M${n(x - half)} ${n(floor)}L${n(x - half)} ${n(up)}L${n(x + half)} ${n(floor)}Z`,
  footplate: ({ x, half, up, floor }) =>
    `M${n(x - half)} ${n(floor)}L${n(x + half + 4)} ${n(floor)}L${n(x + half + 10)} ${n(up - 6)}L${n(x - half + 4)} ${n(up)}Z`,
  'seat trainer': ({ x, half, up, floor }) =>
    box(x - half, up - 4, x + half, up) +
    box(x - half, up, x - half + 5, floor) +
    box(x + half - 5, up, x + half, floor) +
    disc(x + half, floor - 42, 22),
  bike: ({ x, floor }) =>
    disc(x + 45, floor - 26, 26) +
    box(x - 40, floor - 4, x + 40, floor) +
    box(x - 30, floor - 88, x - 26, floor - 4) +
    box(x - 40, floor - 92, x - 14, floor - 88),
  pedals: ({ x, floor }) => disc(x, floor - 34, 17),
  cone: ({ x, up, floor }) => `M${n(x - 11)} ${n(floor)}L${n(x)} ${n(up)}L${n(x + 11)} ${n(floor)}Z`,
  ladder: ({ x, floor }) =>
    [-2, -1, 0, 1, 2].map((k) => box(x + k * 40 - 1, floor, x + k * 40 + 1, floor + 3)).join(''),
};

/** A prop of the room, seen from the side or the front. */
export function placedPath(kind: PlacedKind, at: number, view: View, see: Seen): string {
  const { top, deep } = PLACED[kind];
  const [x, floor] = view === 'quarter' ? see([at, 0, 0]) : ([at * UNITS, 0] as const);
  const high = top * UNITS;
  return OUTLINES[kind]({ x, floor, up: floor - high, high, half: (deep * UNITS) / 2, view });
}
