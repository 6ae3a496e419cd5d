import { keyOfName } from './reading.ts';

/** Names that instructors use for two or more moves, with the moves of the library they may mean, the usual one first. */
const SEVERAL: readonly (readonly [names: string, meanings: readonly string[]])[] = [
  ['lunge|lunges', ['Reverse lunge', 'Forward lunge', 'Walking lunge', 'Static lunge']],
  ['half lunge', ['Static lunge', 'Step-back tap']],
  ['step jump|step jumps', ['Box jump', 'Box step-up']],
  ['up down|up-down|up-downs', ['Up-down on the spot', 'Plank walk-up']],
  ['twist and crunch', ['Cross crunch', 'Seated lean-back twist']],
  ['row|rows', ['Bent-over row', 'Band row', 'Single-arm dumbbell row']],
  ['fly|flyes|flys', ['Chest fly', 'Bench fly']],
  ['clean|cleans', ['Kettlebell clean', 'Dumbbell clean', 'Sandbag clean and squat']],
  ['bridge|bridges', ['Hip bridge', 'Single-leg bridge']],
  ['deadlift|deadlifts', ['Kettlebell deadlift', 'Dumbbell deadlift', 'Sandbag deadlift', 'Romanian deadlift']],
  ['press|presses', ['Overhead press', 'Floor press', 'Press-up']],
  ['squat out|squats out', ['Pop squat', 'Squat']],
  ['jump|jumps', ['Squat jump', 'Star jump', 'Tuck jump']],
  ['twist|twists', ['Seated lean-back twist', 'Ball twist']],
];

let byKey: ReadonlyMap<string, readonly string[]> | null = null;

/** The moves that a name of several meanings may stand for, the usual one first; none where it has one. */
export function meaningsOf(name: string): readonly string[] {
  byKey ??= new Map(
    SEVERAL.flatMap(([names, meanings]) => names.split('|').map((n) => [keyOfName(n), meanings] as const)),
  );
  return byKey.get(keyOfName(name)) ?? [];
}
