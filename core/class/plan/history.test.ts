import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArb } from '../../test/arbitrary.ts';
import { circuit, planOf, stations } from '../../test/build.ts';
import { same } from '../values/index.ts';
import { moveBlock, removeBlock } from './edits.ts';
import { change, doAgain, type Edited, NO_HISTORY, takeBack } from './history.ts';
import { newLayout } from './layout.ts';
import type { Plan } from './schema.ts';
import { stepsBetween } from './steps.ts';

const start = (plan: Plan): Edited => ({ plan, history: NO_HISTORY });
const edit = (edited: Edited, to: (plan: Plan) => Plan, atMs: number, merge?: string) =>
  change(edited, stepsBetween(edited.plan, to(edited.plan)), atMs, merge);
const plan = planOf(circuit(stations(2), 40, 20, 2));
const type = (edited: Edited, text: string, fromMs = 0, everyMs = 100) =>
  [...text].reduce(
    (e, _, k) => edit(e, (p) => ({ ...p, title: text.slice(0, k + 1) }), fromMs + k * everyMs),
    edit(edited, (p) => ({ ...p, title: text.slice(0, 1) }), fromMs),
  );

describe('what was done to a class', () => {
  it('a title of fifteen letters is one change', () => {
    const typed = type(start({ ...plan, title: 'x' }), 'x and more than');
    expect([typed.plan.title, typed.history.past.length]).toEqual(['x and more than', 1]);
    expect(takeBack(typed).plan.title).toBe('x');
  });

  it('typed over one that was selected whole, it is one change too', () => {
    const typed = type(start({ ...plan, title: 'Low water' }), 'Slack water');
    expect(typed.history.past).toHaveLength(1);
    expect(takeBack(typed).plan.title).toBe('Low water');
  });

  it('typed again after a pause, or after something else, it is two', () => {
    const first = type(start({ ...plan, title: 'x' }), 'xy');
    expect(type(first, 'xyz', 60_000).history.past).toHaveLength(2);
    const between = edit(first, (p) => ({ ...p, heads: 12 }), 300);
    expect(type(between, 'xyz', 400).history.past).toHaveLength(3);
  });

  it('a choice is a change of its own, however fast', () => {
    const levels = (['beginner', 'practised'] as const).reduce(
      (e, level, k) => edit(e, (p) => ({ ...p, level }), k),
      start(plan),
    );
    expect(levels.history.past).toHaveLength(2);
  });

  it('what changes nothing leaves no trace, and what is typed and deleted again neither', () => {
    const edited = start({ ...plan, title: 'x' });
    expect(edit(edited, (p) => ({ ...p }), 0)).toEqual(edited);
    const gone = edit(type(edited, 'xy'), (p) => ({ ...p, title: 'x' }), 200);
    expect([gone.plan, gone.history.past]).toEqual([edited.plan, []]);
  });

  it('what takes a station out takes what names it along, and back', () => {
    const spots = [{ blockId: plan.blocks[0]!.id, stationId: 's2', x: 1, y: 1 }];
    const placed = { ...plan, layout: { ...newLayout(), spots } };
    const fewer = (p: Plan) => ({ ...p, blocks: p.blocks.map((b) => ({ ...b, stations: b.stations.slice(0, 1) })) });
    const cut = edit(start(placed), fewer, 0);
    expect(cut.plan.layout?.spots).toEqual([]);
    expect(takeBack(cut).plan).toEqual(placed);
  });

  it('something new takes away what could be done again', () => {
    const back = takeBack(edit(start(plan), (p) => ({ ...p, heads: 12 }), 0));
    expect(doAgain(back).plan.heads).toBe(12);
    expect(edit(back, (p) => ({ ...p, heads: 14 }), 10).history.future).toEqual([]);
    expect(doAgain(start(plan)).plan).toBe(plan);
  });

  it('500 sessions of 200 changes, taken back and done again at will: every text exactly as it was', () => {
    const pool = fc.sample(planArb, { numRuns: 60, seed: 4310 });
    const small: ((p: Plan, n: number) => Plan)[] = [
      (p, n) => ({ ...p, title: `${p.title.slice(0, 40)}${n}` }),
      (p, n) => ({ ...p, heads: (n % 60) + 1 }),
      (p) => moveBlock(p, p.blocks.at(-1)?.id ?? '', 0),
      (p, n) => removeBlock(p, p.blocks[n % 5]?.id ?? ''),
      (p, n) => pool[n % pool.length] ?? p,
    ];
    const session = fc.array(fc.nat(9999), { minLength: 200, maxLength: 200 });
    fc.assert(
      fc.property(fc.constantFrom(...pool), session, (first, moves) => {
        const texts = [first];
        let edited = start(first);
        let at = 0;
        moves.forEach((n, k) => {
          if (n % 3 === 0 && at > 0) {
            edited = takeBack(edited);
            at -= 1;
          } else if (n % 3 === 1 && at < texts.length - 1) {
            edited = doAgain(edited);
            at += 1;
          } else {
            const next = edit(edited, (p) => small[n % small.length]!(p, n), k * 10_000);
            if (next.plan === edited.plan) return;
            edited = next;
            texts.splice(at + 1, Number.POSITIVE_INFINITY, edited.plan);
            at += 1;
          }
          if (k % 20 === 0) expect(same(edited.plan, texts[at])).toBe(true);
        });
        for (; at > 0; at--) edited = takeBack(edited);
        expect(same(edited.plan, first)).toBe(true);
        for (const text of texts.slice(1)) {
          edited = doAgain(edited);
          expect(same(edited.plan, text)).toBe(true);
        }
      }),
      { numRuns: 150 },
    );
  });
});
