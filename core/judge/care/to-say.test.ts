import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../server/library/read.ts';
import type { Plan } from '../../class/index.ts';
import { resolvePlan } from '../../moves/index.ts';
import { circuit, planOf } from '../../test/build.ts';
import { on } from '../../test/moves.ts';
import { toSay } from './to-say.ts';

const library = shippedLibrary();
const plan = planOf(circuit(on('Press-up', 'Star jump', 'Goblet squat', 'Kelp walk'), 40, 20, 2));
const said = (more: Partial<Plan>) => toSay(resolvePlan({ ...plan, ...more }, library), library, []);
const of = (more: Partial<Plan>, who: string) =>
  said(more)
    .find((p) => p.who === who)
    ?.lines.map((l) => [l.move, l.instead]);

describe('what to say to whom', () => {
  it('by what people have said, each move once, free of all of it', () => {
    expect(of({ audience: ['wrists'] }, 'Wrists')).toEqual([['Press-up', 'Band press']]);
    const both = said({ audience: ['wrists', 'neck'] }).flatMap((p) => p.lines);
    for (const { instead } of both) {
      const move = instead === null ? null : library.get(instead);
      if (move) expect([move.name, move.instead.wrists]).toEqual([move.name, undefined]);
    }
  });

  it('to who does not jump, to beginners and to practised people', () => {
    expect(of({}, 'Who does not jump')).toEqual([['Star jump', 'Half star']]);
    const mix = { mix: { beginners: 12, practised: 6 } };
    expect(of(mix, '12 beginners')).toContainEqual(['Star jump', 'Half star']);
    expect(of(mix, '6 practised')?.[0]?.[1]).toEqual(expect.any(String));
    expect(of({}, 'Beginners')).toBeUndefined();
  });

  it('says of what is not known that it is not, and in heat what guidance says', () => {
    const [all] = said({ climate: { celsius: 36, humidity: 80 } });
    expect(all?.words).toContain('Not known, so not looked at: Kelp walk.');
    expect(all?.words).toContain('It is hot. No class in this heat.');
  });
});
