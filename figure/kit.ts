/*
 * The kit that figures use: what is held, what stands in the room and how high it is, what is stretched between two points.
 * Sizes in metres, as in the kit room of a usual hall.
 */

/** The props that hands hold, by name, with their usual weight, kg (for the balance). */
export const HELD = {
  bell: 12,
  dumbbell: 6,
  bag: 15,
  ball: 5,
  plate: 10,
  'big ball': 1,
  'small ball': 0.3,
  stick: 1,
  hammer: 5,
  towel: 0.2,
  wheel: 1,
} as const;
export type HeldKind = keyof typeof HELD;

/** The props that stand on the floor, with height, depth and width, m. A wall stands upright. */
export const PLACED = {
  floor: { top: 0, deep: 0 },
  mat: { top: 0, deep: 1.8 },
  step: { top: 0.15, deep: 0.36 },
  box: { top: 0.5, deep: 0.5 },
  bench: { top: 0.43, deep: 0.3 },
  'long bench': { top: 0.43, deep: 1.15 },
  wedge: { top: 0.03, deep: 0.13 },
  footplate: { top: 0.22, deep: 0.12 },
  chair: { top: 0.45, deep: 0.42 },
  stool: { top: 0.3, deep: 0.3 },
  'big ball': { top: 0.6, deep: 0.6 },
  ball: { top: 0.24, deep: 0.24 },
  'small ball': { top: 0.08, deep: 0.08 },
  roller: { top: 0.14, deep: 0.14 },
  bells: { top: 0.2, deep: 0.2 },
  dumbbells: { top: 0.08, deep: 0.1 },
  sliders: { top: 0.015, deep: 0.22 },
  wheel: { top: 0.1, deep: 0.2 },
  bag: { top: 0.2, deep: 0.5 },
  wall: { top: 2.4, deep: 0 },
  rail: { top: 2.25, deep: 0 },
  straps: { top: 1.0, deep: 0 },
  treadmill: { top: 0.16, deep: 1.5 },
  sled: { top: 1.0, deep: 0.7 },
  tyre: { top: 0.4, deep: 1.0 },
  'seat trainer': { top: 0.36, deep: 1.5 },
  bike: { top: 0.95, deep: 1.1 },
  pedals: { top: 0.2, deep: 0 },
  cone: { top: 0.3, deep: 0.2 },
  ladder: { top: 0, deep: 2 },
} as const;
export type PlacedKind = keyof typeof PLACED;

/** The props between two points, by their look. */
export const STRETCHED = ['band', 'loop', 'rope', 'skipping rope', 'strap'] as const;
export type StretchedKind = (typeof STRETCHED)[number];
