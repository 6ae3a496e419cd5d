import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { sentencesOf, talkThrough } from './talk.ts';

const plan: Plan = {
  ...planOf(
    block(format('open', { lengthMs: s(120) }), [], { title: 'Welcome', breakAfter: { ms: 0, untilTap: false } }),
    {
      ...circuit(
        stations(2, (x, k) =>
          k === 0
            ? { ...x, move: 'Box squat', easier: ['Sit to box'] }
            : { ...x, move: 'Side plank', sides: { mode: 'split', first: 'left' } },
        ),
        40,
        20,
        3,
      ),
      title: 'Main',
      breakAfter: { ms: s(90), untilTap: false },
    },
    { ...circuit(stations(1), 30, 0, 1), title: 'End' },
  ),
  title: 'Ebb',
  phrases: { go: 'Off we go', water: 'Drink' },
};

describe('a talk through a class', () => {
  it('says what comes in which order, what else can be done, and what is heard, in the instructor’s words', () => {
    expect(talkThrough(plan, 'tomorrow').split('\n\n')).toEqual([
      'Tomorrow we do Ebb: 10 minutes, in 3 parts.',
      'We begin with Welcome, 2 minutes.',
      'Then comes Main, 6 minutes. 3 rounds, 40 seconds of work and 20 seconds of rest. The moves are Box squat and Side plank on both sides. In place of Box squat you may do Sit to box, easier. After it there is a break of 1 minute 30. Drink.',
      'We end with End, 30 seconds. 30 seconds of work. The move is Move 1.',
      'You will hear: “Off we go”, “Rest”, “Break”, “Switch sides” and “Last round”.',
    ]);
  });

  it('names every move of any class, in sentences that a voice takes', () => {
    fc.assert(
      fc.property(planArb, (any) => {
        const talk = talkThrough(any, 'today');
        for (const b of any.blocks) for (const x of b.stations) expect(talk).toContain(x.sayAs ?? x.move);
        const sentences = sentencesOf(talk);
        expect(sentences.every((x) => x.length > 0 && x.length <= 280)).toBe(true);
        expect(sentences.join('').replace(/\s/g, '')).toBe(talk.replace(/\s/g, ''));
      }),
      { numRuns: 60 },
    );
  });
});
