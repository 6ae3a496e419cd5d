import { expect, it } from 'vitest';
import { watchTo } from './watch.ts';

it('writes the first of a kind at once, then how many there were, and others beside it', () => {
  const lines: object[] = [];
  let now = 0;
  const watch = watchTo(
    (line) => lines.push(line),
    () => now,
  );
  for (let k = 0; k < 500; k++) watch('passphrase wrong', { from: '10.0.0.1' });
  watch('passphrase wrong', { from: '10.0.0.2' });
  watch('codes guessed', { from: '10.0.0.1' });
  now = 10_000;
  watch('passphrase wrong', { from: '10.0.0.1' });
  expect(lines).toEqual([
    { security: 'passphrase wrong', from: '10.0.0.1' },
    { security: 'passphrase wrong', from: '10.0.0.2' },
    { security: 'codes guessed', from: '10.0.0.1' },
    { security: 'passphrase wrong', from: '10.0.0.1', timesBefore: 499 },
  ]);
});
