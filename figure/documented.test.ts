import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { JOINTS } from './body.ts';
import { HELD, PLACED, STRETCHED } from './kit.ts';
import { POSES } from './read.ts';

const page = readFileSync(new URL('./README.md', import.meta.url), 'utf8');

it('every pose, every kind of kit and every joint stands in the guide to figures', () => {
  const words = [
    ...POSES.keys(),
    ...Object.keys(HELD),
    ...Object.keys(PLACED).filter((k) => k !== 'floor'),
    ...STRETCHED,
    ...Object.keys(JOINTS),
  ];
  expect(words.filter((w) => !page.includes(`\`${w}\``))).toEqual([]);
  for (const [joint, { ways }] of Object.entries(JOINTS)) {
    const row = Object.entries(ways).map(([way, [from, to]]) => `${way} ${from} to ${to}`);
    expect(page).toContain(`| \`${joint}\` | ${row.join(', ')} |`);
  }
});
