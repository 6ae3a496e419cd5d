import { describe, expect, it } from 'vitest';
import type { Station } from '../../class/index.ts';
import { kgOfPounds } from '../../class/index.ts';
import { circuit, planOf, stations } from '../../test/build.ts';
import { compile } from '../../time/index.ts';
import { planCues } from './plan-cues.ts';

const said = (change: (s: Station, k: number) => Station, rest = 20, rounds = 2, levels: object = {}) => {
  const plan = { ...planOf(circuit(stations(2, change), 30, rest, rounds)), cueLevels: levels };
  return planCues(plan, compile(plan).intervals).flatMap((c) => (c.text ? [[c.atMs / 1000, c.text]] : []));
};

describe('weights', () => {
  it('are said where another is taken up, after the name', () => {
    const bells = said((s, k) => ({ ...s, kit: ['kettlebell'], weightKg: k === 0 ? 12 : 16 }));
    // work 0–30, rest 30–50, work 50–80, rest 80–100
    expect(bells.filter(([at]) => (at as number) >= 30).slice(0, 2)).toEqual([
      [30.7, 'Next: Move 2'],
      // Three words 1.2 s and 0.3 s later; the same kettlebell is not named again.
      [32.2, 'Change weights: 16 kilos'],
    ]);
    const pounds = said((s, k) => ({ ...s, weightKg: kgOfPounds(k === 0 ? 10 : 25) }));
    expect(pounds).toContainEqual([32.2, 'Change weights: 25 pounds']);
  });

  it('of one round are said where the round begins, and the same weight is not said again', () => {
    const heavier = said((s) => ({ ...s, weightKg: 12, cells: [{ round: 2, weightKg: 14 }] }));
    const changes = heavier.filter(([, text]) => String(text).includes('Change weights'));
    expect(changes.map(([, text]) => text)).toEqual(['Change weights: 14 kilos']);
  });

  it('go before the kit where the rest is too short for both', () => {
    // 7.2 s: 3.5 s to talk. 1.2 + 0.3 + 1.6 for the weight, and no 0.4 for the box.
    const short = said(
      (s, k) => ({ ...s, kit: k === 0 ? ['kettlebell'] : ['kettlebell', 'box'], weightKg: k === 0 ? 12 : 16 }),
      7.2,
      1,
    ).filter(([at]) => (at as number) >= 30 && (at as number) < 37);
    expect(short.map(([, text]) => text)).toEqual(['Next: Move 2', 'Change weights: 16 kilos']);
  });
});

describe('ways to do it', () => {
  const ways = (s: Station): Station => ({
    ...s,
    easier: ['On the knees', 'On a box'],
    harder: ['Clapping', 'One arm'],
  });

  it('are not said unless the instructor asks for it', () => {
    expect(
      said(ways)
        .map(([, text]) => text)
        .join(),
    ).not.toContain('Easier');
  });

  it('are the nearest below and above, in the first round, where there is room', () => {
    const options = said(ways, 20, 2, { options: 'voice' }).filter(([, text]) => String(text).startsWith('Easier'));
    // Move 2 in the rest before its first round; in the second nothing.
    expect(options.map(([, text]) => text)).toEqual(['Easier: On a box. Harder: Clapping']);
    expect(options[0]?.[0]).toBeGreaterThan(30.7);
    const low = said((s) => ({ ...ways(s), lowImpact: 'Step it' }), 20, 1, { options: 'voice' });
    expect(low.map(([, text]) => text)).toContain('Easier: Step it. Harder: Clapping');
  });
});
