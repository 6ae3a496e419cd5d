import type { FigureFault, Rule } from './rules.ts';

const cm = (m: number) => `${Math.max(1, Math.round(m * 100))} cm`;
const degrees = (x: number) => `${Math.max(1, Math.round(x))}\u00b0`;

/** What a rule says of a figure, in a line. */
const WORDS: Record<Rule, (of: string, by: number) => string> = {
  sinks: (of, by) => `The ${of} goes ${cm(by)} into the floor`,
  slides: (of, by) => `The ${of} slides ${cm(by)} where it should stay`,
  misses: (of, by) => `The ${of} stays ${cm(by)} away from where it should rest`,
  range: (of, by) => `The ${of} goes ${degrees(by)} farther than a joint goes`,
  leaps: (of) => `The ${of} leaps from one place to another`,
  knee: (of, by) => `The ${of} falls ${cm(by)} inward of its foot`,
  back: (of, by) => `The ${of} is rounded under load, by ${degrees(by)} too much`,
  balance: (of, by) => `The ${of} would fall over: its weight is ${cm(by)} beside what it stands on`,
  landing: (of) => `The ${of} lands nearly straight: bend it`,
};

export const faultWords = ({ rule, of, by }: FigureFault): string => WORDS[rule](of, by);
