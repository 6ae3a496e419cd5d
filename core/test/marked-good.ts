import { COOL, good, type Marked, TALK, WARM, whole } from './marking.ts';

/** Classes that are as they should be, in every format. */
export const GOOD: readonly Marked[] = [
  good(
    'circuit',
    whole(`main: 3 rounds, 40/20, 60 between rounds
  Goblet squat
  Press-up
  Kettlebell deadlift
  Band row
  Reverse lunge, alternating
  Dead bug, alternating`),
  ),
  good(
    'stations with a demo',
    `heads: 18\n${WARM}demo: 15 a station
main: 3 rounds, 40/25, 90 between rounds, at stations
  Bodyweight squat
  Band row
  Glute bridge
  Press-up
  Reverse lunge, switch at half
  Kettlebell deadlift
break 60
${COOL}`,
  ),
  good(
    'Tabata for practised people',
    `level: practised\n${whole(`tabata: station by station, 60 between moves
  Bodyweight squat
  Mountain climber
  Band row`)}`,
  ),
  good(
    'every minute',
    whole(`main: every minute, 4 rounds, 40 work
  Kettlebell deadlift
  Press-up
  Band row
  Bodyweight squat`),
  ),
  good(
    'add-on',
    whole(`main: add-on, 25 work, 45 rest
  Bodyweight squat
  Band row
  Press-up
  Glute bridge
  Reverse lunge, alternating`),
  ),
  good(
    'ladder',
    `level: practised\n${whole(`main: ladder, 6 rounds, 15 a rung, 45 rest
  March on the spot
  Half star
  Jog on the spot
  High knees, low impact March on the spot`)}`,
  ),
  good(
    'reps',
    whole(`main: reps, 3 rounds, 10 reps, 40 rest, 90 between rounds
  Goblet squat
  Band row
  Press-up
  Kettlebell deadlift`),
  ),
  good(
    'AMRAP of eight minutes',
    whole(`main: amrap, cap 8 min
  Bodyweight squat, 10 reps
  Press-up, 8 reps
  Band row, 10 reps`),
  ),
  good(
    'windows',
    whole(`main: windows, x5, 90 on 60 off
  Bodyweight squat
  Band row
  Glute bridge`),
  ),
  good(
    'dance',
    `kind: dance\nwarm-up: beats, 120 bpm, 64 counts, x2
  March on the spot
  Step touch
  Grapevine, alternating
  Heel flick
break 30
main: beats, 128 bpm, 64 counts, x4
  Grapevine, alternating
  Knee lift step, alternating
  V step, alternating
  Mambo, alternating
break 60
main: beats, 128 bpm, 64 counts, x4
  Step kick, alternating
  Box step, alternating
  Pivot turn, alternating
break 30
${COOL}`,
  ),
  good(
    'mobility',
    `kind: mobility\nmain: 2 rounds, 60/10
  Hip circles
  Lunge with reach, switch at half
  Arm circles
  Walk-out
  Standing side reach, switch at half
  Squat to stand`,
  ),
  good(
    'seated',
    `kind: seated\nlevel: beginner\nwarm-up: 1 round, 50/0
  Seated march
  Seated shoulder roll
  Seated ankle circles, switch at half
  Seated jack
  Seated jog
talk: 60
main: 2 rounds, 30/30, 60 between rounds
  Seated march
  Seated band row
  Seated calf raise
  Seated jack
cool-down: holds, hold 25, change 5
  Seated march, 60 work
  Seated hamstring stretch in chair, each side
  Seated calf stretch, each side
  Seated chest stretch
  Seated cat
  Seated breathing`,
  ),
  good(
    'strength',
    `kind: strength\nlevel: practised\n${whole(`main: station by station, 4 rounds, 40/60, 90 between groups
  Goblet squat, 20 kg
  Band row
  Kettlebell deadlift, 20 kg
  Press-up`)}`,
  ),
  good(
    'test of four moves',
    `kind: test\nlevel: practised\n${whole(`main: 1 round, 60/90
  Press-up
  Bodyweight squat
  Band row
  Sit-up`)}`,
  ),
  good(
    'beginners, even work and rest',
    `level: beginner\n${whole(`main: 3 rounds, 30/30, 60 between rounds
  Bodyweight squat
  Wall press-up
  Glute bridge
  Band row
  Half star`)}`,
  ),
  good(
    'pairs with strength and cardio',
    whole(`main: 3 rounds, 40/20, in pairs, 60 between groups
  Goblet squat
  Half star
  Band row
  Jog on the spot
  Kettlebell deadlift
  Side shuffle`),
  ),
  good(
    'lunch twenty minutes',
    `slot: 12:15, 18 min\nwarm-up: 1 round, 35/0
  March on the spot
  Half star
  Leg swing, switch at half
  Arm circles
  Bodyweight squat
  Heel flick
break 30
main: 2 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Hip hinge drill
  Press-up
break 30
cool-down: holds, hold 20, change 5
  Walking recovery, 60 work
  Quad stretch, each side
  Hamstring stretch, each side
  Upper back stretch
  Chest opener`,
  ),
  good(
    'sixty minutes with water',
    `slot: 9:00, 55 min\n${WARM}${TALK}main: 3 rounds, 40/20, 60 between rounds
  Goblet squat
  Band row
  Glute bridge
  Press-up
  Reverse lunge, alternating
  Dead bug, alternating
break 2 min
main: 3 rounds, 40/20, 60 between rounds
  Kettlebell deadlift
  Half star
  Band row
  Bodyweight squat
break 60
${COOL}`,
  ),
  good(
    'jumps with a low way, few of them',
    `level: practised\n${whole(`main: 2 rounds, 20/40, 60 between rounds
  Squat jump, low impact Bodyweight squat
  Band row
  Press-up
  Glute bridge`)}`,
    { fair: ['warmUpRamp'] },
  ),
  good(
    'sides by round, an even number',
    whole(`main: 4 rounds, 40/20, 60 between rounds
  Reverse lunge, by round
  Band row
  Press-up
  Single-arm row, by round`),
  ),
  good(
    'core on purpose',
    whole(`main: 3 rounds, 40/20, 60 between rounds
  Goblet squat
  Band row
  Kettlebell deadlift
  Press-up
break 30
finisher: 1 round, 30/15
  Dead bug, alternating
  Front plank
  Bicycle crunch, alternating`),
  ),
  good(
    'careful with wrists',
    whole(`main: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Glute bridge
  Band press`),
    { audience: ['wrists'] },
  ),
  good(
    'two levels with two ways',
    `mix: 12 beginners, 6 practised\n${whole(`main: 3 rounds, 40/20, 60 between rounds
  Goblet squat, easier Bodyweight squat
  Band row, easier Easy arm pull
  Press-up, easier Wall press-up
  Glute bridge`)}`,
  ),
  good(
    'a warm day with more rest',
    `heat: 29 \u00b0C, 55 %\n${whole(`main: 3 rounds, 30/30, 90 between rounds
  Bodyweight squat
  Band row
  Glute bridge
  Wall press-up`)}`,
    { fair: ['heat'] },
  ),
  good(
    'sprints with their rest',
    `level: practised\n${WARM.replace('break 60', '  High knees, low impact March on the spot\nbreak 60')}${TALK}main: 6 rounds, 20/80
  Sliding seat sprint
break 60
${COOL}`,
    { fair: ['balance', 'coolDownCovers', 'sameArea'] },
  ),
];
