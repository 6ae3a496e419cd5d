import { describe, expect, it } from 'vitest';
import { newBlock } from '../../class/index.ts';
import { block, circuit, format, planOf, s } from '../../test/build.ts';
import { fixed, findingsOf as of, textsOf as texts } from '../../test/checking.ts';
import { on } from '../../test/moves.ts';
import { totals } from '../../time/index.ts';

describe('rest too short', () => {
  // Squat to Hold: 0.7 s tone + 3 words + "To the floor"? positions are unset here, so "Next: Hold" 0.8 s, 4 s down = 5.5 s; up 6.5 s.
  it('one finding for all changes of a block, with how often, and fixes that mend it', () => {
    const plan = planOf(circuit(on('Squat', 'Hold'), 40, 4, 2));
    const [found, ...others] = of(plan, 'restShort');
    expect(others).toEqual([]);
    expect(found?.text).toMatch(
      /^2 changes of Main are too short; most: Hold to Squat: 4 s of rest, .* It happens 3 times\.$/,
    );
    expect(found?.cases).toHaveLength(2);
    expect(found?.also).toHaveLength(2);
    for (const fix of found!.fixes) expect(of(fixed(plan, fix), 'restShort')).toEqual([]);
    expect(texts(planOf(circuit(on('Squat', 'Hold'), 40, 9, 2)), 'restShort')).toEqual([]);
  });

  it('less than a second short is nothing, nor are words alone', () => {
    // "Next: Hinge": 0.7 + 0.8 = 1.5 s, none of it for hands or feet
    expect(texts(planOf(circuit(on('Squat', 'Hinge'), 40, 0.1, 2)), 'restShort')).toEqual([]);
  });

  it('at stations every group\u2019s change counts, not the leading one\u2019s alone', () => {
    // Squat, Hinge, Hold, Bell: some group goes from lying to the bell, whoever leads; "Rotate" 0.4 + 0.7 + 5 up + 3 bell + 4 walk
    const room = (rest: number) => ({
      ...planOf({ ...circuit(on('Squat', 'Hinge', 'Hold', 'Bell'), 40, rest, 1), use: 'stations' as const }),
      heads: 8,
    });
    const [found] = of(room(5), 'restShort');
    expect(found?.text).toContain(
      'Hold to Bell: 5 s of rest, 13.1 s needed (hear it 1.1, change position 5, change kit 3, walk 4)',
    );
    expect(found?.weight).toBe(3);
    expect(of(room(13), 'restShort')).toEqual([]);
  });
});

describe('explanation', () => {
  it('a move longer to explain than the rest before it, unless it has been shown or talked through', () => {
    const main = circuit(on('Squat', 'Pull'), 40, 10, 2);
    expect(texts(planOf(main), 'explanation')).toEqual(['Pull takes 15 s to explain; the rest before it is 10 s.']);
    const talk = (seconds: number) => ({ ...newBlock('t', 'other', format('open', { lengthMs: s(seconds) })) });
    expect(texts(planOf(talk(10), main), 'explanation')).toEqual([]);
    expect(texts(planOf(talk(9), main), 'explanation')).toHaveLength(1);
  });

  it('a demo gives as long as all its moves take, and mends itself', () => {
    // Squat 10 s and Pull 15 s, 10 s each
    const main = circuit(on('Squat', 'Pull'), 40, 10, 2);
    const plan = planOf({ ...newBlock('d', 'other', format('demo')), title: 'Demo' }, main);
    const [found] = of(plan, 'explanation');
    expect(found?.text).toBe('Demo takes 20 s; the 2 moves of Main take 25 s to explain.');
    const shown = fixed(plan, found!.fixes[0]);
    expect(of(shown, 'explanation')).toEqual([]);
    expect(totals(shown).blocks[0]?.totalMs).toBe(25_000);
  });

  it('at stations all has to be known as it begins', () => {
    const room = planOf({ ...circuit(on('Squat', 'Pull', 'Hinge'), 40, 20, 2), use: 'stations' });
    const [found] = of(room, 'explanation');
    expect(found?.text).toBe('All 3 moves of Main have to be known as it begins: 35 s to explain, 0 s before it.');
    expect(found?.fixes[0]?.label).toBe('Show the 3 moves first, 35 s');
    expect(of(fixed(room, found!.fixes[0]), 'explanation')).toEqual([]);
  });

  it('nothing of the second side, of a ladder or of beats', () => {
    const [pull] = on('Pull');
    const both = planOf(circuit([{ ...pull!, sides: { mode: 'each', first: 'left' } }], 40, 10, 1));
    expect(of(both, 'explanation')).toEqual([]);
    for (const f of [format('ladder'), format('beats')])
      expect(of(planOf(block(f, on('Squat', 'Pull'))), 'explanation')).toEqual([]);
  });
});
