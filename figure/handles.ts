import { JOINTS, type Joint, SIDES, type Side } from './body.ts';
import type { FigureText } from './figure.ts';
import { figureOf, placeOf, whenAt } from './motion.ts';
import { PARTS, type Parameter, partIndex } from './posture.ts';
import { buildFigure, type Written } from './read.ts';
import { FINE } from './see.ts';
import type { Skeleton } from './skeleton.ts';
import type { Vec } from './vectors.ts';

/*
 * Drawing by hand: the joints of a position as handles that can be moved, and the text that comes of it.
 */

/** A handle and the numbers of a posture that it turns. */
export interface Handle {
  /** "right elbow". */
  name: string;
  side: Side | null;
  at: (s: Skeleton) => Vec;
  turns: readonly Pick<Parameter, 'joint' | 'side' | 'way'>[];
}

const turn = (joint: Parameter['joint'], side: Side | null, ...ways: string[]) =>
  ways.map((way) => ({ joint, side, way }));

const ofSide = (side: Side): Handle[] => [
  { name: `${side} elbow`, side, at: (s) => s.arms[side].elbow, turns: turn('shoulder', side, 'bend', 'out') },
  {
    name: `${side} hand`,
    side,
    at: (s) => s.arms[side].wrist,
    turns: [...turn('elbow', side, 'bend'), ...turn('shoulder', side, 'turn')],
  },
  { name: `${side} knee`, side, at: (s) => s.legs[side].knee, turns: turn('hip', side, 'bend', 'out') },
  { name: `${side} foot`, side, at: (s) => s.legs[side].ankle, turns: turn('knee', side, 'bend') },
  { name: `${side} toes`, side, at: (s) => s.legs[side].tip, turns: turn('ankle', side, 'bend') },
];

/** All handles, the near side last: it lies over the other. */
export const HANDLES: readonly Handle[] = [
  { name: 'head', side: null, at: (s) => s.head, turns: turn('neck', null, 'bend', 'side') },
  { name: 'shoulders', side: null, at: (s) => s.collar, turns: turn('body', null, 'lean', 'tip') },
  { name: 'ribs', side: null, at: (s) => s.high, turns: turn('low', null, 'bend', 'side') },
  ...SIDES.flatMap(ofSide),
];

/** The place of a handle in a position, in units. */
export function handleAt(text: FigureText, position: number, handle: Handle): { x: number; y: number } {
  const figure = figureOf(text);
  const [x, y] = placeOf(figure, whenAt(figure, position), handle.at);
  return { x: x * FINE, y: y * FINE };
}

/** What belongs to the whole of a figure; the rest of what is said throughout can be said in every position. */
const OF_THE_WHOLE = /^(?:side|front|quarter|in turn|travels|flows|shown .*|beats .*|[a-z ]+ at -?[\d.]+)$/;

/** The same figure with nothing of its positions said throughout: each can be changed by itself. */
export function spreadOut(written: Written): Written {
  const own = written.whole.filter((t) => !OF_THE_WHOLE.test(t) || t.startsWith('arms at') || / arm at /.test(t));
  if (own.length === 0) return written;
  return {
    ...written,
    whole: written.whole.filter((t) => !own.includes(t)),
    positions: written.positions.map((p) => [...p, ...own]),
  };
}

const STEPS = 4;
/** How far a number is turned to see what it does, degrees. */
const NUDGE = 1.5;

/**
 * The figure with a handle of one position moved towards a point of the picture, as far as its joint goes: Gauss and Newton's way, damped.
 * Both sides go alike where that is asked.
 */
