// @vitest-environment jsdom
import { cleanup, renderHook } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Finding } from '../../../core/judge/index.ts';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { marksOf, openFindings, useMarks } from './marks.ts';

afterEach(cleanup);
const plan = planOf({ ...circuit(stations(2), 30, 10, 2), id: 'a' }, { ...circuit(stations(2), 30, 10, 2), id: 'b' });

const finding = (key: string, place: Partial<Finding['place']>, more: Partial<Finding> = {}): Finding =>
  ({
    key,
    check: 'restShort',
    weight: 2,
    text: `What ${key} says`,
    fixes: [],
    place: { blockId: 'a', stationId: null, round: null, ...place },
    ...more,
  }) as Finding;

describe('the marks of a class', () => {
  it('stand where findings arise: at the block, the station, the gap', () => {
    const marks = marksOf(plan, [
      finding('f1', {}),
      finding('f2', { stationId: 's1' }),
      finding('f3', { stationId: 's1', at: 'gap', round: 2 } as never),
      finding('f4', { blockId: null }),
      finding('f5', {}, { check: 'oddRound' }),
    ]);
    expect(Object.keys(marks)).toEqual(['a']);
    expect(marks.a?.block?.map((n) => n.key)).toEqual(['f1']);
    expect(marks.a?.stations?.s1?.map((n) => n.key)).toEqual(['f2', 'f3']);
    expect(marks.a?.gaps?.['s1:2']?.map((n) => n.text)).toEqual(['What f3 says']);
  });

  it('stand in every place of a finding, each with what is so there', () => {
    const gap = (stationId: string, round: number, text: string) =>
      ({ at: 'gap', blockId: 'a', stationId, round, text }) as Finding['place'];
    const marks = marksOf(plan, [
      finding('f1', gap('s1', 1, 'One'), { also: [gap('s1', 2, 'One'), gap('s2', 1, 'Other')] }),
    ]);
    // A row is marked once for what is so in several of its rounds.
    expect(marks.a?.stations?.s1?.map((n) => n.text)).toEqual(['One']);
    expect(marks.a?.stations?.s2?.map((n) => n.text)).toEqual(['Other']);
    expect(Object.keys(marks.a?.gaps ?? {})).toEqual(['s1:1', 's1:2', 's2:1']);
  });

  it('leave out what has been accepted', () => {
    const one = finding('f1', {});
    expect(openFindings(plan, [one])).toEqual([one]);
  });

  it('of a block that says the same are the same object, whatever another block has', () => {
    const { result, rerender } = renderHook(({ found }) => useMarks(plan, found), {
      initialProps: { found: [finding('f1', {}), finding('f2', { blockId: 'b' })] },
    });
    const before = result.current;
    rerender({ found: [finding('f1', {}), finding('f2', { blockId: 'b' })] });
    expect(result.current).toBe(before);
    rerender({ found: [finding('f1', {}), finding('f9', { blockId: 'b' })] });
    expect(result.current.a).toBe(before.a);
    expect(result.current.b?.block?.[0]?.key).toBe('f9');
  });
});
