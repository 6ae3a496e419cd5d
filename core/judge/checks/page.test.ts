import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { checksPage } from '../../test/checks-page.ts';
import { THRESHOLDS } from '../thresholds/index.ts';
import { CHECKS } from './index.ts';

it('docs/checks.md lists the checks of today (npm run schema)', () => {
  expect(readFileSync('docs/checks.md', 'utf8')).toBe(checksPage());
});

it('every threshold is turned on by some check, and every check has a reason and a source', () => {
  const used = new Set(CHECKS.flatMap((c) => c.thresholds));
  expect(Object.keys(THRESHOLDS).filter((name) => !used.has(name as never))).toEqual([]);
  for (const { id, reason, source } of CHECKS)
    expect([id, reason.length > 20, source.length > 10]).toEqual([id, true, true]);
});

it('every check is tried by name in a test beside it', () => {
  const tests = readdirSync(import.meta.dirname)
    .filter((file) => file.endsWith('.test.ts'))
    .map((file) => readFileSync(`${import.meta.dirname}/${file}`, 'utf8'))
    .join('');
  expect(CHECKS.map((c) => c.id).filter((id) => !tests.includes(`'${id}'`))).toEqual([]);
});
