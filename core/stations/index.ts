export { type KitNeed, kitNeeds } from './kit.ts';
export { cutsOf, outlineOf, type Rect, roomAround, type Way, waysIn } from './room.ts';
export { type Group, groupAt, groupsFor, rotationChart, sharing, stationOf, type Turn, whereAll } from './rotation.ts';
export { setOut } from './set-out.ts';
export {
  clearRadius,
  largestGroup,
  type SpacingKind,
  type SpacingProblem,
  spacingProblems,
  WALK_MPS,
} from './spacing.ts';
export { alongShortestRound, type Leg, metresOf, shortestRound, walkOf, walkTable } from './tour.ts';
