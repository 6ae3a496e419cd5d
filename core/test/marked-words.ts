import { type Marked, mark } from './marking.ts';

const BEFORE = `warm-up: 1 round, 40/0
  march in place
  step touch
  arm circles
  hip circles
  leg swings, switch at half
  air squats
  inchworm
  jog on the spot
break 30
`;
const SAID = 'talk: 2 min\n';
const AFTER = `break 60
cool-down: holds, hold 25, change 5
  walk it out, 90 work
  quad stretch, each side
  hamstring stretch, each side
  calf stretch, each side
  chest stretch
  child\u2019s pose
`;

/** Classes as instructors write them down, in their own words for the moves; good and bad. */
export const IN_WORDS: readonly Marked[] = [
  mark(
    'HIIT 45/15 practised',
    `level: practised
${BEFORE}${SAID}main: 3 rounds, 45/15, 90 between rounds
  jump squats, low impact air squats
  push-ups
  mountain climbers
  db row, alternating
  plank
${AFTER}`,
    [],
    { fair: ['balance', 'landings', 'warmUpRamp', 'sameArea', 'coolDownEasy'] },
  ),
  mark(
    'EMOM 12',
    `${BEFORE}${SAID}main: every minute, 4 rounds, 40 work
  kb swings
  push-ups
  goblet squat
${AFTER}`,
    [],
    { fair: ['balance', 'warmUpRamp', 'sameArea', 'coolDownEasy'] },
  ),
  mark(
    'AMRAP 12',
    `${BEFORE}${SAID}main: amrap, cap 12 min
  air squats, 15 reps
  push-ups, 10 reps
  sit-ups, 15 reps
${AFTER}`,
    [],
    { fair: ['balance'] },
  ),
  mark(
    'older adults',
    `level: beginner
${BEFORE}${SAID}main: 2 rounds, 40/40, 60 between rounds
  sit to stand
  wall push-up
  step touch
  band row
  heel raises
${AFTER}`,
    [],
  ),
  mark(
    'ladder sprint',
    `level: practised
${BEFORE}${SAID}main: ladder, 5 rounds, 20 a rung, 60 rest
  march in place
  jog on the spot
  high knees, low impact march in place
${AFTER}`,
    [],
    { fair: ['warmUpRamp', 'coolDownEasy', 'headDown'] },
  ),
  mark(
    'kettlebell pairs',
    `level: practised
${BEFORE}${SAID}main: 3 rounds, 40/20, in pairs, 60 between groups
  goblet squat
  mountain climbers
  kb deadlift
  plank
  kb row, switch at half
  jumping jacks, low impact step touch
${AFTER}`,
    [],
    { fair: ['landings', 'balance', 'sameArea', 'missingSides'] },
  ),
  mark(
    '20/10 mix mixed level',
    `${BEFORE}${SAID}tabata: 60 between moves
  air squats
  mountain climbers
${AFTER}`,
    [],
    { fair: ['coolDownEasy', 'warmUpRamp', 'balance', 'landings'] },
  ),
  mark(
    'stations 12 people',
    `heads: 12
${BEFORE}demo: 15 a station
main: 3 rounds, 40/30, 60 between rounds, at stations
  air squats
  band row
  push-ups
  box step-ups, switch at half
  kb deadlift
  dead bug, alternating
${AFTER}`,
    [],
    { fair: ['sameArea', 'floorTrips'] },
  ),
  mark(
    'prenatal',
    `level: beginner
${BEFORE}${SAID}main: 2 rounds, 30/30, 60 between rounds
  air squats
  wall push-up
  band row
  side-lying leg lift, switch at half
${AFTER}`,
    [],
    { fair: ['audience'], audience: ['pregnancy'] },
  ),
  mark(
    'boxing',
    `${BEFORE}${SAID}main: 4 rounds, 60/30, 60 between rounds
  jab cross
  kick and punch
  jog on the spot
${AFTER}`,
    [],
    { fair: ['balance', 'warmUpRamp', 'missingSides', 'sameArea', 'coolDownEasy', 'hardMinutes'] },
  ),
  mark(
    'waves',
    `${BEFORE}${SAID}main: 4 rounds, 45/15, work by round 20 30 40 50, 60 between rounds
  air squats
  push-ups
  band row
  glute bridge
${AFTER}`,
    [],
  ),
  mark(
    'only abs five minutes plank',
    `${BEFORE}${SAID}main: 3 rounds, 60/0, 60 between rounds
  plank
  side plank left
  side plank right
${AFTER}`,
    ['braceRun'],
    { fair: ['workRest', 'restShort', 'missingSides', 'balance', 'sameArea'] },
  ),
  mark(
    'no rest 30 min',
    `level: beginner
${BEFORE}${SAID}main: 8 rounds, 40/10
  jumping jacks, low impact step touch
  air squats
  mountain climbers
  push-ups
${AFTER}`,
    ['workRest', 'water', 'landings'],
    { fair: ['restShort', 'balance', 'coolDownEasy', 'sameArea'] },
  ),
  mark(
    'jumps for beginners',
    `level: beginner
${BEFORE}${SAID}main: 3 rounds, 30/30, 60 between rounds
  burpees
  box jumps
  tuck jumps
  jumping lunges
${AFTER}`,
    ['formatLevel', 'impactRun'],
    {
      fair: [
        'landings',
        'lowImpact',
        'balance',
        'sameArea',
        'hardMinutes',
        'coolDownEasy',
        'warmUpRamp',
        'missingSides',
        'allOutRest',
      ],
    },
  ),
  mark(
    'get up snatch last',
    `level: practised
${BEFORE}${SAID}tabata: 30 between moves
  burpees
  high knees
  mountain climbers
  kb swings
break 30
main: 2 rounds, 40/20
  kettlebell snatch, 20 kg, switch at half
  get-up, 16 kg, switch at half
${AFTER}`,
    ['tiredSkill', 'hardMinutes'],
    {
      fair: [
        'lowImpact',
        'landings',
        'impactRun',
        'balance',
        'sameArea',
        'coolDownEasy',
        'warmUpRamp',
        'gripRun',
        'restShort',
        'allOutRest',
        'water',
        'rehearsal',
        'explanation',
        'workRest',
        'overheadRun',
      ],
    },
  ),
  mark(
    'stretch between',
    `${BEFORE}${SAID}main: 3 rounds, 40/20, 60 between rounds
  burpees, low impact air squats
  standing forward fold
  push-ups
  band row
${AFTER}`,
    ['headDown'],
    { fair: ['landings', 'coolDownEasy', 'balance', 'warmUpRamp'] },
  ),
  mark(
    'wrists class',
    `${BEFORE}${SAID}main: 3 rounds, 40/20, 60 between rounds
  push-ups
  plank
  mountain climbers
  air squats
${AFTER}`,
    ['audience'],
    { fair: ['balance', 'sameArea', 'warmUpRamp', 'coolDownEasy'], audience: ['wrists'] },
  ),
  mark(
    'cool-down lying straight after sprints',
    `level: practised
${BEFORE}${SAID}main: 6 rounds, 30/90
  high knees, low impact march in place
cool-down: holds, hold 30, change 5
  lying hamstring stretch, each side
  lying trunk turn, each side
  quad stretch, each side
  calf stretch, each side`,
    ['coolDownEasy'],
    { fair: ['restShort', 'warmUpRamp', 'balance', 'coolDownCovers'] },
  ),
  mark(
    '5 min amrap each side',
    `${BEFORE}${SAID}main: amrap, cap 10 min
  kb row, 10 reps
  reverse lunges, 10 reps
  push-ups, 10 reps
${AFTER}`,
    ['missingSides'],
    { fair: ['balance'] },
  ),
  mark(
    'rope class grip',
    `${BEFORE}${SAID}main: 4 rounds, 40/5, 2 min between rounds
  rope slams
  farmer carry
  kb deadlift
${AFTER}`,
    ['gripRun', 'workRest'],
    {
      fair: [
        'restShort',
        'balance',
        'sameArea',
        'warmUpRamp',
        'coolDownEasy',
        'missingSides',
        'explanation',
        'landings',
        'hardMinutes',
      ],
    },
  ),
  mark(
    'no cool-down, no water 45',
    `slot: 18:30, 45 min
${BEFORE}${SAID}main: 12 rounds, 40/20
  air squats
  band row
  push-ups`,
    ['noCoolDown', 'water'],
    { fair: ['balance'] },
  ),
];