export function dragged(
  written: Written,
  position: number,
  handle: Handle,
  { x, y }: { x: number; y: number },
  alike: boolean,
): Written {
  const read = buildFigure(written);
  if (!read.ok) return written;
  const { figure } = read;
  const own = figure.positions[position];
  if (!own) return written;
  const indices = handle.turns.map((t) => partIndex(t.joint, t.side, t.way));
  const parts = indices.map((i) => PARTS[i] as Parameter);
  const values = indices.map((i) => own.posture[i] as number);
  const place = (tried: readonly number[]) => {
    const posture = own.posture.slice();
    indices.forEach((i, k) => {
      const part = parts[k] as Parameter;
      posture[i] = tried[k] as number;
      if (alike && part.side !== null) posture[part.mirror] = tried[k] as number;
    });
    const positions = figure.positions.map((p, k) => (k === position ? { ...p, posture } : p));
    return handleAt({ ...figure, positions }, position, handle);
  };
  const off = (p: { x: number; y: number }) => [x - p.x, y - p.y] as const;
  for (let step = 0; step < STEPS; step++) {
    const here = place(values);
    const [dx, dy] = off(here);
    if (Math.hypot(dx, dy) < FINE / 2) break;
    const slopes = values.map((v, k) => {
      const there = place(values.map((w, j) => (j === k ? v + NUDGE : w)));
      return [(there.x - here.x) / NUDGE, (there.y - here.y) / NUDGE] as const;
    });
    const by = leastSquares(slopes, dx, dy);
    values.forEach((v, k) => {
      const { from, to } = parts[k] as Parameter;
      values[k] = Math.min(to, Math.max(from, v + Math.min(25, Math.max(-25, by[k] ?? 0))));
    });
  }
  return withAngles(
    written,
    position,
    handle.turns.map((t, k) => ({ ...t, value: Math.round(values[k] as number) })),
    alike,
  );
}

/** Solves slopes · by = (dx, dy) for one or two unknowns, damped so that what moves nothing is left alone (Levenberg, 1944). */
function leastSquares(slopes: readonly (readonly [number, number])[], dx: number, dy: number): number[] {
  const damping = 2;
  const [a, b] = slopes;
  if (!a) return [];
  const [aa, ad] = [a[0] * a[0] + a[1] * a[1] + damping, a[0] * dx + a[1] * dy];
  if (!b) return [ad / aa];
  const [bb, ab, bd] = [b[0] * b[0] + b[1] * b[1] + damping, a[0] * b[0] + a[1] * b[1], b[0] * dx + b[1] * dy];
  const det = aa * bb - ab * ab;
  return [(ad * bb - bd * ab) / det, (bd * aa - ad * ab) / det];
}

/** One angle that is said. */
interface Angle extends Pick<Parameter, 'joint' | 'side' | 'way'> {
  value: number;
}

/** The figure with angles said in a position: what was said there of the same joint alone is put in one term. */
function withAngles(written: Written, position: number, angles: readonly Angle[], alike: boolean): Written {
  const terms = [...(written.positions[position] ?? [])];
  for (const { joint, side, way, value } of angles) {
    const both = alike && side !== null;
    const name = joint === 'body' ? null : both ? `${joint}s` : side === null ? joint : `${side} ${joint}`;
    if (name === null) replaceTerm(terms, new RegExp(`^${way} -?[\\d.]+$`), `${way} ${value}`);
    else saySo(terms, name, joint as Joint, way, value);
  }
  return { ...written, positions: written.positions.map((p, k) => (k === position ? terms : p)) };
}

function replaceTerm(terms: string[], same: RegExp, term: string): void {
  const at = terms.findLastIndex((t) => same.test(t));
  if (at >= 0) terms.splice(at, 1);
  terms.push(term);
}

function saySo(terms: string[], name: string, joint: Joint, way: string, value: number): void {
  const said = new RegExp(`^${name} (?=(?:bend |out |side |turn )?-?\\d)`);
  const at = terms.findLastIndex((t) => said.test(t));
  const ways = new Map<string, number>();
  if (at >= 0) {
    const words = (terms[at] as string).slice(name.length + 1).split(' ');
    for (let k = 0; k < words.length; ) {
      const isNumber = /^-?\d/.test(words[k] as string);
      ways.set(isNumber ? 'bend' : (words[k] as string), Number(words[isNumber ? k : k + 1]));
      k += isNumber ? 1 : 2;
    }
    terms.splice(at, 1);
  }
  ways.set(way, value);
  const inOrder = Object.keys(JOINTS[joint].ways).filter((w) => ways.has(w));
  terms.push(`${name} ${inOrder.map((w) => (w === 'bend' ? ways.get(w) : `${w} ${ways.get(w)}`)).join(' ')}`);
}
