import { POSITIONS } from '../../../core/class/index.ts';
import {
  type Answers,
  PART_WORDS,
  PARTS,
  type Pattern,
  POSITION_WORDS,
  type Question,
} from '../../../core/moves/index.ts';

/** One answer to a question: the key that gives it, and its word. */
interface Choice<Q extends Question> {
  key: string;
  word: string;
  value: Answers[Q];
}

const KEYS = '1234567890abcdefgh';

/** What each pattern is to someone who does not use the word. */
const PATTERNS_SAID: Record<Pattern, string> = {
  squat: 'squat',
  hinge: 'hinge at the hips',
  lunge: 'lunge',
  push: 'push',
  pull: 'pull',
  carry: 'carry',
  rotate: 'twist',
  brace: 'hold the trunk',
  jump: 'jump',
  locomote: 'steps, runs',
  mobilise: 'loosen up',
  stretch: 'stretch',
  isolate: 'one joint',
};

const keyed = <T extends string>(values: readonly T[], words: Record<T, string>) =>
  values.map((value, k) => ({ key: KEYS[k] ?? '', word: words[value], value }));

export const QUESTION_WORDS: Record<Question, string> = {
  pattern: 'What is it most?',
  part: 'What does it work or stretch most?',
  position: 'In what position?',
  impact: 'How does it land?',
  oneSided: 'Which side?',
};

export const CHOICES: { readonly [Q in Question]: readonly Choice<Q>[] } = {
  pattern: keyed(Object.keys(PATTERNS_SAID) as Pattern[], PATTERNS_SAID),
  part: keyed(PARTS, PART_WORDS),
  position: keyed(POSITIONS, POSITION_WORDS),
  impact: [
    { key: '1', word: 'no landing', value: 'none' },
    { key: '2', word: 'softly', value: 'low' },
    { key: '3', word: 'hard', value: 'high' },
  ],
  oneSided: [
    { key: '1', word: 'both at once', value: false },
    { key: '2', word: 'one at a time', value: true },
  ],
};
