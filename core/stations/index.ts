export { blockKit, type ClassKit, classKit, kitFor } from './class-kit.ts';
export { kitNeeds } from './kit.ts';
export { outlineOf, roomAround, waysIn } from './room.ts';
export { setOut } from './set-out.ts';
export {
  clearRadius,
  largestGroup,
  type SpacingKind,
  spacingProblems,
  WALK_MPS,
} from './spacing.ts';
export { alongShortestRound, type Leg, metresOf, shortestRound, walkOf, walkTable } from './tour.ts';
