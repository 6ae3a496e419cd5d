import { expect, it } from 'vitest';
import { readOffset } from './read-offset.ts';
import { nameIn } from './use-making.ts';

it('a file has the name that the server gives it, in any letters', () => {
  expect(nameIn('attachment; filename="ebb.pdf"')).toBe('ebb.pdf');
  expect(nameIn('attachment; filename=ebb.pdf')).toBe('ebb.pdf');
  expect(nameIn('attachment; filename="?.pdf"; filename*=UTF-8\'\'%C5%82%C3%B3d%C5%BA.pdf')).toBe('łódź.pdf');
  expect(nameIn('attachment; filename*=UTF-8\'\'%E0%A4%A.pdf; filename="x.pdf"')).toBe('x.pdf');
  expect(nameIn(null)).toBeNull();
});

it('how long a recording ran before the class: seconds, to the ms, with a sign', () => {
  expect(['0', '12', '12.5', '+1:30', '-4', '\u22123.25', '1.0005', 'soon', ''].map(readOffset)).toEqual([
    0,
    12_000,
    12_500,
    90_000,
    -4000,
    -3250,
    null,
    null,
    null,
  ]);
});
