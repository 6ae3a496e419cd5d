import { centreOfMass, middleOf, onlyFeet, supportOf } from './balance.ts';
import { LENGTHS, RADII, SIDES, STATURE } from './body.ts';
import {
  type Anchor,
  anchorOf,
  type Contact,
  type Contacts,
  ENDS,
  type End,
  easeAnkle,
  layShank,
  limbOf,
  plant,
} from './contact.ts';
import type { FigureText, Placed, Position } from './figure.ts';
import { HELD, PLACED, type PlacedKind } from './kit.ts';
import { mirroredPosition, otherSide } from './mirror.ts';
import type { Posture } from './posture.ts';
import { moved, type Skeleton, skeletonOf } from './skeleton.ts';
import { add, between, distance, length, minus, times, unit, type Vec } from './vectors.ts';

/*
 * Lays the body of each position where it rests: what carries it says where it is, hands and feet are put down, and where it stands on its feet
 * alone its weight is brought over them.
 */

/** A position as a body takes it: where it is, its angles as they came out, and what rests where. */
export interface Solved {
  posture: Posture;
  skeleton: Skeleton;
  contacts: Contacts;
  anchors: ReadonlyMap<End, Anchor>;
  position: Position;
  /** The farthest that a hand or a foot stays from where it is to rest, m. */
  missM: number;
}

const UP: Vec = [0, 1, 0];
const FROM_WALL: Vec = [-1, 0, 0];
const FACES_WALL: Vec = [1, 0, 0];
const BODY_KG = 70;

export const topOf = (on: string): number => PLACED[on as PlacedKind]?.top ?? 0;

/** Whether an end says where the body is: not what only leans on a wall or hangs in straps. */
const carries = (end: End, contact: Contact): boolean =>
  contact.on !== 'wall' || end.endsWith('hand') || end.endsWith('foot');

/** Which way lies away from what an end rests on. */
const upOf = (end: End, contact: Contact): Vec =>
  contact.on !== 'wall' ? UP : end === 'back' || end === 'seat' ? FACES_WALL : FROM_WALL;

/**
 * What carries the body: of those that stay where they were, else of all, the first in order, with its like on the other side. Two hands come
 * before one foot.
 */
export function carriersOf(contacts: Contacts, stays: (end: End) => boolean): readonly End[] {
  const able = ENDS.filter((e) => {
    const c = contacts.get(e);
    const kneels = e.endsWith('foot') && contacts.has(e.replace('foot', 'knee') as End);
    return c !== undefined && !kneels && carries(e, c) && c.on !== 'wall';
  });
  const staying = able.filter(stays);
  const from = staying.length > 0 ? staying : able;
  const isPaired = (e: End) => otherSide(e) !== e && from.includes(otherSide(e));
  const first = from[0]?.endsWith('foot') ? (from.find(isPaired) ?? from[0]) : from[0];
  if (first === undefined) return [];
  return isPaired(first) ? [first, otherSide(first)] : [first];
}

/** Moves a body so that what carries it lies where it rests, or each of a pair equally near. */
export function carriedBy(
  s: Skeleton,
  ends: readonly End[],
  contacts: Contacts,
  anchors: ReadonlyMap<End, Anchor>,
): Skeleton {
  let by: Vec = [0, 0, 0];
  let count = 0;
  for (const end of ends) {
    const [contact, anchor] = [contacts.get(end), anchors.get(end)];
    if (!contact || !anchor) continue;
    by = add(by, minus(anchor.at, anchorOf(s, end, contact, anchor.up).at));
    count++;
  }
  return count === 0 ? s : moved(s, times(by, 1 / count));
}

/** How much nearer a hand or a foot must come to be worth moving the body for it, m. */
const NEAR = 0.002;

/**
 * Puts all that rests where it rests; where a limb does not reach, the body follows it, if it is carried by hands and feet alone. Gives how far
 * the worst stays away, m.
 */
export function settle(
  p: Posture,
  body: Skeleton,
  carriers: readonly End[],
  contacts: Contacts,
  anchors: ReadonlyMap<End, Anchor>,
): { skeleton: Skeleton; missM: number } {
  let s = body;
  let missM = plantAll(p, s, contacts, anchors);
  if (!carriers.every((e) => e.endsWith('foot') || e.endsWith('hand'))) return { skeleton: s, missM };
  for (let k = 0; k < 12 && missM > NEAR; k++) {
    let farthest: Vec = [0, 0, 0];
    for (const [end, contact] of contacts) {
      const anchor = anchors.get(end);
      const at = limbOf(end);
      if (!anchor || at === null || (at.limb === 'leg' && contacts.has(`${at.side} knee`))) continue;
      const by = minus(anchor.at, anchorOf(s, end, contact, anchor.up).at);
      if (length(by) > length(farthest)) farthest = by;
    }
    s = skeletonOf(p, add(s.pelvis, times(farthest, 0.9)));
    missM = plantAll(p, s, contacts, anchors);
  }
  return { skeleton: s, missM };
}

