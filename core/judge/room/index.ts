export { blockKit, type ClassKit, classKit, kitFor } from './class-kit.ts';
export { outlineOf } from './room.ts';
export { setOut } from './set-out.ts';
export {
  clearRadius,
  largestGroup,
  type SpacingKind,
  spacingProblems,
  WALK_MPS,
} from './spacing.ts';
export { alongShortestRound, type Leg, metresOf, walkOf, walkTable } from './tour.ts';
