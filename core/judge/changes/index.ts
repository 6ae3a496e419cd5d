/** The class as each group does it: the sets in their order, and what each change from one to the next needs. */
export { type Changeover, changesOf, type Needs, neededChange } from './changes.ts';
export { restFloors } from './floors.ts';
export { type GroupSet, pathsOf } from './paths.ts';