/** Puts all that rests where it rests; gives how far the worst stays away, m. */
export function plantAll(p: Posture, s: Skeleton, contacts: Contacts, anchors: ReadonlyMap<End, Anchor>): number {
  let miss = 0;
  for (const [end, contact] of contacts) {
    const anchor = anchors.get(end);
    if (!anchor) continue;
    const at = limbOf(end);
    if (at?.limb === 'knee') {
      const foot = contacts.get(`${at.side} foot`);
      if (foot && (foot.manner === 'instep' || foot.manner === 'toes')) layShank(p, s, at.side, foot.manner);
      continue;
    }
    // The foot of a leg that kneels lies where its shank does.
    if (at?.limb === 'leg' && contacts.has(`${at.side} knee`)) continue;
    miss = Math.max(miss, plant(p, s, end, contact, anchor));
  }
  return miss;
}

/** A hand or a foot that rests on nothing does not go through the floor: its limb is drawn up to it. */
export function keepAbove(p: Posture, s: Skeleton, contacts: Contacts): void {
  for (const side of SIDES) {
    const leg = s.legs[side];
    const foot: End = `${side} foot`;
    if (!contacts.has(foot) && !contacts.has(`${side} knee`)) {
      const low = Math.min(leg.heel[1], leg.ball[1], leg.tip[1]);
      const contact: Contact = { manner: 'toes', on: 'floor' };
      if (low < -0.002) {
        plant(p, s, foot, contact, raised(anchorOf(s, foot, contact), -low));
        easeAnkle(p, s, side);
      }
    }
    const arm = s.arms[side];
    const hand: End = `${side} hand`;
    if (contacts.has(hand) || contacts.has(`${side} elbow`)) continue;
    const low = Math.min(arm.wrist[1] - RADII.wrist, arm.knuckles[1] - RADII.knuckles);
    if (low >= -0.002) continue;
    const anchor = anchorOf(s, hand, { manner: 'flat', on: 'floor' });
    const along = minus(arm.knuckles, arm.wrist);
    plant(
      p,
      s,
      hand,
      { manner: 'flat', on: 'floor' },
      { ...raised(anchor, -low), forward: unit([along[0], Math.max(0, along[1]), along[2]], anchor.forward) },
    );
  }
}

const raised = (anchor: Anchor, by: number): Anchor => ({ ...anchor, at: add(anchor.at, [0, by, 0]) });

/** The middle points of what is held, with shares of the body's mass. */
export function heldMasses(s: Skeleton, held: Position['held']): { at: Vec; share: number }[] {
  return held.map((h) => {
    const [l, r] = [s.arms.left.knuckles, s.arms.right.knuckles];
    const at = h.in === 'both' ? between(l, r, 0.5) : h.in === 'left' ? l : r;
    return { at, share: HELD[h.kind] / BODY_KG };
  });
}

/** What a figure remembers from position to position. */
interface Course {
  before: Solved | null;
  wall: { x: number | null };
  /** Where hands and feet have rested, to be put down there again. */
  places: Map<End, { anchor: Anchor; contact: Contact; jumped: Vec }[]>;
  /** The middle of what the body stood on last: a jump lands where it left, or so far on. */
  ground: readonly [x: number, z: number] | null;
  /** How far it has jumped in all. */
  jumped: Vec;
}

/** A hand or a foot that is put down so near to where it was comes to the same place, m. */
const SAME_PLACE = 0.24;

