import { LENGTHS, RADII, SIDES } from './body.ts';
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
import { otherSide } from './mirror.ts';
import type { Posture } from './posture.ts';
import { moved, type Skeleton, skeletonOf } from './skeleton.ts';
import { add, length, minus, times, unit, type Vec } from './vectors.ts';

/*
 * What carries a body, and how it is brought to where all that rests can rest.
 */

/**
 * What carries the body: of those that stay where they were, else of all, the first in order, with its like on the other side. Two hands come
 * before one foot.
 */
export function carriersOf(contacts: Contacts, stays: (end: End) => boolean): readonly End[] {
  const able = ENDS.filter((e) => {
    const c = contacts.get(e);
    const kneels = e.endsWith('foot') && contacts.has(e.replace('foot', 'knee') as End);
    // What leans on a wall or hangs on it does not say how high the body is.
    return c !== undefined && !kneels && c.on !== 'wall';
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

/** A foot that goes from flat to its ball stands on the same ball; from flat to its heel, on the same heel. */
export function reManner(anchor: Anchor, was: Contact, now: Contact): Anchor {
  if (was.manner === now.manner) return anchor;
  const behind = (m: Contact['manner']) => (m === 'heel' ? 1 : 0);
  const shift = (behind(was.manner) - behind(now.manner)) * (LENGTHS.ball + LENGTHS.heel);
  return { ...anchor, at: add(anchor.at, times(anchor.forward, shift)) };
}
