import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../server/library/read.ts';
import { MARKED } from '../../test/marked.ts';
import { scoreOf } from '../../test/score.ts';
import { CHECKS } from './index.ts';

const library = shippedLibrary();
const score = scoreOf(MARKED, library);

describe('classes marked by hand', () => {
  it('are a hundred and more, 45 of them good, and name checks that there are', () => {
    const ids = new Set(CHECKS.map((c) => c.id));
    expect(MARKED.length).toBeGreaterThanOrEqual(100);
    expect(MARKED.filter((m) => m.faults.length === 0).length).toBeGreaterThanOrEqual(45);
    for (const { faults, fair } of MARKED) for (const id of [...faults, ...fair]) expect(ids).toContain(id);
  });

  it('nearly every fault is found', () => {
    expect(score.missed).toEqual([]);
    expect(score.recall).toBeGreaterThanOrEqual(0.95);
  });

  it('nearly all that is said is right', () => {
    expect(score.precision).toBeGreaterThanOrEqual(0.9);
  });

  it('of good classes nothing weighty is said', () => {
    expect(score.weighty).toEqual([]);
  });
});
