import { describe, expect, it } from 'vitest';
import { move } from '../test/moves.ts';
import { atHand, freeOf, insteadFor } from './instead.ts';
import { libraryOf } from './library.ts';
import { alternativesTo, oneEasier, twinOf } from './swap.ts';

const library = libraryOf([
  move('Press-up', {
    pattern: 'push',
    main: ['chest'],
    effort: 3,
    instead: { wrists: 'Fist press-up', neck: 'Floor press' },
    easier: 'Box press-up',
  }),
  move('Fist press-up', {
    pattern: 'push',
    main: ['chest'],
    effort: 3,
    instead: { wrists: 'Forearm press', neck: 'Floor press' },
  }),
  move('Forearm press', { pattern: 'push', main: ['chest'], effort: 2, instead: { neck: 'Floor press' } }),
  move('Floor press', { pattern: 'push', main: ['chest'], effort: 2, kit: ['dumbbell'] }),
  move('Box press-up', { pattern: 'push', main: ['chest'], effort: 2, instead: { wrists: 'Fist press-up' } }),
  move('Ring a', { effort: 3, instead: { knees: 'Ring b' }, easier: 'Ring b' }),
  move('Ring b', { effort: 3, instead: { knees: 'Ring a' }, easier: 'Ring a' }),
  move('Snatch', { pattern: 'push', main: ['chest'], effort: 5, skill: 'skilled' }),
  move('Leap', {
    pattern: 'jump',
    main: ['heart'],
    effort: 4,
    impact: 'high',
    explainMs: 10_000,
    instead: { noJumping: 'March' },
  }),
  move('Fast step', { pattern: 'locomote', main: ['heart'], effort: 3, explainMs: 10_000 }),
  move('March', { pattern: 'locomote', main: ['heart'], effort: 1 }),
  move('Hop', { pattern: 'jump', main: ['heart'], effort: 3, impact: 'high', instead: { noJumping: 'March' } }),
]);
const get = (name: string) => library.get(name)!;

describe('stand-ins', () => {
  it('are followed until one is free of all that was said', () => {
    expect(insteadFor(library, get('Press-up'), ['wrists'], null)?.name).toBe('Forearm press');
    expect(insteadFor(library, get('Press-up'), ['wrists', 'neck'], null)?.name).toBe('Floor press');
    expect(freeOf(get('Floor press'), ['wrists', 'neck'])).toBe(true);
  });

  it('that go round in a ring end, with the nearest other move that is free, or with none', () => {
    const found = insteadFor(library, get('Ring a'), ['knees'], null);
    expect(found === null || freeOf(found, ['knees'])).toBe(true);
    const ring = libraryOf([get('Ring a'), get('Ring b')]);
    expect(insteadFor(ring, get('Ring a'), ['knees'], null)).toBeNull();
  });
});

describe('what is at hand', () => {
  it('is what there is some of; anything, where nothing is known', () => {
    const item = (name: string, count: number) => ({ name, count, sharedBy: 1 });
    expect(atHand([item('band', 4), item('box', 0)])).toEqual(['band']);
    expect(atHand([])).toBeNull();
  });
});

describe('swaps', () => {
  const names = (more: Partial<Parameters<typeof alternativesTo>[2]>) =>
    alternativesTo(library, get('Press-up'), { used: [], kit: null, limit: 10, ...more }).map((a) => a.move.name);

  it('put first what the library names for who is here, and last what they should not do', () => {
    const found = alternativesTo(library, get('Press-up'), { used: [], kit: null, limit: 10, audience: ['neck'] });
    expect(found[0]?.move.name).toBe('Floor press');
    expect(found[0]?.reasons).toContain('stands in for neck and shoulder');
    const forearm = names({ audience: ['neck'] }).indexOf('Forearm press');
    expect(forearm === -1 || forearm > 0).toBe(true);
  });

  it('keep what takes skill from beginners, and go one step of effort before two', () => {
    expect(names({ level: 'beginner' })).not.toContain('Snatch');
    // The stand-in at the same effort, then one step down; two steps up is another move.
    expect(names({}).slice(0, 2)).toEqual(['Fist press-up', 'Box press-up']);
    expect(names({}).indexOf('Snatch')).toBeGreaterThan(1);
  });
});

describe('the low-impact twin', () => {
  it('is the library\u2019s own within two steps of effort, else one that is nearer', () => {
    expect(twinOf(get('Hop'), library)?.name).toBe('March');
    expect(twinOf(get('Leap'), library)?.name).toBe('Fast step');
  });
});

describe('one easier', () => {
  it('is lower in effort, and null where the ways go round in a ring', () => {
    expect(oneEasier(library, get('Press-up'))?.name).toBe('Box press-up');
    expect(oneEasier(library, get('Ring a'))).toBeNull();
    expect(oneEasier(library, get('Leap'))?.name).toBe('March');
  });
});
