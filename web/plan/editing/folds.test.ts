import { describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { isOpenBlock } from './folds.ts';

const blocks = (...roles: ('warmUp' | 'main' | 'coolDown')[]) =>
  planOf(...roles.map((role, k) => ({ ...circuit(stations(2), 30, 10, 2), id: `b${k}`, role })));

describe('which blocks are open', () => {
  const open = (plan: ReturnType<typeof blocks>, set = {}) =>
    plan.blocks.filter((b) => isOpenBlock(plan, b, set)).map((b) => b.id);

  it('the first main block is, whatever stands round it; all are where there is none', () => {
    expect(open(blocks('warmUp', 'main', 'main', 'coolDown'))).toEqual(['b1']);
    expect(open(blocks('warmUp', 'coolDown'))).toEqual(['b0', 'b1']);
  });

  it('those that were opened or folded by hand stay so', () => {
    expect(open(blocks('warmUp', 'main', 'coolDown'), { b1: false, b2: true })).toEqual(['b2']);
  });
});
