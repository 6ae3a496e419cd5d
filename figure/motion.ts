import { centreOfMass } from './balance.ts';
import { SIDES } from './body.ts';
import { carriedBy, carriersOf, keepAbove, settle } from './carry.ts';
import { type Anchor, type Contact, type Contacts, type End, easeAnkle } from './contact.ts';
import type { FigureText, Going, Position } from './figure.ts';
import { type Laid, layFigure } from './lay.ts';
import type { Posture } from './posture.ts';
import { blend, PARTS } from './posture.ts';
import { seenFrom } from './see.ts';
import { moved, type Skeleton, skeletonOf } from './skeleton.ts';
import { anchorAs, type Solved } from './solve.ts';
import { add, between, minus, times, type Vec } from './vectors.ts';

/*
 * Between the positions: eased, along the arcs that the joints make, what rests staying where it rests; in the air as gravity has it.
 */

const GRAVITY = 9.81;

/** One way from a position to the next. */
interface Transition {
  from: Solved;
  to: Solved;
  /** When it begins and how long it takes, ms; after it the position is held. */
  startMs: number;
  ms: number;
  holdMs: number;
  kind: 'ground' | 'rise' | 'fall';
  /** What rests before and after, and from where to where each end gets on the way. */
  contacts: Contacts;
  ends: readonly { end: End; from: Anchor; to: Anchor; going: Going | null }[];
  /** Of these, what stays where it is; and what of it carries the body. */
  still: Contacts;
  carriers: readonly End[];
}

/** A figure that can be asked for any moment. */
export interface Figure {
  text: FigureText;
  laid: Laid;
  ways: readonly Transition[];
  /** One time through, ms. */
  cycleMs: number;
}

/** A moment of a figure. */
export interface Moment {
  skeleton: Skeleton;
  contacts: Contacts;
  /** The position it goes to: what is held and stretched on the way. */
  position: Position;
  posture: Posture;
}

const USUAL_MS = { lower: 1600, lift: 1000, other: 700 } as const;

/** The four digits of a tempo, s: to lower, to stay low, to lift, to stay up. */
export interface Tempo {
  downMs: number;
  holdMs: number;
  upMs: number;
  topMs: number;
}

/** The time of a flight of a height, ms: s = g t² / 2. */
export const flightMs = (riseM: number): number => Math.sqrt((2 * Math.max(0.004, riseM)) / GRAVITY) * 1000;

/**
 * Makes a figure ready to be asked.
 * @param tempo how long lowering and lifting take, and the holds after them; null for the usual
 */
export function figureOf(text: FigureText, tempo: Tempo | null = null): Figure {
  const laid = layFigure(text);
  const ways: Transition[] = [];
  let at = 0;
  for (let k = 1; k < laid.keys.length; k++) {
    const from = laid.keys[k - 1] as Solved;
    const to = laid.keys[k] as Solved;
    const p = to.position;
    const kind = to.contacts.size === 0 ? 'rise' : from.contacts.size === 0 ? 'fall' : 'ground';
    const rise = centreOfMass(to.skeleton)[1] - centreOfMass(from.skeleton)[1];
    const phase =
      p.phase ?? (k === 1 && laid.keys.length === 3 ? 'lower' : k === 2 && laid.keys.length === 3 ? 'lift' : null);
    const usual = p.inMs ?? USUAL_MS[phase ?? 'other'];
    const byTempo = tempo && phase ? (phase === 'lower' ? tempo.downMs : tempo.upMs) : usual;
    const ms = kind === 'rise' ? flightMs(rise) : kind === 'fall' ? flightMs(-rise) : Math.max(120, byTempo);
    const holdMs = tempo && phase ? (phase === 'lower' ? tempo.holdMs : tempo.topMs) : p.holdMs;
    ways.push({ from, to, startMs: at, ms, holdMs, kind, ...restingThrough(from, to) });
    at += ms + holdMs;
  }
  return { text, laid, ways, cycleMs: at };
}

/**
 * What rests before and after a way. A foot that comes down from its ball or its heel does so about what it stood on; one that lay on its
 * instep is lifted over.
 */
function restingThrough(from: Solved, to: Solved): Pick<Transition, 'contacts' | 'ends' | 'still' | 'carriers'> {
  const contacts = new Map<End, Contact>();
  const ends: Transition['ends'][number][] = [];
  const { going } = to.position;
  for (const [end, c] of to.contacts) {
    const was = from.contacts.get(end);
    if (was?.on !== c.on || (was.manner === 'instep') !== (c.manner === 'instep')) continue;
    const contact = c.manner === 'flat' ? was : c;
    contacts.set(end, contact);
    const [a, b] = [anchorAs(from, end, contact.manner), anchorAs(to, end, contact.manner)];
    if (a && b) ends.push({ end, from: a, to: b, going: going.get(end) ?? null });
  }
  const still = new Map([...contacts].filter(([end]) => !going.has(end)));
  return { contacts, ends, still, carriers: carriersOf(contacts, (end) => still.has(end)) };
}

const ease = (t: number) => (1 - Math.cos(Math.PI * t)) / 2;
const STEP_M = 0.09;

const scratch: Posture = new Float64Array(PARTS.length);

