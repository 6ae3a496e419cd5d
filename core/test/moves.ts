import { newStation, type Station } from '../class/index.ts';
import { type Library, libraryOf, type Move, plainMove } from '../moves/index.ts';

/** A move for tests: its name and what differs from the plainest. */
export function move(name: string, more: Partial<Move> = {}): Move {
  return { ...plainMove(name), ...more };
}

/** A small library whose moves have one thing each that a check looks at. */
export const TEST_LIBRARY: Library = libraryOf([
  move('Squat', { pattern: 'squat', main: ['frontThighs', 'seat'] }),
  move('Deep squat', { pattern: 'squat', main: ['frontThighs', 'seat'], easier: 'Squat' }),
  move('Hinge', { pattern: 'hinge', main: ['backThighs', 'lowBack'] }),
  move('Push', {
    pattern: 'push',
    main: ['chest', 'arms'],
    position: 'handsAndFeet',
    instead: { wrists: 'Band push' },
  }),
  move('Band push', { pattern: 'push', main: ['chest', 'arms'], kit: ['band'] }),
  move('Pull', { pattern: 'pull', main: ['upperBack'], kit: ['band'], explainMs: 15_000 }),
  move('Hold', { pattern: 'brace', main: ['belly'], position: 'prone', kit: ['mat'] }),
  move('Lunge', { pattern: 'lunge', main: ['frontThighs'], oneSided: true }),
  move('Jump', { pattern: 'jump', main: ['calves'], impact: 'high', instead: { noJumping: 'Step' } }),
  move('Bound', { pattern: 'jump', main: ['heart'], impact: 'high', instead: { noJumping: 'Step' } }),
  move('Leap', { pattern: 'jump', main: ['innerThighs'], impact: 'high', easier: 'Step' }),
  move('Step', { pattern: 'locomote', main: ['heart'], use: ['warmUp', 'main'] }),
  move('All out', { pattern: 'locomote', main: ['heart'], effort: 5, easier: 'Step' }),
  move('Bell', { pattern: 'hinge', main: ['backThighs'], kit: ['kettlebell'] }),
  move('Drill', { use: ['warmUp'], pattern: 'mobilise', main: ['frontThighs', 'seat'], effort: 1 }),
  move('Stretch', { use: ['coolDown'], pattern: 'stretch', main: ['frontThighs', 'seat'], effort: 1 }),
]);

/** Stations with these moves on them. */
export function on(...names: string[]): Station[] {
  return names.map((name, k) => newStation(`s${k + 1}`, name));
}
