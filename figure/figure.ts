import type { Contacts, End } from './contact.ts';
import type { HeldKind, PlacedKind, StretchedKind } from './kit.ts';
import type { Posture } from './posture.ts';

/*
 * What a figure is made of, as it is written: its positions one after another, with what rests where, what is held, and how long each way takes.
 */

/** From where one looks: at its side (it faces to the right), at its front, or half from above for what lies and turns. */
export const VIEWS = ['side', 'front', 'quarter'] as const;
export type View = (typeof VIEWS)[number];

export interface Held {
  kind: HeldKind;
  in: 'left' | 'right' | 'both';
  /** Turned by a quarter: a dumbbell lies from side to side, a bag from front to back. */
  across: boolean;
}

/** A point that something is stretched to: of the body, or of the room, m ahead and m up. */
export type Point = End | 'knees' | 'ankles' | { ahead: number; up: number };

export interface Stretched {
  kind: StretchedKind;
  from: Point;
  to: Point;
}

/** A thing that stands in the room; null where it stands is where the body rests on it. */
export interface PlacedProp {
  kind: PlacedKind;
  at: number | null;
}

/** The ways a foot or a hand moves from one point of rest to another. */
export type Going = 'steps' | 'slides';

/** One position of a figure, and the way to it. */
export interface Position {
  posture: Posture;
  contacts: Contacts;
  going: ReadonlyMap<End, Going>;
  held: readonly Held[];
  stretched: readonly Stretched[];
  /** Which part of the lift it is to come here: what the digits of a tempo change. */
  phase: 'lower' | 'lift' | null;
  /** How long it takes to come here, ms, where nothing else says so; null for the usual. */
  inMs: number | null;
  holdMs: number;
  /** How high the centre of mass flies to come here, m; null where the body stays on the ground. */
  airM: number | null;
  /** How far the body gets to come here, ahead and to its right, m: a jump that goes somewhere. */
  shiftM: readonly [ahead: number, right: number];
  /** The body is not brought over its feet: it moves on, or holds on to something. */
  free: boolean;
}

/** A figure as it is written. */
export interface FigureText {
  view: View;
  positions: readonly Position[];
  /** Both sides in turn: all of it again with left and right changed, before it begins anew. */
  inTurn: boolean;
  /** It gets on: what it stands on moves below it. */
  travels: boolean;
  /** Through the positions without stopping at each. */
  flows: boolean;
  placed: readonly PlacedProp[];
  /** The way back to the first position. */
  back: Pick<Position, 'phase' | 'inMs' | 'airM' | 'going' | 'holdMs'>;
  /** The two positions that are shown where nothing moves. */
  pair: readonly [number, number];
  /** How many beats all of it takes, where music leads; null where that is not said. */
  beats: number | null;
}
