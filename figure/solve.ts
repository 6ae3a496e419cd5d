import { centreOfMass, middleOf, onlyFeet, supportOf } from './balance.ts';
import { STATURE } from './body.ts';
import { carriedBy, carriersOf, keepAbove, reManner, settle } from './carry.ts';
import { type Anchor, anchorOf, type Contact, type Contacts, type End, limbOf } from './contact.ts';
import type { Position } from './figure.ts';
import { HELD, PLACED, type PlacedKind } from './kit.ts';
import { otherSide } from './mirror.ts';
import type { Posture } from './posture.ts';
import { moved, type Skeleton, skeletonOf } from './skeleton.ts';
import { add, between, distance, minus, type Vec } from './vectors.ts';

/*
 * Lays the body of a position where it rests: what carries it says where it is, hands and feet are put down, and where it stands on its feet
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

const topOf = (on: string): number => PLACED[on as PlacedKind]?.top ?? 0;

/** Which way lies away from what an end rests on. */
const upOf = (end: End, contact: Contact): Vec =>
  contact.on !== 'wall' ? UP : end === 'back' || end === 'seat' ? FACES_WALL : FROM_WALL;

/** The middle points of what is held, with shares of the body's mass. */
export function heldMasses(s: Skeleton, held: Position['held']): { at: Vec; share: number }[] {
  return held.map((h) => {
    const [l, r] = [s.arms.left.knuckles, s.arms.right.knuckles];
    const at = h.in === 'both' ? between(l, r, 0.5) : h.in === 'left' ? l : r;
    return { at, share: HELD[h.kind] / BODY_KG };
  });
}

/** The state that goes from position to position. */
export interface Course {
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

export function solveOne(position: Position, course: Course): Solved {
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