/** When a position is reached, ms into the cycle. */
export function whenAt({ ways }: Figure, position: number): number {
  const way = ways[position - 1];
  return way ? way.startMs + way.ms : 0;
}

/** Any number of ms as one of the first cycle. */
const intoCycle = ({ cycleMs }: Figure, ms: number): number =>
  cycleMs > 0 ? ms - Math.floor(ms / cycleMs) * cycleMs : 0;

/** The body at a moment: any number of ms, over and over. */
export function momentOf(figure: Figure, ms: number): Moment {
  const { ways } = figure;
  const round = intoCycle(figure, ms);
  let way = ways[0] as Transition;
  for (const w of ways) if (w.startMs <= round) way = w;
  const t = way.ms === 0 ? 1 : Math.min(1, (round - way.startMs) / way.ms);
  const there = t >= 1 ? way.to : t === 0 ? way.from : null;
  return there ?? onTheWay(figure, way, t);
}

function onTheWay(figure: Figure, way: Transition, t: number): Moment {
  const { from, to } = way;
  const flowing = figure.text.flows;
  const part = way.kind === 'ground' && !flowing ? ease(t) : t;
  const posture = flowing ? through(figure, way, t) : blend(from.posture, to.posture, part, scratch).slice();
  if (way.kind !== 'ground') return { ...flying(way, posture, t), position: to.position, posture };
  const anchors = new Map(way.ends.map((e) => [e.end, anchorBetween(e.from, e.to, part, e.going)]));
  let s = skeletonOf(posture, between(from.skeleton.pelvis, to.skeleton.pelvis, part));
  if (way.carriers.every((end) => way.still.has(end))) s = carriedBy(s, way.carriers, way.contacts, anchors);
  s = settle(posture, s, way.carriers, way.contacts, anchors).skeleton;
  for (const side of SIDES) if (to.position.going.has(`${side} foot`)) easeAnkle(posture, s, side);
  keepAbove(posture, s, way.still);
  return { skeleton: s, contacts: way.contacts, position: to.position, posture };
}

function anchorBetween(a: Anchor, b: Anchor, part: number, going: Going | null): Anchor {
  const lift = going === 'steps' ? STEP_M * 4 * part * (1 - part) : 0;
  const at = between(a.at, b.at, part);
  const forward = between(a.forward, b.forward, part);
  return { at: add(at, times(b.up, lift)), forward, up: b.up };
}

const NOTHING: Contacts = new Map();

/** In the air the centre of mass rises and falls as a thrown thing does, whatever the limbs do. */
function flying(way: Transition, posture: Posture, t: number): Pick<Moment, 'skeleton' | 'contacts'> {
  const a = centreOfMass(way.from.skeleton);
  const b = centreOfMass(way.to.skeleton);
  const s = skeletonOf(posture);
  const c = centreOfMass(s);
  const height = way.kind === 'rise' ? a[1] + (b[1] - a[1]) * (1 - (1 - t) * (1 - t)) : a[1] + (b[1] - a[1]) * t * t;
  const flat = between(a, b, t);
  const skeleton = moved(s, minus([flat[0], height, flat[2]], c));
  keepAbove(posture, skeleton, NOTHING);
  return { skeleton, contacts: NOTHING };
}

/** The posture on a way that does not stop: a cubic through the positions before and after (Catmull and Rom, 1974). */
function through(figure: Figure, way: Transition, t: number): Posture {
  const k = figure.ways.indexOf(way);
  const n = figure.ways.length;
  const at = (j: number) => (figure.ways[((j % n) + n) % n] as Transition).from.posture;
  const [a, b, c, d] = [at(k - 1), at(k), way.to.posture, k + 1 === n ? at(1) : at(k + 2)];
  const made = new Float64Array(PARTS.length);
  for (let j = 0; j < made.length; j++) {
    const [p0, p1, p2, p3] = [a[j], b[j], c[j], d[j]] as [number, number, number, number];
    made[j] =
      0.5 *
      (2 * p1 + (p2 - p0) * t + (2 * p0 - 5 * p1 + 4 * p2 - p3) * t * t + (3 * p1 - p0 - 3 * p2 + p3) * t * t * t);
  }
  return made;
}

/** The distance the body has moved along the floor, m; the view moves with it. */
export function alongOf(figure: Figure, ms: number): Vec {
  const part = ms / figure.cycleMs;
  return [figure.laid.onM[0] * part, 0, figure.laid.onM[2] * part];
}

/** The places of parts of the body in the drawing at a moment, units; null for an unknown part. */
export function placesOf<P extends Vec | null>(
  figure: Figure,
  ms: number,
  parts: readonly ((s: Skeleton) => P)[],
): (readonly [x: number, y: number] | (P extends null ? null : never))[] {
  const round = intoCycle(figure, ms);
  const see = seenFrom(figure.text.view, alongOf(figure, round));
  const { skeleton } = momentOf(figure, round);
  return parts.map((of) => {
    const at = of(skeleton);
    if (at === null) return null as P extends null ? null : never;
    const [x, y] = see(at);
    return [x, y] as const;
  });
}

/** The place of a part of the body in the drawing at a moment, units. */
export const placeOf = (figure: Figure, ms: number, of: (s: Skeleton) => Vec): readonly [x: number, y: number] =>
  placesOf(figure, ms, [of])[0] as readonly [number, number];
