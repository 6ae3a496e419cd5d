import { keyOfName } from './spelling.ts';

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
  ['side leg raise|side leg lift', ['Standing side leg lift', 'Side-lying leg lift']],
  ['kickback|kickbacks', ['Triceps kick-back', 'Donkey kick', 'Standing hip kick-back']],
  ['leg curl|standing leg curl', ['Step and flick', 'Leg curl step']],
  ['tabletop hold', ['Reverse plank', 'Bear hold']],
  ['windmill|windmills', ['Kettlebell windmill', 'Trunk bend and reach']],
  ['skip|skipping', ['Skipping step', 'Rope skipping']],
  ['deep squat', ['Bodyweight squat', 'Squat rock']],
  ['standing crunch', ['Standing side crunch', 'Knee lift step']],
  ['dumbbell row', ['Single-arm dumbbell row', 'Bent-over row']],
];

let byKey: ReadonlyMap<string, readonly string[]> | null = null;

/** The moves that a name of several meanings may stand for, by the key of the name; the usual one first, none where it has one. */
export function meaningsOfKey(key: string): readonly string[] {
  byKey ??= new Map(
    SEVERAL.flatMap(([names, meanings]) => names.split('|').map((n) => [keyOfName(n), meanings] as const)),
  );
  return byKey.get(key) ?? [];
}
