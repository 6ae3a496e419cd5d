import { formatChange } from '../../../core/class/index.ts';
import type { NoteRole, NotesRead, Reading } from '../../../core/notes/index.ts';

/** How a piece of notes is underlined: what is timed, what is a move, what is said beside them, and what is guessed. */
export type Mark = 'time' | 'move' | 'beside' | 'guess' | 'left';

const TIMES: readonly NoteRole[] = ['work', 'rest', 'rounds', 'break', 'length', 'format', 'heading'];

/** The mark of a reading; null for one that needs none. */
export function markOf({ role, sure, guess }: Reading): Mark | null {
  if (guess && role !== 'move') return null;
  if (role === 'title' || role === 'order') return null;
  if (sure === 'guessed') return 'guess';
  if (role === 'move') return 'move';
  return TIMES.includes(role) ? 'time' : 'beside';
}

/** Letters of the words behind a line. */
const MOST_WORDS = 38;

/** What each line of the notes comes to, in a few words, by the place of its end. */
export function lineWords(
  text: string,
  { readings, left }: NotesRead,
): { at: number; words: string; guessed: boolean }[] {
  const lines: { at: number; words: string; guessed: boolean }[] = [];
  let from = 0;
  for (const line of text.split('\n')) {
    const to = from + line.length;
    const own = readings.filter((r) => r.from >= from && r.to <= to && r.guess === undefined && r.role !== 'order');
    const moves = readings.filter((r) => r.role === 'move' && r.from >= from && r.to <= to);
    const guessed = moves.filter((r) => r.sure === 'guessed').length;
    const isLeft = left.some((l) => l.from < to && l.to > from);
    const said = own.filter((r) => r.role !== 'move' || r.sure === 'taken').map((r) => r.words);
    const words = [
      ...said,
      ...(moves.length > 1 ? [`${moves.length} moves`] : []),
      ...(guessed > 0 ? ['is this right?'] : []),
      ...(said.length === 0 && moves.length === 0 && isLeft ? ['kept as a note'] : []),
    ].join(', ');
    if (words !== '')
      lines.push({
        at: to,
        words: words.length > MOST_WORDS ? `${words.slice(0, MOST_WORDS - 1)}\u2026` : words,
        guessed: guessed > 0,
      });
    from = to + 1;
  }
  return lines;
}

/** A thing to be settled: the words it is about, and the ways to take it; names that are alike are asked once. */
export interface Question {
  key: string;
  about: string;
  isName: boolean;
  taken: string;
  isOpen: boolean;
  ways: { id: string; words: string; costs: string }[];
}

export function questionsOf(text: string, { readings }: NotesRead): Question[] {
  const asked = new Map<string, Question>();
  for (const { guess, from, to, role, sure } of readings) {
    if (!guess || asked.has(guess.key)) continue;
    const now = guess.ways.find((w) => w.id === guess.taken)?.totalMs ?? 0;
    asked.set(guess.key, {
      key: guess.key,
      about: guess.part === null ? text.slice(from, to).trim() : `${guess.part}: ${ROLE_WORDS[role].toLowerCase()}`,
      isName: role === 'move',
      taken: guess.taken,
      isOpen: sure === 'guessed',
      ways: guess.ways.map((w) => ({ id: w.id, words: w.words, costs: costs(w.totalMs - now) })),
    });
  }
  // What changes the time comes before the names.
  return [...asked.values()].sort((a, b) => Number(a.isName) - Number(b.isName));
}

const ROLE_WORDS: Record<NoteRole, string> = {
  title: 'Title',
  heading: 'Part',
  format: 'Format',
  work: 'Work',
  rest: 'Rest',
  rounds: 'Rounds',
  break: 'Break',
  length: 'Length',
  order: 'Order',
  move: 'Move',
  count: 'Numbers',
  measure: 'Measure',
  weight: 'Weight',
  side: 'Sides',
  option: 'Option',
  phase: 'Phase',
  check: 'Check',
  people: 'People',
  slot: 'Slot',
  level: 'Level',
  note: 'Note',
};

const costs = (ms: number) => (ms === 0 ? '' : formatChange(ms));

/** "12 lines, 4 guesses, nothing left over". */
export function sumWords(text: string, guesses: number, rest: number): string {
  const lines = text.split('\n').filter((line) => line.trim() !== '').length;
  const many = (n: number, one: string, several: string) => `${n} ${n === 1 ? one : several}`;
  return `${many(lines, 'line', 'lines')}, ${guesses === 0 ? 'no guess' : many(guesses, 'guess', 'guesses')}, ${rest === 0 ? 'nothing left over' : `${many(rest, 'piece', 'pieces')} kept as ${rest === 1 ? 'a note' : 'notes'}`}`;
}
