import { COOL, type Marked, mark, TALK, WARM, whole } from './marking.ts';

/** Classes with something wrong, one kind of fault each or few. */
export const BAD: readonly Marked[] = [
  mark(
    'a rest in which a group at another station has to get up and take a bell',
    `heads: 12\n${WARM}demo: 15 a station
main: 2 rounds, 40/3, 90 between rounds, at stations
  Bodyweight squat
  Front plank
  Kettlebell deadlift
break 60\n${COOL}`,
    ['restShort', 'workRest'],
  ),
  mark(
    'eight Tabatas',
    `level: practised\n${whole(
      `tabata: station by station, 60 between moves
  Squat jump, low impact Bodyweight squat
  Burpee, low impact Walk-out
  Mountain climber
  High knees, low impact March on the spot
  Kettlebell swing
  Squat thrust, low impact Walk-out
  Press-up
  Jog on the spot`,
    )}`,
    ['hardMinutes', 'landings'],
    {
      fair: [
        'impactRun',
        'water',
        'warmUpRamp',
        'sameArea',
        'balance',
        'restShort',
        'coolDownEasy',
        'headDown',
        'explanation',
      ],
    },
  ),
  mark(
    'an AMRAP of twenty-five minutes',
    whole(`main: amrap, cap 25 min
  Kettlebell swing, 15 reps
  Burpee, 10 reps, low impact Walk-out
  Rope slam, 20 reps`),
    ['hardMinutes', 'water', 'landings'],
    { fair: ['balance', 'warmUpRamp', 'explanation', 'gripRun'] },
  ),
  mark(
    '45 on, 5 off, with long breaks',
    whole(`main: 3 rounds, 45/5, 2 min between rounds
  Bodyweight squat
  Band row
  Bodyweight squat
  Band row`),
    ['workRest'],
    { fair: ['restShort', 'explanation', 'balance'] },
  ),
  mark(
    'Tabata for beginners with long breaks',
    `level: beginner\n${whole(`tabata: station by station, 2 min between moves
  Bodyweight squat
  Band row`)}`,
    ['formatLevel'],
    { fair: ['workRest'] },
  ),
  mark(
    'one early drink, then fifty minutes without',
    `${WARM}${TALK}main: 16 rounds, 40/20
  Bodyweight squat
  Band row
  Glute bridge
break 60
${COOL}`,
    ['water'],
    { fair: ['balance'] },
  ),
  mark(
    'a stand-in that has the same caution',
    whole(`main: 3 rounds, 40/20, 60 between rounds
  Press-up, easier Box press-up
  Band row
  Bodyweight squat
  Glute bridge`),
    ['audience'],
    { audience: ['wrists'] },
  ),
  mark(
    'a one-sided move in a complex',
    whole(`main: amrap, cap 8 min
  Single-arm row, 10 reps
  Bodyweight squat, 10 reps
  Press-up, 8 reps`),
    ['missingSides'],
  ),
  mark(
    'jumps in a complex',
    whole(`main: windows, x6, 60 on 60 off
  Squat jump, low impact Bodyweight squat
  Tuck jump, low impact Bodyweight squat
  Broad jump, low impact Bodyweight squat`),
    ['impactRun', 'landings'],
    { fair: ['balance', 'sameArea', 'warmUpRamp', 'hardMinutes', 'coolDownEasy', 'allOutRest', 'explanation'] },
  ),
  mark(
    'the same jump in three blocks running',
    whole(`main: 1 round, 30/30
  Squat jump, low impact Bodyweight squat
main: 1 round, 30/30
  Squat jump, low impact Bodyweight squat
main: 1 round, 30/30
  Squat jump, low impact Bodyweight squat
main: 2 rounds, 40/20
  Band row
  Press-up`),
    ['impactRun'],
    { fair: ['warmUpRamp', 'explanation', 'sameArea', 'restShort'] },
  ),
  mark(
    'the warm-up after the main part',
    `${TALK}main: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Glute bridge
break 60
${WARM}${COOL}`,
    ['noWarmUp'],
    { fair: ['warmUpCovers'] },
  ),
  mark(
    'a sprint after the cool-down',
    `${whole(`main: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Glute bridge`)}break 60
finisher: 3 rounds, 20/60
  Sprint on the spot, low impact March on the spot
`,
    ['hardAfterEnd'],
    { fair: ['landings'] },
  ),
  mark(
    'burpees open the warm-up',
    `warm-up: 1 round, 45/0
  Burpee, low impact Walk-out
  March on the spot
  Half star
  Step touch
  Leg swing, switch at half
  Arm circles
  Hip hinge drill
  Heel flick
break 60
${TALK}main: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Glute bridge
break 60
${COOL}`,
    ['hardStart'],
  ),
  mark(
    'a heavy lift after four Tabatas',
    `level: practised\n${whole(`tabata: station by station, 60 between moves
  Mountain climber
  Burpee, low impact Walk-out
  Jog on the spot
  High knees, low impact March on the spot
break 60
main: 3 rounds, 40/60
  Kettlebell clean and press, 24 kg, switch at half`)}`,
    ['tiredSkill'],
    {
      fair: [
        'warmUpRamp',
        'rehearsal',
        'landings',
        'water',
        'impactRun',
        'balance',
        'hardMinutes',
        'restShort',
        'explanation',
        'coolDownEasy',
        'allOutRest',
      ],
    },
  ),
  mark(
    'a warm-up of three five-second drills',
    `warm-up: 1 round, 5/0
  Arm circles
  Leg swing
  Hip circles
break 30
${TALK}main: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Glute bridge
break 60
${COOL}`,
    ['noWarmUp', 'warmUpCovers'],
    { fair: ['missingSides', 'warmUpRamp'] },
  ),
  mark(
    'an odd round',
    whole(`main: 3 rounds, 40/20, 60 between rounds
  Reverse lunge, by round
  Band row
  Press-up
  Glute bridge`),
    ['oddRound'],
  ),
  mark(
    'sides even in rounds, not in seconds',
    whole(`main: 4 rounds, work by round 30 50 30 50, 40/20, 60 between rounds
  Reverse lunge, by round
  Band row
  Press-up
  Glute bridge`),
    ['unevenSides'],
  ),
  mark(
    'push, push and push',
    whole(`main: 4 rounds, 40/20, 60 between rounds
  Press-up
  Overhead press
  Close press-up
  Shoulder press-up`),
    ['balance'],
    { fair: ['sameArea', 'headDown', 'warmUpRamp', 'coolDownEasy', 'overheadRun', 'tiredSkill'] },
  ),
  mark(
    'a plank of two and a half minutes',
    whole(`main: 2 rounds, 50/5, 2 min between rounds
  Front plank
  Side plank, switch at half
  Plank reach, alternating
  Band row
  Bodyweight squat`),
    ['braceRun', 'workRest'],
    { fair: ['restShort', 'explanation', 'sameArea'] },
  ),
  mark(
    'grip from move to move',
    whole(`main: 3 rounds, 50/5, 2 min between rounds
  Kettlebell deadlift
  Farmer carry
  Kettlebell swing
  Press-up`),
    ['gripRun', 'workRest'],
    { fair: ['restShort', 'explanation', 'sameArea', 'balance'] },
  ),
  mark(
    'overhead four times running',
    whole(`main: 3 rounds, 40/20, 60 between rounds
  Overhead press
  Push press
  Dumbbell push press
  Overhead carry, switch at half
  Bodyweight squat
  Band row`),
    ['overheadRun'],
    { fair: ['sameArea', 'gripRun', 'balance', 'restShort'] },
  ),
  mark(
    'the head down straight after burpees',
    `${WARM}${TALK}main: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Burpee, low impact Walk-out
cool-down: holds, hold 30, change 5
  Standing forward fold
  Quad stretch, each side
  Calf stretch, each side
  Chest opener
  Upper back stretch`,
    ['headDown', 'coolDownEasy'],
    { fair: ['landings', 'restShort'] },
  ),
  mark(
    'music at another tempo than the counts',
    `kind: dance\n${WARM}main: beats, 128 bpm, 64 counts, x6
  Grapevine, alternating
  V step, alternating
break 60
${COOL}`,
    ['musicCounts'],
    {
      change: (p) => ({ ...p, blocks: p.blocks.map((b) => (b.format.kind === 'beats' ? { ...b, musicBpm: 140 } : b)) }),
    },
  ),
  mark(
    'more reps than the time holds',
    whole(`main: 3 rounds, 30/30, 60 between rounds
  Bodyweight squat, 30 reps, tempo 2-0-1-0
  Band row
  Press-up
  Glute bridge`),
    ['repsFit'],
  ),
  mark(
    'an add-on of ten moves',
    whole(`main: add-on, 30 work, 45 rest
  Bodyweight squat
  Band row
  Press-up
  Glute bridge
  Reverse lunge, alternating
  Dead bug, alternating
  Half star
  Kettlebell deadlift
  Step touch
  Bicycle crunch, alternating`),
    ['addOnVolume'],
    { fair: ['water', 'hardMinutes', 'balance', 'restShort', 'workRest', 'explanation', 'floorTrips'] },
  ),
  mark(
    'rest and break both',
    whole(`main: 3 rounds, 40/20, 60 between rounds, breaks add
  Bodyweight squat
  Band row
  Press-up
  Glute bridge`),
    ['restAndBreak'],
  ),
  mark(
    'one way for two levels',
    `mix: 12 beginners, 6 practised\n${whole(`main: 3 rounds, 40/20, 60 between rounds
  Goblet squat, no easier way
  Band row, no easier way
  Press-up, no easier way
  Glute bridge`)}`,
    ['levelMix'],
  ),
  mark(
    'a hot day as any other',
    `heat: 34 \u00b0C, 60 %\n${whole(`main: 4 rounds, 45/15, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Half star`)}`,
    ['heat'],
    { fair: ['water'] },
  ),
  mark(
    'long holds and then jumps',
    `warm-up: holds, hold 60, change 5
  Quad stretch, each side
  Calf stretch, each side
warm-up: 1 round, 45/0
  March on the spot
  Half star
  Step touch
  Arm circles
  Hip hinge drill
  Heel flick
break 60
${TALK}main: 2 rounds, 20/40, 60 between rounds
  Squat jump, low impact Bodyweight squat
  Band row
  Press-up
  Glute bridge
break 60
${COOL}`,
    ['staticHolds'],
  ),
  mark(
    'cold into sprints',
    `level: practised\nwarm-up: 1 round, 50/0
  March on the spot
  Step touch
  Arm circles
  Hip circles
  Leg swing, switch at half
break 30
${TALK}main: 6 rounds, 20/80
  Sliding seat sprint
break 60
${COOL}`,
    ['warmUpRamp'],
    { fair: ['balance', 'sameArea', 'warmUpPulse', 'warmUpCovers', 'coolDownCovers'] },
  ),
  mark(
    'sprints without their rest',
    `level: practised\n${WARM.replace('break 60', '  High knees, low impact March on the spot\nbreak 60')}${TALK}main: 10 rounds, 20/20
  Sliding seat sprint
break 60
${COOL}`,
    ['allOutRest'],
    { fair: ['balance', 'sameArea', 'coolDownCovers', 'hardMinutes'] },
  ),
  mark(
    'no time to explain eight stations',
    `heads: 16\n${WARM}main: 2 rounds, 40/25, 90 between rounds, at stations
  Goblet squat
  Band row
  Press-up
  Kettlebell deadlift
  Sandbag carry
  Dead bug, alternating
  Rope slam
  Step-up, by round
break 60\n${COOL}`,
    ['explanation'],
    { fair: ['sameArea'] },
  ),
  mark(
    'too few bells',
    `heads: 12\n${whole(`main: 3 rounds, 40/20, 60 between rounds
  Goblet squat
  Band row
  Press-up
  Glute bridge`)}`,
    ['kitHeads'],
  ),
  mark(
    'over its slot',
    `slot: 18:30, 25 min\n${whole(`main: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Glute bridge`)}`,
    ['slot'],
  ),
  mark(
    'neither warm-up nor cool-down',
    `talk: 60\nmain: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Glute bridge`,
    ['noWarmUp', 'noCoolDown'],
  ),
  mark(
    'a jump with no other way',
    `level: practised\n${whole(`main: 2 rounds, 20/40, 60 between rounds
  Box jump, no easier way
  Band row
  Press-up
  Glute bridge`)}`,
    ['lowImpact'],
    { fair: ['warmUpRamp'] },
  ),
];
