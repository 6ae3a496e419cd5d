import { expect, it } from 'vitest';
import { recordParts } from './record-parts.ts';

it('sends a long table in parts, each with its head; a cell may hold anything', () => {
  const table = 'run,reps,note\nr1,1,"a, b"\n\nr2,2,"two\nlines"\nr3,3,"say ""go"""\n';
  expect(recordParts(table, 2)).toEqual([
    'run,reps,note\r\nr1,1,"a, b"\r\nr2,2,"two\nlines"',
    'run,reps,note\r\nr3,3,"say ""go"""',
  ]);
});

it('leaves a short table, records as JSON, and what is no table as they are', () => {
  for (const text of ['run,reps\nr1,1\n', ' {"format": "odd-round/records"}', '', 'tide'])
    expect(recordParts(text, 2)).toEqual([text]);
});
