import type { SpokenMs } from './types.ts';

const WORDS_PER_SECOND = 2.5;

/** The estimated spoken length of some words, in ms: two and a half words a second. */
export function estimateSpokenMs(text: string): number {
  let words = 0;
  for (let i = 0; i < text.length; i++) {
    const startsWord = text[i] !== ' ' && (i === 0 || text[i - 1] === ' ');
    if (startsWord) words += 1;
  }
  return Math.round((words / WORDS_PER_SECOND) * 1000);
}

/** Spoken lengths as measured, in ms; estimated for words that are not among them. */
export function measured(lengths: ReadonlyMap<string, number>): SpokenMs {
  return (text) => lengths.get(text) ?? estimateSpokenMs(text);
}
