import { expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { writeMarkdown } from './board-text.ts';

it('a class as Markdown: what is typed is no mark in it', () => {
  const plan = {
    ...planOf({
      ...circuit(
        stations(2, (x, k) =>
          k === 0 ? { ...x, move: '*Slam* [rope] #1', easier: ['Half_way'] } : { ...x, workMs: s(30) },
        ),
        40,
        20,
        2,
      ),
      title: 'Main',
    }),
    title: 'Ebb & flow',
  };
  expect(writeMarkdown(plan)).toBe(
    [
      '# Ebb \\& flow',
      '3:20',
      '## Main (3:20)',
      'Go round: 2 rounds, 40 s work, 20 s rest',
      '1. **\\*Slam\\* \\[rope\\] #1**: 40/20\n   - easier: Half\\_way\n2. **Move 2**: 30/20\n',
    ].join('\n\n'),
  );
});
