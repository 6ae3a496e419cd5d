import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../server/library/read.ts';
import type { Block, Body, Station } from '../class/index.ts';
import { classKit } from '../judge/index.ts';
import { readNotes } from '../notes/index.ts';
import { block, circuit, format, planOf } from '../test/build.ts';
import { on } from '../test/moves.ts';
import { compile } from '../time/index.ts';
import { planCueSheet } from '../voice/index.ts';
import { fitIn, indexMoves, suggestMoves } from './find.ts';
import { resolvePlan, resolveStation } from './library.ts';
import { isFor, moveAt, namesIn, readAt, readIn } from './placed.ts';

const library = shippedLibrary();
const [SEATED, STANDING, OFF] = (['seated', 'standing', 'noFloor'] as const).map((stays): Body => ({ stays }));
const two: Body = { hands: { kit: 'dumbbell', pieces: 2, heft: 'light', weightKg: 3 } };
const resolved = (move: string, body: Body | undefined, more: Partial<Station> = {}) => {
  const { position, kit, weightKg } = resolveStation({ ...on(move)[0]!, ...more }, library, body);
  return { position, kit, weightKg };
};

describe('a move where everybody stays', () => {
  it('is the library\u2019s of that name and position, with its figure', () => {
    expect(moveAt(library, { move: 'March on the spot', position: 'standing' })?.name).toBe('March on the spot');
    expect(moveAt(library, { move: 'march', position: 'seated' })?.name).toBe('Seated march');
    expect(moveAt(library, { move: 'punches', position: 'seated' })?.name).toBe('Seated punch');
    expect(moveAt(library, { move: 'overhead press', position: 'seated' })?.name).toBe('Seated overhead press');
    expect(moveAt(library, { move: 'march', position: 'seated' })?.figure).toBe(library.named('Seated march')?.figure);
  });

  it('is the same move there, without a figure, where the library has none', () => {
    const move = moveAt(library, { move: 'Skater step', position: 'seated' });
    expect([move?.name, move?.position, move?.figure]).toEqual([library.get('Skater step')?.name, 'seated', undefined]);
  });

  it('has the position and a chair, whatever the library says, and no mat', () => {
    expect(resolved('Arm circles', SEATED)).toEqual({ position: 'seated', kit: ['chair'], weightKg: undefined });
    expect(resolved('march', SEATED).kit).toEqual(['chair']);
    expect(resolved('Russian twist', SEATED).kit).toEqual(['chair']);
    expect(resolved('Squat', STANDING)).toEqual({ position: 'standing', kit: undefined, weightKg: undefined });
  });

  it('of a name that is not known only what is said of all is claimed', () => {
    expect(resolved('Ankle pumps', SEATED)).toEqual({ position: 'seated', kit: ['chair'], weightKg: undefined });
    expect(resolved('Kelp walk', OFF)).toEqual({ position: undefined, kit: undefined, weightKg: undefined });
    expect(resolved('Kelp walk', undefined)).toEqual({ position: undefined, kit: undefined, weightKg: undefined });
  });

  it('off the floor a move on the floor has no position, so that nobody is sent down', () => {
    expect(resolved('Dead bug', OFF).position).toBeUndefined();
    expect(resolved('Plank', OFF).position).toBe('standing');
    expect(resolved('Press-up', OFF).position).toBe('standing');
    expect(resolved('Squat', OFF).position).toBe('standing');
  });

  it('what the name or the station says comes first', () => {
    expect(resolved('Standing side crunch', SEATED).position).toBe('standing');
    expect(resolved('Squat', SEATED, { position: 'standing' }).position).toBe('standing');
    expect(resolved('Arm circles', SEATED, { kit: [] }).kit).toEqual([]);
  });
});

describe('what everybody holds', () => {
  it('takes the place of the library\u2019s weight, with its kilograms, and of nothing else', () => {
    expect(resolved('Kettlebell swing', two).kit).toEqual(['kettlebell']);
    expect(resolved('Goblet squat', two)).toEqual({ position: 'standing', kit: ['dumbbell'], weightKg: 3 });
    expect(resolved('Plank', two)).toMatchObject({ kit: ['mat'], weightKg: undefined });
    expect(resolved('Goblet squat', two, { weightKg: 8 }).weightKg).toBe(8);
  });

  it('settles a name of several meanings where only one fits', () => {
    expect(library.read('deadlift').kind).toBe('guessed');
    expect(readAt(library, { move: 'deadlift', kit: ['kettlebell'] }).move?.name).toBe('Kettlebell deadlift');
    expect(readAt(library, { move: 'clean', kit: ['dumbbell'] })).toMatchObject({ kind: 'known' });
    expect(readIn(library, { move: 'clean' }, two).reading.move?.name).toBe('Dumbbell clean');
  });
});

