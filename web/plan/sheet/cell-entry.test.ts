import { describe, expect, it } from 'vitest';
import { readEntry } from './cell-entry.ts';

describe('what is typed into a cell', () => {
  it.each([
    ['40', { workMs: 40_000 }],
    ['40/20', { workMs: 40_000, restMs: 20_000 }],
    ['/20', { restMs: 20_000 }],
    ['1:30 / 0', { workMs: 90_000, restMs: 0 }],
    ['1:00:00', { workMs: 3_600_000 }],
  ])('%s', (text, patch) => {
    expect(readEntry(text)).toEqual({ patch, fault: '' });
  });

  it.each([
    ['/', 'Work, work/rest or /rest: 40, 40/20, /20'],
    ['40/20/10', 'Work, work/rest or /rest: 40, 40/20, /20'],
    ['soon', 'Work, work/rest or /rest: 40, 40/20, /20'],
    ['0', 'Work is at least a second'],
    ['240:00', 'A visit takes at most an hour'],
    ['40/90:00', 'A visit takes at most an hour'],
  ])('%s is refused', (text, fault) => {
    expect(readEntry(text)).toEqual({ patch: null, fault });
  });
});
