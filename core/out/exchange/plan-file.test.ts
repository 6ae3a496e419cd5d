import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { same } from '../../class/index.ts';
import { movesUsed } from '../../moves/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { circuit, planOf, stations } from '../../test/build.ts';
import { on, TEST_LIBRARY } from '../../test/moves.ts';
import { runs } from '../../test/runs.ts';
import { compile } from '../../time/index.ts';
import { readPlanFile, writePlanFile } from './plan-file.ts';

const plan = planOf(circuit(stations(2), 40, 20, 2));

describe('plan files', () => {
  it('read back what they wrote, exactly', () => {
    fc.assert(
      fc.property(planArb, (plan) => {
        expect(same(readPlanFile(writePlanFile([plan])), { plans: [plan], problems: [], told: [], moves: [] })).toBe(
          true,
        );
      }),
      { numRuns: 2000 },
    );
  });

  it('carry the moves they use; one that does not fit is named, and the classes are read', () => {
    const used = movesUsed([planOf(circuit(on('Squat', 'Nobody knows it', 'Bell'), 40, 20, 2))], TEST_LIBRARY);
    expect(used.map((m) => m.name)).toEqual(['Bell', 'Squat']);
    const text = writePlanFile([plan], used);
    expect(readPlanFile(text)).toEqual({ plans: [plan], problems: [], told: [], moves: used });
    const torn = readPlanFile(text.replace('"effort": 2', '"effort": 9'));
    expect([torn.plans.length, torn.moves.length, torn.problems[0]?.path]).toEqual([1, 1, 'moves[0].effort']);
  });

  it('may be one class, or a list', () => {
    expect(readPlanFile(JSON.stringify(plan)).plans).toEqual([plan]);
    expect(readPlanFile(JSON.stringify([plan, plan])).plans).toHaveLength(2);
  });

  it('give the good part and name what is wrong with the rest', () => {
    const file = JSON.parse(writePlanFile([plan, plan]));
    file.classes[1].blocks[0].format.workMs = 'long';
    const { plans, problems } = readPlanFile(JSON.stringify(file));
    expect(plans).toEqual([plan]);
    expect(problems).toHaveLength(1);
    expect(problems[0]?.path).toBe('classes[1].blocks[0].format.workMs');
  });

  it('are refused when foreign, newer or no JSON, with the place', () => {
    expect(readPlanFile('{"format":"other","classes":[]}').problems[0]?.path).toBe('format');
    expect(readPlanFile('{"format":"odd-round/classes","version":99,"classes":[]}').problems[0]?.path).toBe('version');
    expect(readPlanFile('{\n  "a": nonsense').problems[0]).toEqual({
      path: 'line 2, column 8',
      message: 'This is not JSON',
    });
    expect(readPlanFile('42').problems[0]?.path).toBe('(the whole document)');
  });

  it('of version 0 are migrated: seconds become milliseconds', () => {
    const old = {
      version: 0,
      id: 'old',
      title: 'Old',
      start: '06:15',
      slotMinutes: 40,
      blocks: [{ moves: ['Row', 'Swing'], rounds: 2, work: 30, rest: 15, break: 45 }],
    };
    const { plans, problems } = readPlanFile(JSON.stringify(old));
    expect(problems).toEqual([]);
    // 4 × 30 + 2 × 15 + 45
    expect(compile(plans[0]!).totalMs).toBe(195_000);
    expect(plans[0]?.slot).toEqual({ start: '06:15', lengthMs: 2_400_000 });
  });
});

/** A JSON text with one thing broken in it. */
const mutated = fc
  .tuple(planArb, fc.nat(), fc.constantFrom('drop', 'null', 'text', 'number', 'cut', 'byte'), fc.nat(255))
  .map(([p, at, how, byte]) => {
    const text = writePlanFile([p]);
    const i = at % text.length;
    if (how === 'cut') return text.slice(0, i);
    if (how === 'byte') return text.slice(0, i) + String.fromCharCode(byte) + text.slice(i + 1);
    const keys = [...text.matchAll(/"(\w+)": /g)];
    const key = keys[at % keys.length];
    if (!key) return text;
    const from = (key.index ?? 0) + key[0].length;
    const to = from + (/^(?:"[^"]*"|[-\d.]+|true|false|null)/.exec(text.slice(from))?.[0].length ?? 0);
    const put = { drop: '', null: 'null', text: '"x"', number: '-1.5' }[how];
    return text.slice(0, from) + put + text.slice(to);
  });

describe('anything at all in the importer', () => {
  it('10,000 strings of random bytes: no crash, every problem names a place', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 120 }), (bytes) => {
        const { plans, problems } = readPlanFile(new TextDecoder().decode(bytes));
        expect(plans.length + problems.length).toBeGreaterThanOrEqual(0);
        for (const p of problems) expect(p.path !== '' && p.message !== '').toBe(true);
      }),
      { numRuns: runs(10_000, 400) },
    );
  });

  it('2,000 damaged files: each gives sound classes or a named place', () => {
    fc.assert(
      fc.property(mutated, (text) => {
        const { plans, problems } = readPlanFile(text);
        expect(plans.length + problems.length).toBeGreaterThan(0);
        for (const p of plans) compile(p);
        for (const p of problems) expect(p.path !== '' && p.message !== '').toBe(true);
      }),
      { numRuns: 2000 },
    );
  });
});
