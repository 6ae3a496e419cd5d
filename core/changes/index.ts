/** The class as each group does it: the sets in their order, and what each change from one to the next needs. */
export { type Change, changesOf, neededChange, type Needs } from './changes.ts';
export { restFloors } from './floors.ts';
export { type HeldMove, pathsOf, type Turn } from './paths.ts';