function solveOne(position: Position, course: Course): Solved {
  const { before, wall: wallAt } = course;
  const posture = position.posture.slice();
  const { contacts } = position;
  const kept = new Map<End, Anchor>();
  for (const [end, c] of contacts) {
    const was = before?.contacts.get(end);
    const anchor = before?.anchors.get(end);
    if (anchor && was?.on === c.on && !position.going.has(end)) kept.set(end, reManner(anchor, was, c));
  }
  const carriers = carriersOf(contacts, (e) => kept.has(e));
  const [ahead, right] = position.shiftM;
  const start: Vec = before ? [before.skeleton.pelvis[0] + ahead, 0, before.skeleton.pelvis[2] + right] : [0, 0, 0];
  let s = skeletonOf(posture, start);
  course.jumped = add(course.jumped, [ahead, 0, right]);
  if (course.ground) course.ground = [course.ground[0] + ahead, course.ground[1] + right];
  if (before?.contacts.size === 0 && course.ground && onlyFeet(contacts)) {
    const [x, z] = middleOf(supportOf(s, contacts));
    s = moved(s, [course.ground[0] - x, 0, course.ground[1] - z]);
  }
  if (carriers.length > 0) {
    const at = new Map(carriers.map((e) => [e, kept.get(e) ?? laid(s, e, contacts.get(e) as Contact, wallAt)]));
    s = carriedBy(s, carriers, contacts, at);
  } else if (before) {
    const rise = (position.airM ?? 0) + centreOfMass(before.skeleton)[1] - centreOfMass(s)[1];
    s = moved(s, [0, rise, 0]);
  }
  const anchors = new Map<End, Anchor>();
  for (const [end, c] of contacts)
    anchors.set(end, kept.get(end) ?? again(laid(s, end, c, wallAt), end, c, position, course));
  let { skeleton, missM } = settle(posture, s, carriers, contacts, anchors);
  s = skeleton;
  if (onlyFeet(contacts) && !position.free) {
    for (let k = 0; k < 4; k++) {
      const com = centreOfMass(s, heldMasses(s, position.held));
      const [x, z] = middleOf(supportOf(s, contacts));
      const by: Vec = [x - 0.015 - com[0], 0, z - com[2]];
      ({ skeleton, missM } = settle(posture, skeletonOf(posture, add(s.pelvis, by)), carriers, contacts, anchors));
      s = skeleton;
    }
  }
  keepAbove(posture, s, contacts);
  const rest = settled(s, contacts, anchors, carriers);
  for (const [end, contact] of rest)
    course.places.set(end, [
      ...(course.places.get(end) ?? []),
      { anchor: anchors.get(end) as Anchor, contact, jumped: course.jumped },
    ]);
  if (rest.size > 0) course.ground = middleOf(supportOf(s, rest));
  return { posture, skeleton: s, contacts: rest, anchors, position, missM };
}

/** What is put down, or both of a pair that step together, comes to where it has been where that is near. */
function again(anchor: Anchor, end: End, contact: Contact, position: Position, course: Course): Anchor {
  const rested = course.before?.contacts.has(end) ?? false;
  const limb = limbOf(end)?.limb;
  if ((limb !== 'arm' && limb !== 'leg') || position.contacts.has(end.replace('foot', 'knee') as End)) return anchor;
  if (rested && !(position.going.has(end) && position.going.has(otherSide(end)))) return anchor;
  for (const was of course.places.get(end) ?? []) {
    if (was.contact.on !== contact.on) continue;
    const there = reManner(was.anchor, was.contact, contact);
    const as = { ...there, at: add(there.at, minus(course.jumped, was.jumped)) };
    if (distance(as.at, anchor.at) < SAME_PLACE) return as;
  }
  return anchor;
}

/**
 * What rests in the end: a part of the trunk that what carries the body has lifted off does no more, and the foot of a leg that kneels rests
 * where its shank has put it.
 */
function settled(s: Skeleton, contacts: Contacts, anchors: Map<End, Anchor>, carriers: readonly End[]): Contacts {
  const rest = new Map(contacts);
  for (const [end, contact] of contacts) {
    const anchor = anchors.get(end) as Anchor;
    const at = limbOf(end);
    if (at?.limb === 'leg' && contacts.has(`${at.side} knee`)) anchors.set(end, anchorOf(s, end, contact));
    else if (
      at === null &&
      !carriers.includes(end) &&
      distance(anchorOf(s, end, contact, anchor.up).at, anchor.at) > STATURE / 100
    )
      rest.delete(end);
  }
  return rest;
}

/** A foot that goes from flat to its ball stands on the same ball; from flat to its heel, on the same heel. */
function reManner(anchor: Anchor, was: Contact, now: Contact): Anchor {
  if (was.manner === now.manner) return anchor;
  const behind = (m: Contact['manner']) => (m === 'heel' ? 1 : 0);
  const shift = (behind(was.manner) - behind(now.manner)) * (LENGTHS.ball + LENGTHS.heel);
  return { ...anchor, at: add(anchor.at, times(anchor.forward, shift)) };
}

