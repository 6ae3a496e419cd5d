import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../server/library/read.ts';
import { judge, markedNotes } from '../test/notes/marked.ts';

const library = shippedLibrary();

describe('notes, with what they mean', () => {
  it('are many: a hundred and fifty at least, beside the golden ones', () => {
    expect(markedNotes('golden')).toHaveLength(20);
    expect(markedNotes('batch').length).toBeGreaterThanOrEqual(150);
  });

  it.each(markedNotes('golden').map((m) => [m.notes.split('\n')[0], m] as const))('golden: %s', (_, marked) => {
    const { got, isRight } = judge(marked, library);
    expect(isRight ? marked.meaning : got).toBe(marked.meaning);
  });

  it('of all others, 95 in a hundred come out as meant, and none wrong in silence', () => {
    const judged = markedNotes('batch').map((m) => judge(m, library));
    const wrong = judged.filter((j) => !j.isRight);
    expect(wrong.filter((j) => j.isSilent).map((j) => `${j.notes}\n= ${j.got}`)).toEqual([]);
    expect(wrong.length).toBeLessThanOrEqual(judged.length * 0.05);
  });
});
