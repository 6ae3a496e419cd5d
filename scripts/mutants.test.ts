import { describe, expect, it } from 'vitest';
import { candidates, woven } from './mutants.mjs';

const shown = (text: string, file = 'a.ts') => candidates(file, text).map((m) => [m.was, m.to]);

describe('small wrong changes', () => {
  it('turn signs, conditions, truths and numbers, and leave out what is called', () => {
    expect(shown('const y = a < b && !c ? 1 : x + 2;')).toEqual([
      ['a < b && !c', '!(a < b && !c)'],
      ['a < b && !c', '(a < b) || (!c)'],
      ['a < b', '(a) <= (b)'],
      ['!c', '(c)'],
      ['1', '(1 + 1)'],
      ['x + 2', '(x) - (2)'],
      ['2', '(2 + 1)'],
    ]);
    expect(shown('const ms = [9, 10, 60_000];')).toEqual([
      ['9', '(9 + 1)'],
      ['10', '(10 * 2)'],
      ['60_000', '(60_000 * 2)'],
    ]);
    expect(shown('if (ready) go(true);')).toEqual([
      ['ready', '!(ready)'],
      ['go(true);', ''],
      ['true', 'false'],
    ]);
  });

  it('leave types, imports, looks, hooks and joined words alone', () => {
    expect(
      shown(
        "import x from 'x';\ntype T = 1 | true;\nuseEffect(() => {});\nconst e = <p className={a ? 'b' : 'c'} size={26}>{'w' + n}</p>;",
        'a.tsx',
      ),
    ).toEqual([]);
  });

  it('are woven in beside what is there, each switched on by its number', () => {
    const text = 'let n = 0; if (a === 1) bump();';
    const all = candidates('a.ts', text);
    const [sign, call] = [all.find((m) => m.to === '(a) !== (1)'), all.find((m) => m.isStatement)];
    const made = woven(text, [
      { ...sign!, number: 7 },
      { ...call!, number: 8 },
    ]);
    const run = (on: number, a: number) => {
      Object.assign(globalThis, { mutant: (k: number) => k === on });
      return new Function('a', `let bumped = 0; const bump = () => { bumped += 1; }; ${made}; return bumped;`)(a);
    };
    expect([run(-1, 1), run(-1, 2), run(7, 1), run(7, 2), run(8, 1)]).toEqual([1, 0, 0, 1, 0]);
    Object.assign(globalThis, { mutant: undefined });
  });
});