/** Where an end rests in a position, told for another manner of resting. */
export function anchorAs(
  { anchors, contacts }: Pick<Solved, 'anchors' | 'contacts'>,
  end: End,
  manner: Contact['manner'],
): Anchor | null {
  const [anchor, contact] = [anchors.get(end), contacts.get(end)];
  return anchor && contact ? reManner(anchor, contact, { ...contact, manner }) : null;
}

/** Where an end comes to rest that was not resting: below where it is, on what it rests on. */
function laid(s: Skeleton, end: End, contact: Contact, wall: { x: number | null }): Anchor {
  const anchor = anchorOf(s, end, contact, upOf(end, contact));
  if (contact.on !== 'wall') return { ...anchor, at: [anchor.at[0], topOf(contact.on), anchor.at[2]] };
  wall.x ??= anchor.at[0];
  return { ...anchor, at: [wall.x, anchor.at[1], anchor.at[2]] };
}

/** All positions of a figure in their order, those of the other side too, the first once more at the end. */
export interface Laid {
  keys: readonly Solved[];
  /** How far one time through has brought the body along, m. */
  onM: Vec;
  placed: readonly { kind: PlacedKind; at: number }[];
}

export function layFigure(figure: FigureText): Laid {
  const own = figure.positions;
  const first = own[0] as Position;
  const there: Position = { ...first, ...figure.back, shiftM: [0, 0] };
  const wall = { x: figure.placed.find((p) => p.kind === 'wall')?.at ?? null };
  const keys: Solved[] = [];
  const course: Course = { before: null, wall, places: new Map(), ground: null, jumped: [0, 0, 0] };
  const put = (position: Position) => {
    course.before = solveOne(position, course);
    keys.push(course.before);
  };
  for (const position of own) put(position);
  if (figure.inTurn) {
    put({ ...mirroredPosition(first), ...figure.back, going: goingBack(figure, figure.back.going, keys) });
    for (const position of own.slice(1)) put(mirroredPosition(position));
  }
  const mirrorGoing = mirroredPosition(there).going;
  const back: Position = { ...there, going: goingBack(figure, figure.inTurn ? mirrorGoing : figure.back.going, keys) };
  // Back to the first position: as it was, moved by how far what carries it has come.
  const start = keys[0] as Solved;
  const last = keys.at(-1) as Solved;
  const [stays] = carriersOf(start.contacts, (e) => last.anchors.has(e) && !back.going.has(e));
  const b = stays ? start.anchors.get(stays)?.at : undefined;
  const a = stays ? anchorAs(last, stays, start.contacts.get(stays)?.manner ?? 'flat')?.at : undefined;
  const onM: Vec = figure.travels && a && b ? minus(a, b) : [0, 0, 0];
  const anchors = new Map([...start.anchors].map(([e, at]) => [e, { ...at, at: add(at.at, onM) }]));
  keys.push({ ...start, skeleton: moved(start.skeleton, onM), anchors, position: back });
  return { keys, onM, placed: placeAll(figure, keys, wall.x) };
}

/** What has to step to be where it was at first, where the text does not say it. */
function goingBack(figure: FigureText, said: Position['going'], keys: readonly Solved[]): Position['going'] {
  if (said.size > 0 || figure.travels) return said;
  const [start, last] = [keys[0] as Solved, keys.at(-1) as Solved];
  const going = new Map<End, 'steps'>();
  for (const [end, contact] of start.contacts) {
    const [was, is] = [start.anchors.get(end), anchorAs(last, end, contact.manner)];
    if (was && is && last.contacts.get(end)?.on === contact.on && distance(was.at, is.at) > STATURE / 100)
      going.set(end, 'steps');
  }
  return going;
}

/** Where the things of the room stand: where they are said to, else where the body first rests on them. */
function placeAll(
  figure: FigureText,
  keys: readonly Solved[],
  wallX: number | null,
): { kind: PlacedKind; at: number }[] {
  const placed = new Map<PlacedKind, number | null>();
  for (const key of keys)
    for (const [end, c] of key.contacts) {
      if (c.on === 'floor' || placed.get(c.on as PlacedKind) != null) continue;
      const at = key.anchors.get(end)?.at;
      placed.set(c.on as PlacedKind, at?.[0] ?? null);
    }
  if (wallX !== null) placed.set('wall', wallX);
  for (const { kind, at } of figure.placed as readonly Placed[]) placed.set(kind, at ?? placed.get(kind) ?? 0);
  return [...placed].map(([kind, at]) => ({ kind, at: at ?? 0 }));
}
