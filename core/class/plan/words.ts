import type { Block, Plan } from './schema.ts';

/** The choices of a class's level and use of the room, with their words. */
export const LEVEL_WORDS: readonly (readonly [Plan['level'], string])[] = [
  ['beginner', 'beginners'],
  ['mixed', 'mixed'],
  ['practised', 'practised'],
];
export const USES_OF_ROOM: readonly (readonly [Block['use'], string])[] = [
  ['together', 'all together'],
  ['stations', 'at stations'],
];
