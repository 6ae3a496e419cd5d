import { describe, expect, it } from 'vitest';
import { answerWords } from './answer-words.ts';

describe('how it stands with what a remote asked', () => {
  it('is asked until the desk has done it, then done; a refusal says why', () => {
    const asked = { word: 'Pause', id: 'event-of-pause', refused: null };
    expect(answerWords({ ...asked, id: null }, [])).toBe('Pause: asked');
    expect(answerWords(asked, [{ id: 'event-of-skip' }])).toBe('Pause: asked');
    expect(answerWords(asked, [{ id: 'event-of-pause' }])).toBe('Pause: done');
    expect(answerWords({ ...asked, id: null, refused: 'The desk is out of reach' }, [])).toBe(
      'Pause: The desk is out of reach',
    );
  });
});
