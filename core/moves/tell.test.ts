import { describe, expect, it } from 'vitest';
import { move } from '../test/moves.ts';
import { indexMoves, suggestMoves } from './find.ts';
import { libraryOf } from './library.ts';
import { type Answers, answersOf, bareName, moveFrom } from './tell.ts';

const NOTHING = { side: null, both: null, kit: [], reps: null };
const answers: Answers = { pattern: 'push', part: 'chest', position: 'supine', impact: 'none', oneSided: true };

describe('five answers', () => {
  it('make a move, the rest of it derived', () => {
    expect(moveFrom('Kelp press', answers, { ...NOTHING, kit: ['dumbbell'] }, null)).toMatchObject({
      name: 'Kelp press',
      area: 'upper',
      main: ['chest'],
      kit: ['dumbbell', 'mat'],
      oneSided: true,
      landings: 0,
      effort: 2,
      use: ['main'],
    });
    const hop = moveFrom(
      'Kelp hop',
      { ...answers, pattern: 'jump', part: 'calves', position: 'standing', impact: 'high' },
      NOTHING,
      null,
    );
    expect(hop).toMatchObject({ area: 'lower', kit: [], noise: 'loud', effort: 4 });
    expect(hop.landings).toBeGreaterThan(0);
    expect(
      moveFrom('Kelp sway', { ...answers, pattern: 'stretch', position: 'standing' }, NOTHING, null),
    ).toMatchObject({
      area: 'mobility',
      use: ['coolDown'],
      effort: 1,
    });
  });

  it('are what a guess says already; confirmed they keep what else was guessed', () => {
    const guess = move('Heron thruster', {
      pattern: 'squat',
      second: 'push',
      main: ['frontThighs', 'seat'],
      kit: ['dumbbell'],
    });
    const said = answersOf(guess);
    expect(said).toEqual({
      pattern: 'squat',
      part: 'frontThighs',
      position: 'standing',
      impact: 'none',
      oneSided: false,
    });
    expect(moveFrom('Heron thruster', said as Answers, NOTHING, guess)).toMatchObject({
      second: 'push',
      main: ['frontThighs', 'seat'],
      kit: ['dumbbell'],
    });
    const mended = moveFrom('Heron thruster', { ...(said as Answers), pattern: 'lunge' }, NOTHING, guess);
    expect([mended.second, mended.main]).toEqual([undefined, ['frontThighs']]);
    expect(answersOf(null)).toEqual({});
  });

  it('are kept under the name without side and count, and then known with any side', () => {
    expect(bareName('left leg kelp walk')).toBe('kelp walk');
    expect(bareName('left side plank')).toBe('side plank');
    expect(bareName('left side kelp walk')).toBe('kelp walk');
    expect(bareName('Kelp walk (R)')).toBe('Kelp walk');
    expect(bareName('10 x Kelp walk')).toBe('Kelp walk');
    expect(bareName('Left')).toBe('Left');
    const library = libraryOf([moveFrom('left leg kelp walk', answers, NOTHING, null)]);
    expect(library.read('Right leg kelp walk')).toMatchObject({ kind: 'known', said: { side: 'right' } });
  });
});

describe('suggestions', () => {
  const moves = [
    move('Wide squat', { aliases: ['sumo squat', 'plié'] }),
    move('Squat jump', { aliases: ['jump squat'] }),
    move('Bodyweight squat', { aliases: ['squat', 'air squat'] }),
    move('Sumo high pull'),
  ];
  const library = libraryOf(moves);
  const offered = (text: string, used: [string, number][] = []) =>
    suggestMoves(indexMoves(moves), library, text, new Map(used), 5).map((s) => s.as);

  it('begin with what the text is known to stand for, under the name that begins like it', () => {
    expect(offered('squat')).toEqual(['squat', 'Squat jump', 'Wide squat']);
    expect(offered('sumo')).toEqual(['sumo squat', 'Sumo high pull']);
    expect(offered('kelp')).toEqual([]);
    expect(offered(' ')).toEqual([]);
  });

  it('rank what is used more before what is used less', () => {
    expect(
      offered('sumo', [
        ['sumo high pull', 4],
        ['wide squat', 1],
      ]),
    ).toEqual(['Sumo high pull', 'sumo squat']);
  });
});
