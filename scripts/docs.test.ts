import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';

const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], { encoding: 'utf8' }).trim().split('\n');
const pages = [
  'README.md',
  'figure/README.md',
  ...readdirSync('docs').flatMap((f) => (f.endsWith('.md') ? [`docs/${f}`] : [])),
];
const quoted = pages.flatMap((page) =>
  [...readFileSync(page, 'utf8').matchAll(/`([^`\n]+)`/g)].map((m) => ({ page, text: m[1] ?? '' })),
);

it('every file that the docs name is there', () => {
  const named = quoted.filter(({ text }) => /^[\w./-]+\.(ts|tsx|mjs|css|sql|html)$/.test(text));
  expect(named.length).toBeGreaterThan(30);
  expect(named.filter(({ text }) => !files.some((file) => file === text || file.endsWith(`/${text}`)))).toEqual([]);
});

it('every type and function that the docs name is in the code', () => {
  const code = files
    .filter((f) => /\.(tsx?|mjs)$/.test(f) && f !== 'scripts/docs.test.ts')
    .map((f) => readFileSync(f, 'utf8'))
    .join('\n');
  const words = new Set(code.match(/\w+/g));
  const named = quoted.filter(({ text }) => /^[a-z]*[A-Z]\w*[a-z]\w*$/.test(text));
  expect(named.length).toBeGreaterThan(40);
  expect(named.filter(({ text }) => !words.has(text))).toEqual([]);
});