describe('class and block', () => {
  const plan = {
    ...planOf(
      { ...circuit(on('march', 'curls'), 40, 20, 2), body: { stays: 'free' } },
      block(format('holds'), on('Chest stretch')),
    ),
    body: { stays: 'seated' as const, ...two },
  };
  it('a block\u2019s own comes before the class\u2019s, each by itself', () => {
    const [main, cool] = resolvePlan(plan, library).blocks;
    expect(main?.stations.map((s) => [s.position, s.kit])).toEqual([
      ['standing', undefined],
      ['standing', ['dumbbell']],
    ]);
    expect(cool?.stations.map((s) => s.position)).toEqual(['seated']);
  });

  it('what is written stays as it is: the library and the class are looked up each time', () => {
    expect(plan.blocks[1]?.stations[0]?.position).toBeUndefined();
  });
});

describe('what is offered while a name is typed', () => {
  const index = indexMoves(library.moves);
  const offered = (text: string, role: Block['role'], body: Body = {}) =>
    suggestMoves(
      index,
      namesIn(library, body),
      text,
      new Map(),
      1,
      fitIn({ ...block(format('circuit'), []), role }, body),
    )[0]?.as;
  it('is what the part of the class is for', () => {
    expect(offered('overhead tri', 'main')).toBe('Overhead triceps extension');
    expect(offered('overhead tri', 'coolDown')).toBe('overhead triceps stretch');
  });
  it('is where everybody stays, with the kit that is out', () => {
    expect(library.get(offered('march', 'main', SEATED) ?? '')?.position).toBe('seated');
    const share = fitIn({ ...block(format('circuit'), [{ ...on('x')[0]!, kit: ['dumbbell'] }]), role: 'main' }, {});
    expect(share(library.named('Dumbbell clean')!)).toBe(1);
    expect(share(library.named('Kettlebell clean')!)).toBe(0.8);
    expect(share(library.get('Quad stretch')!)).toBe(0.5);
  });
});

it('a move can be put where everybody stays', () => {
  const named = (name: string) => library.named(name)!;
  expect(isFor(named('Seated march'), { stays: 'seated' })).toBe(true);
  expect(isFor(named('Bodyweight squat'), { stays: 'seated' })).toBe(false);
  expect(isFor(named('Dead bug'), { stays: 'noFloor' })).toBe(false);
  expect(isFor(named('Kettlebell swing'), two)).toBe(false);
  expect(isFor(named('Dead bug'), two)).toBe(true);
});

describe('a chair class that is read from notes', () => {
  const notes =
    'Chairs in a ring, everyone with two light dumbbells. 45/15, 2x: march, big arm circles, heel digs, curls, ankle pumps, standing side crunch';
  const { plan } = readNotes(notes, library);
  const led = resolvePlan(plan, library);
  const said = planCueSheet(led, compile(led).intervals).cues.map((cue) => cue.text);

  it('says of everybody what is written, and nobody is sent up or down but where the notes say so', () => {
    expect(plan.body).toEqual({ stays: 'seated', hands: { kit: 'dumbbell', pieces: 2, heft: 'light' } });
    expect(led.blocks[0]?.stations.map((s) => s.position)).toEqual([
      'seated',
      'seated',
      'seated',
      'seated',
      'seated',
      'standing',
    ]);
    // Up for the last move of each round, down for the first of the second.
    expect(said.filter((text) => /stand up|sit down|floor/i.test(text ?? ''))).toEqual([
      'Stand up',
      'Sit down',
      'Stand up',
    ]);
  });

  it('wants a chair and two dumbbells each', () => {
    const needs = classKit({ ...led, heads: 10 }, library, []);
    expect(needs.map((n) => [n.name, n.pieces])).toEqual([
      ['dumbbell', 20],
      ['chair', 10],
    ]);
  });
});
