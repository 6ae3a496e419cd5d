import { expect, it } from 'vitest';
import { readNotes } from '../../../core/notes/index.ts';
import { TEST_LIBRARY } from '../../../core/test/moves.ts';
import { lineWords, markOf, questionsOf, sumWords } from './notes.ts';

const read = (text: string) => readNotes(text, TEST_LIBRARY);

it('each line comes to a few words, a guess in it is pointed out', () => {
  const text = 'Low tide\n40/20 x 3, 1 min between\nSquat\nKelp wave\nbring towels!!';
  expect(lineWords(text, read(text)).map((l) => [l.words, l.guessed])).toEqual([
    ['title', false],
    ['40 s work, 20 s rest, 3 rounds, 1:00 \u2026', false],
    ['is this right?', true],
    ['kept as a note', false],
  ]);
});

it('pieces are underlined by what they are; what is guessed by a wave', () => {
  const text = 'Low tide\n40/20 x 3\nSquat 16kg\nKelp wave';
  expect(read(text).readings.map((r) => [text.slice(r.from, r.to), markOf(r)])).toEqual([
    ['Low tide', null],
    ['40/20 x 3', 'time'],
    ['Squat', 'move'],
    ['16kg', 'beside'],
    ['Kelp wave', 'guess'],
  ]);
});

it('what changes the time is asked before the names, each with what it costs', () => {
  const text = 'warm up 4 min - Step, Kelp wave';
  const asked = questionsOf(text, read(text));
  expect(asked.map((q) => [q.about, q.isName, q.isOpen])).toEqual([
    ['Warm-up: length', false, true],
    ['Kelp wave', true, true],
  ]);
  expect(asked[0]?.ways.map((w) => [w.words, w.costs])).toEqual([
    ['4:00, shared by 2 moves', ''],
    ['4:00 a move', '+4:00'],
  ]);
  expect(asked[1]?.ways.at(-1)).toEqual({ id: 'note', words: 'no move: a note', costs: '' });
});

it('the notes are summed up in a line', () => {
  const guessed = 'warm up 4 min\nSquat\nStep';
  expect(sumWords(guessed, 1, 0)).toBe('3 lines, 1 guess, nothing left over');
  expect(sumWords('40/20 x2\nSquat\nStep', 0, 2)).toBe('3 lines, no guess, 2 pieces kept as notes');
});
