import { expect, it } from 'vitest';
import { ownPlace } from './own-place.ts';

const ORIGIN = 'https://classes.example.org';

it('goes on to places of this application as they are', () => {
  for (const to of ['/', '/log', '/classes/first-light?view=text#main', '/classes/a%2Fb'])
    expect(ownPlace(to, ORIGIN)).toBe(to);
});

it('goes nowhere else, however the address is written', () => {
  for (const to of [
    '//evil.example',
    '///evil.example',
    '/\\evil.example',
    '\\\\evil.example',
    '/\t/evil.example',
    '/\n/evil.example',
    'https://evil.example',
    'https:evil.example',
    'javascript:alert(1)',
    'evil.example',
    '',
    'https://classes.example.org.evil.example/',
    'https://classes.example.org@evil.example/',
  ])
    expect([to, ownPlace(to, ORIGIN)]).toEqual([to, '/']);
  // Leading out of the path stays within the application.
  expect(ownPlace('/../../log', ORIGIN)).toBe('/log');
});
