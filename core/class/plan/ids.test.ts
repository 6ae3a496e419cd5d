import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArb } from '../../test/arbitrary.ts';
import { circuit, planOf, stations, testId } from '../../test/build.ts';
import { duplicatePlan, removeBlock, removeStations } from './edits.ts';
import { newLayout } from './layout.ts';
import type { Plan } from './schema.ts';

const plan: Plan = {
  ...planOf({ ...circuit(stations(3), 40, 20, 2), id: 'main' }, { ...circuit(stations(2), 30, 10, 1), id: 'end' }),
  layout: {
    ...newLayout(),
    spots: [
      { blockId: 'main', stationId: 's1', x: 1, y: 1 },
      { blockId: 'main', stationId: 's2', x: 2, y: 2 },
      { blockId: 'end', stationId: 's1', x: 3, y: 3 },
    ],
  },
  accepted: [
    { key: 'missingSides:main:s2', text: 'As meant' },
    { key: 'restShort:main:s1>s3:left', text: 'As meant' },
    { key: 'workRest:end', text: 'As meant' },
    { key: 'restShort:main>end', text: 'As meant' },
    { key: 'slot:over', text: 'As meant' },
  ],
};
const keys = (p: Plan) => p.accepted?.map((a) => a.key);
const spots = (p: Plan) => p.layout?.spots.map((x) => `${x.blockId}/${x.stationId}`);

describe('what names blocks and stations', () => {
  it('names those of the copy in a copy', () => {
    const copy = duplicatePlan(plan, testId, 'Copy');
    const [main, end] = copy.blocks;
    const [one, two, three] = main!.stations;
    expect(spots(copy)).toEqual([
      `${main!.id}/${one!.id}`,
      `${main!.id}/${two!.id}`,
      `${end!.id}/${end!.stations[0]!.id}`,
    ]);
    expect(keys(copy)).toEqual([
      `missingSides:${main!.id}:${two!.id}`,
      `restShort:${main!.id}:${one!.id}>${three!.id}:left`,
      `workRest:${end!.id}`,
      `restShort:${main!.id}>${end!.id}`,
      'slot:over',
    ]);
    expect([copy.id === plan.id, main!.id === 'main', one!.id === 's1']).toEqual([false, false, false]);
  });

  it('goes with what it names', () => {
    const fewer = removeStations(plan, 'main', ['s2']);
    expect([spots(fewer), keys(fewer)]).toEqual([
      ['main/s1', 'end/s1'],
      ['restShort:main:s1>s3:left', 'workRest:end', 'restShort:main>end', 'slot:over'],
    ]);
    const without = removeBlock(plan, 'main');
    expect([spots(without), keys(without)]).toEqual([['end/s1'], ['workRest:end', 'slot:over']]);
    expect(removeBlock(plan, 'nowhere')).toBe(plan);
  });

  it('2,000 copies of random classes: the same but for identities, and none of those is the old one', () => {
    const bare = (p: Omit<Plan, 'series'>) =>
      JSON.stringify(p, (key, value) => (/^(id|blockId|stationId|key)$/.test(key) ? 0 : value));
    fc.assert(
      fc.property(planArb, (p) => {
        const copy = duplicatePlan(p, testId, p.title);
        // A copy is part of no series.
        const { series: _, ...alone } = p;
        expect(bare(copy)).toBe(bare(alone));
        const own = new Set(copy.blocks.flatMap((b) => b.stations.map((s) => `${b.id}/${s.id}`)));
        expect(spots(copy)?.filter((x) => !own.has(x)) ?? []).toEqual([]);
        expect(keys(copy)?.filter((key) => /:(b|st)\d/.test(key)) ?? []).toEqual([]);
      }),
      { numRuns: 2000 },
    );
  });
});
