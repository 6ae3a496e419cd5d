import { BAD } from './marked-bad.ts';
import { GOOD } from './marked-good.ts';
import { MORE } from './marked-more.ts';
import { IN_WORDS } from './marked-words.ts';
import type { Marked } from './marking.ts';

/** All classes that are marked by hand. */
export const MARKED: readonly Marked[] = [...GOOD, ...BAD, ...IN_WORDS, ...MORE];
