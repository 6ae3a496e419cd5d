import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../test/build.ts';
import { pageOf } from './documents.ts';
import { planFrom } from './plan-document.ts';
import { RunSchema } from './runs.ts';

const plan = planOf(circuit(stations(2), 40, 20, 2));
const item = v.object({ plan: planFrom() });

describe('a page of a list', () => {
  it('of a newer server names what this page cannot read, and shows the rest', () => {
    const page = v.parse(pageOf(item), {
      items: [
        { plan },
        { plan: { ...plan, id: 'newer', title: 'Next year', version: 9 } },
        { plan: { ...plan, colour: 'tar' } },
      ],
      next: null,
      faults: [{ id: 'torn', title: 'Torn', problem: 'The class \u201cTorn\u201d cannot be read' }],
      total: 4,
      more: 'than this page knows',
    });
    expect(page.items).toEqual([{ plan }]);
    expect(page.faults.map((f) => [f.id, f.title])).toEqual([
      ['torn', 'Torn'],
      ['newer', 'Next year'],
      ['plan-1', 'Test class'],
    ]);
    expect(page.faults[1]?.problem).toContain('A newer version of Odd Round wrote this');
  });

  it('an entry of a run that a newer desk wrote is named, the others are read', () => {
    const run = {
      id: 'r',
      planId: plan.id,
      title: 'Low water',
      plan,
      status: 'running',
      startedAt: null,
      endedAt: null,
      plannedMs: 0,
      actualMs: 0,
    };
    const events = [
      { id: 'event-001', seq: 1, type: 'start', atMs: 1 },
      { id: 'event-002', seq: 2, type: 'dance', atMs: 2 },
    ];
    const [read] = v.parse(pageOf(RunSchema), { items: [{ ...run, events }], next: null, faults: [] }).items;
    expect(read?.events.map((e) => e.type)).toEqual(['start']);
    expect(read?.faults).toEqual([{ id: '1', title: 'Low water', problem: 'Entry 2 cannot be read by this page' }]);
  });

  it('that is none is refused as a whole', () => {
    expect(() => v.parse(pageOf(item), { rows: [] })).toThrow();
  });
});
