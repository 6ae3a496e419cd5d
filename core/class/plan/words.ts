import type { Block, Plan } from './schema.ts';

/** What can be chosen of a class, each value with what it is called. */
export const LEVEL_WORDS: readonly (readonly [Plan['level'], string])[] = [
  ['beginner', 'beginners'],
  ['mixed', 'mixed'],
  ['practised', 'practised'],
];
export const USES_OF_ROOM: readonly (readonly [Block['use'], string])[] = [
  ['together', 'all together'],
  ['stations', 'at stations'],
];
