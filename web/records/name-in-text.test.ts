import { expect, it } from 'vitest';
import { inParts } from './name-in-text.ts';

const told = (text: string, name: string) => inParts(text, name).map((p) => (p.isName ? `[${p.text}]` : p.text));

it('tells the name from the rest, wherever it stands', () => {
  expect(told('Will will row, says Will', 'Will')).toEqual(['[Will]', ' will row, says ', '[Will]']);
  expect(told('nobody', 'Will')).toEqual(['nobody']);
});

it('shows of a long text what stands about the first', () => {
  const parts = told(`${'a'.repeat(200)}Will${'b'.repeat(300)}`, 'Will');
  expect(parts).toEqual([`\u2026${'a'.repeat(80)}`, '[Will]', `${'b'.repeat(160)}\u2026`]);
});
