import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { libraryOf, plainMove } from '../../moves/index.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { compile, totals } from '../../time/index.ts';
import { type Before, nextWeight, proposals, stepOf, withChanges } from './progress.ts';
import type { SetRecord } from './sets.ts';

const library = libraryOf([{ ...plainMove('Press-up'), harder: 'Clap press-up' }, plainMove('Clap press-up')]);
/** Work 30, rest 15, two stations, three rounds: 6 × 30 + 5 × 15 = 4:15. */
const plan: Plan = {
  ...planOf(
    circuit(
      stations(2, (x, k) =>
        k === 0 ? { ...x, move: 'Press-up' } : { ...x, weightKg: 20, reps: { count: 10, per: 'total' } },
      ),
      30,
      15,
      3,
    ),
  ),
  slot: { start: '18:30', lengthMs: s(300) },
};
const set = (round: number, reps: number | null, more: Partial<SetRecord> = {}): SetRecord => ({
  blockId: plan.blocks[0]?.id ?? '',
  stationId: 's1',
  move: 'Press-up',
  side: null,
  round,
  again: 1,
  layer: null,
  squad: null,
  person: null,
  startedAtMs: 0,
  plannedMs: 30_000,
  actualMs: 30_000,
  reps,
  weightKg: null,
  effort: null,
  note: '',
  ...more,
});
const held = [set(1, 12), set(2, 12), set(3, 12)];
const led = (more: Partial<Before> = {}): Before => ({ day: '2026-11-19', plan, sets: held, effort: 6, ...more });
const today = '2026-11-26';
const kinds = (list: readonly Before[], of = plan, day = today) =>
  proposals(of, list, library, day).progress.map((p) => p.kind);

describe('the next weight', () => {
  it('is the greatest usual step of 2.5 to 10 %', () => {
    expect([20, 16, 40, 50, 10, 100].map(nextWeight)).toEqual([22, 17.25, 44, 55, 11, 105]);
    // Of 4 kg half a kilo is an eighth already.
    expect(nextWeight(4)).toBeNull();
  });
});

describe('what to ask next', () => {
  it('where reps held and it was not too hard, one of: more work, less rest, a round, a harder way; each with its cost and slot', () => {
    const { progress, why } = proposals(plan, [led()], library, today);
    expect(progress.map((p) => [p.kind, p.costMs / 1000, (p.spareMs ?? 0) / 1000])).toEqual([
      ['work', 30, 15],
      ['rest', -25, 70],
      ['round', 90, -45],
      ['harder', 0, 45],
    ]);
    expect(why).toBe('Reps held, felt to be 6 of 10');
    // Each by itself: one thing at a time.
    for (const p of progress)
      expect(totals(withChanges(plan, p.changes)).totalMs - totals(plan).totalMs).toBe(p.costMs);
  });

  it('never two at once: one that was changed since it was led is led first', () => {
    const harder = withChanges(plan, stepOf(plan, 'work', library));
    expect(proposals(harder, [led()], library, today)).toEqual({
      progress: [],
      why: 'It was changed since it was last led: one thing at a time. Lead it first.',
    });
    // Other words are no change of what it asks.
    expect(kinds([led()], { ...plan, title: 'Renamed', notes: 'x' })).toHaveLength(4);
  });

  it('steps back after two weeks, after a drop of a fifth, after a fifth fewer than before, and where it was all there was', () => {
    expect(kinds([led({ day: '2026-11-12' })])).toEqual(['ease']);
    expect(kinds([led({ day: '2026-11-13' })])).not.toContain('ease');
    expect(kinds([led({ sets: [set(1, 20), set(2, 18), set(3, 16)] })])).toEqual(['ease']);
    expect(kinds([led({ sets: [set(1, 9), set(2, 9)] }), led({ sets: [set(1, 12), set(2, 12)] })])).toEqual(['ease']);
    // With another weight they are not the same sets.
    const heavier = [set(1, 9, { weightKg: 20 }), set(2, 9, { weightKg: 20 })];
    const lighter = [set(1, 12, { weightKg: 16 }), set(2, 12, { weightKg: 16 })];
    expect(kinds([led({ sets: heavier }), led({ sets: lighter })])).not.toContain('ease');
    expect(kinds([led({ effort: 10 })])).toEqual(['ease']);
    // A round fewer of three: 4:15 becomes 2:45.
    const [ease] = proposals(plan, [led({ effort: 10 })], library, today).progress;
    expect(ease?.costMs).toBe(-s(90));
  });

  it('waits where reps fell by more than a tenth, where it was hard, and where nothing was written down', () => {
    expect(proposals(plan, [led({ sets: [set(1, 20), set(2, 17)] })], library, today)).toEqual({
      progress: [],
      why: 'Reps fell by 15 %: let them hold first.',
    });
    expect(kinds([led({ effort: 9 })])).toEqual([]);
    expect(kinds([led({ effort: null, sets: [] })])).toEqual([]);
    expect(kinds([])).toEqual([]);
  });

  it('more weight where the target was beaten by two in two sessions, and in no other case', () => {
    const lifted = (a: number, b: number) =>
      [a, b].map((n, k) => set(k + 1, n, { stationId: 's2', move: 'Move 2', weightKg: 20 }));
    const found = proposals(plan, [led({ sets: lifted(12, 13) }), led({ sets: lifted(12, 12) })], library, today);
    expect(found.progress[0]).toMatchObject({
      kind: 'weight',
      changes: [{ kind: 'weight', stationId: 's2', weightKg: 22 }],
      source: expect.stringContaining('NSCA'),
    });
    const weight = (last: SetRecord[], earlier: SetRecord[]) =>
      kinds([led({ sets: last }), led({ sets: earlier })]).includes('weight');
    expect(weight(lifted(12, 11), lifted(12, 12))).toBe(false);
    expect(weight(lifted(12, 12), lifted(11, 12))).toBe(false);
    expect(kinds([led({ sets: lifted(14, 14) })])).not.toContain('weight');
  });

  it('never makes a format at full effort harder for beginners', () => {
    const tabata: Plan = { ...planOf(block(format('tabata'), stations(2))), level: 'beginner' };
    expect(proposals(tabata, [led({ plan: tabata })], library, today)).toEqual({
      progress: [],
      why: 'A format at full effort is not made harder for beginners.',
    });
    for (const kind of ['work', 'rest', 'round', 'harder'] as const) expect(stepOf(tabata, kind, library)).toEqual([]);
    expect(stepOf(tabata, 'ease', library)).not.toEqual([]);
  });

  it('leaves no side a set short by a round, and no rest under ten seconds', () => {
    const sided: Plan = planOf(
      circuit(
        stations(2, (x, k) => (k === 0 ? { ...x, sides: { mode: 'byRound', first: 'left' } } : x)),
        30,
        12,
        2,
      ),
    );
    const [round] = stepOf(sided, 'round', library);
    expect(round).toMatchObject({ kind: 'rounds', rounds: 4 });
    expect(stepOf(sided, 'rest', library)).toEqual([]);
    expect(
      compile(withChanges(sided, stepOf(sided, 'work', library))).intervals.map((i) => i.durationMs / 1000),
    ).toEqual([35, 12, 35, 12, 35, 12, 35]);
  });
});
