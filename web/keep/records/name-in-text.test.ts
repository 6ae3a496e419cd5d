import { expect, it } from 'vitest';
import { inParts } from './name-in-text.ts';

const told = (text: string, name: string) => inParts(text, name).map((p) => (p.isName ? `[${p.text}]` : p.text));

it('tells the name from the rest, wherever it stands', () => {
  expect(told('Will will row, says Will', 'Will')).toEqual(['[Will]', ' will row, says ', '[Will]']);
  expect(told('nobody', 'Will')).toEqual(['nobody']);
  expect(told('Willow (Will) and Will\u2019s', 'Will')).toEqual(['Willow (', '[Will]', ') and ', '[Will]', '\u2019s']);
});

it('shows of a long text what stands about the first', () => {
  const parts = told(`${'Willow'.repeat(40)} Will ${'b'.repeat(300)}`, 'Will');
  expect(parts).toEqual([`\u2026w${'Willow'.repeat(13)} `, '[Will]', ` ${'b'.repeat(159)}\u2026`]);
});
