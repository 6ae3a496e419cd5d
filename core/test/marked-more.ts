import { type Marked, mark } from './marking.ts';

const FREE = `warm-up: moving freely, 5 min
break 30
`;
const DRILLS = `warm-up: 2 rounds, 30/0
  jog on the spot
  arm swings
  bodyweight squat
  hip openers
  lunge with reach, switch at half
break 30
`;
const EASY = `cool-down: moving freely, 5 min
`;
const HOLDS = `break 60
cool-down: holds, hold 20, change 5
  walking recovery, 60 work
  hamstring stretch, each side
  hip flexor stretch, each side
  chest opener
  upper back stretch
  calf stretch, each side
`;
const SAID = 'talk: 3 min\n';

/** More classes in instructors' words: days for a part of the body, warm-ups led freely, one move over and over. */
export const MORE: readonly Marked[] = [
  mark(
    'led freely',
    `level: mixed
${FREE}${SAID}main: 4 rounds, 40/20, 60 between rounds
  dumbbell squat
  push-up
  dumbbell row, alternating
  glute bridge
  plank
${EASY}`,
    [],
  ),
  mark(
    'lower body day',
    `${DRILLS}${SAID}main: 4 rounds, 40/20, 60 between rounds
  goblet squat
  romanian deadlift
  reverse lunge, alternating
  glute bridge
  calf raise
${HOLDS}`,
    [],
    { fair: ['balance', 'warmUpRamp', 'sameArea'] },
  ),
  mark(
    'upper body day',
    `${DRILLS}${SAID}main: 3 rounds, 40/20, 60 between rounds
  push-up
  band row
  dumbbell overhead press
  bicep curl
  tricep dips
${HOLDS}`,
    [],
    { fair: ['sameArea', 'balance', 'warmUpRamp', 'warmUpCovers'] },
  ),
  mark(
    'EMOM with reps',
    `${DRILLS}${SAID}main: every minute, 5 rounds
  kettlebell swing, 12 reps
  push-up, 10 reps
  goblet squat, 12 reps
${HOLDS}`,
    [],
    { fair: ['warmUpRamp', 'balance', 'sameArea', 'coolDownEasy'] },
  ),
  mark(
    'pyramid rounds',
    `level: practised
${DRILLS}${SAID}main: 5 rounds, 40/20, work by round 20 30 40 30 20, 60 between rounds
  squat
  push-up
  mountain climber
  band row
${HOLDS}`,
    [],
    { fair: ['coolDownEasy', 'balance'] },
  ),
  mark(
    'chair class',
    `level: beginner
kind: seated
warm-up: 1 round, 40/0
  seated march
  seated arm raise
  seated shoulder roll
  seated toe tap
  seated jack
talk: 1 min
main: 2 rounds, 40/20, 60 between rounds
  sit to stand
  seated band row
  seated leg extension, alternating
  seated punch
  seated calf raise
cool-down: holds, hold 20, change 5
  seated breathing
  seated chest stretch
  seated hamstring stretch in chair, each side
  seated calf stretch, each side`,
    [],
    { fair: ['coolDownCovers', 'warmUpCovers', 'balance', 'missingSides'] },
  ),
  mark(
    'partner stations AMRAP',
    `heads: 12
${DRILLS}${SAID}main: amrap, cap 10 min
  sandbag carry
  box step-up, alternating
  ball slam
${HOLDS}`,
    [],
    { fair: ['balance', 'gripRun', 'coolDownEasy', 'missingSides', 'sameArea', 'warmUpRamp'] },
  ),
  mark(
    'boxing tabata practised',
    `level: practised
${DRILLS}${SAID}tabata: 60 between moves
  fast punches
  squat
  mountain climber
${HOLDS}`,
    [],
    { fair: ['warmUpRamp', 'balance', 'coolDownEasy'] },
  ),
  mark(
    'step choreography',
    `kind: dance
warm-up: beats, 124 bpm, 32 counts, x4
  step touch
  grapevine, alternating
  march on the spot
  heel flick
main: beats, 130 bpm, 32 counts, x8
  v step, alternating
  a step, alternating
  mambo, alternating
  knee lift step, alternating
${HOLDS}`,
    [],
    { fair: ['water'] },
  ),
  mark(
    'stretch only',
    `main: holds, hold 45, change 10
  hamstring stretch, each side
  quad stretch, each side
  pigeon, each side
  chest opener
  child’s rest
  lying trunk turn, each side`,
    [],
  ),
  mark(
    '30/30 rowers',
    `${DRILLS}${SAID}main: 10 rounds, 30/30
  sliding seat drive
${HOLDS}`,
    [],
    { fair: ['balance', 'coolDownEasy', 'sameArea', 'warmUpRamp', 'hardMinutes'] },
  ),
  mark(
    'ladder 15s',
    `level: practised
${DRILLS}${SAID}main: ladder, 8 rounds, 15 a rung, 60 rest
  squat
  fast squat to toes
  squat jump, low impact squat
${HOLDS}`,
    [],
    { fair: ['landings', 'sameArea', 'coolDownEasy', 'balance', 'warmUpRamp', 'impactRun'] },
  ),
  mark(
    'beginners emom no rest',
    `level: beginner
${DRILLS}${SAID}main: every minute, 4 rounds, 55 work
  squat
  push-up
  glute bridge
${HOLDS}`,
    ['workRest'],
    { fair: ['balance', 'restShort'] },
  ),
  mark(
    '8 jumps',
    `level: practised
${DRILLS}${SAID}main: 3 rounds, 40/20
  squat jump, low impact squat
  tuck jump, low impact squat
  star jump, low impact half star
  skater jump, low impact skater step
  broad jump, low impact squat
${HOLDS}`,
    ['impactRun', 'landings'],
    { fair: ['warmUpRamp', 'balance', 'sameArea', 'hardMinutes', 'coolDownEasy', 'water', 'explanation'] },
  ),
  mark(
    'side missing',
    `${DRILLS}${SAID}main: 3 rounds, 40/20, 60 between rounds
  single-arm row
  reverse lunge
  push-up
${HOLDS}`,
    ['missingSides'],
    { fair: ['balance', 'sameArea'] },
  ),
  mark(
    'side odd',
    `${DRILLS}${SAID}main: 5 rounds, 30/15, 60 between rounds
  side plank, by round
  squat
  band row
  push-up
${HOLDS}`,
    ['oddRound'],
  ),
  mark(
    'too long for slot',
    `slot: 7:00, 30 min
${DRILLS}${SAID}main: 5 rounds, 45/15, 60 between rounds
  squat
  push-up
  band row
  glute bridge
  plank
${HOLDS}`,
    ['slot'],
    { fair: ['water'] },
  ),
  mark(
    'cold start no warm-up sprints',
    `level: practised
${SAID}main: 8 rounds, 20/80
  sprint on the spot, low impact march on the spot
${HOLDS}`,
    ['noWarmUp'],
    { fair: ['balance', 'coolDownEasy', 'warmUpRamp'] },
  ),
  mark(
    'warm-up all stretches',
    `warm-up: holds, hold 60, change 5
  quad stretch, each side
  hamstring stretch, each side
  calf stretch, each side
break 30
${SAID}main: 3 rounds, 30/30, 60 between rounds
  squat jump, low impact squat
  push-up
  band row
  glute bridge
${HOLDS}`,
    ['staticHolds', 'warmUpPulse', 'warmUpCovers'],
    { fair: ['warmUpRamp', 'landings', 'coolDownEasy'] },
  ),
  mark(
    'ends with burpees and lies down',
    `level: practised
${DRILLS}${SAID}main: 3 rounds, 40/20, 60 between rounds
  squat
  band row
  burpee, low impact walk-out
cool-down: holds, hold 30, change 5
  lying hamstring stretch, each side
  lying knee hug
  chest opener
  quad stretch, each side`,
    ['coolDownEasy'],
    { fair: ['restShort', 'landings', 'coolDownCovers', 'balance', 'explanation'] },
  ),
  mark(
    'bells for 20',
    `heads: 20
${DRILLS}${SAID}main: 3 rounds, 40/20, 60 between rounds
  goblet squat
  kettlebell row, switch at half
  push-up
${HOLDS}`,
    ['kitHeads'],
    { fair: ['balance', 'sameArea'] },
  ),
  mark(
    'floor up down',
    `${DRILLS}${SAID}main: 3 rounds, 30/10, 60 between rounds
  plank
  squat
  dead bug, alternating
  jumping jack, low impact half star
  glute bridge
  band row
${HOLDS}`,
    ['floorTrips'],
    { fair: ['restShort', 'explanation', 'landings', 'sameArea', 'balance'] },
  ),
  mark(
    'wrist complaint',
    `${DRILLS}${SAID}main: 3 rounds, 40/20, 60 between rounds
  push-up
  squat
  band row
${HOLDS}`,
    ['audience'],
    { fair: ['balance'], audience: ['wrists'] },
  ),
  mark(
    'hour without water',
    `${DRILLS}${SAID}main: 9 rounds, 45/15
  squat
  push-up
  band row
  glute bridge
  dead bug, alternating
${HOLDS}`,
    ['water'],
    { fair: ['hardMinutes'] },
  ),
  mark(
    'carry carry carry',
    `${DRILLS}${SAID}main: 4 rounds, 40/5, 90 between rounds
  farmer carry
  suitcase carry, switch at half
  kettlebell deadlift
${HOLDS}`,
    ['gripRun', 'workRest'],
    { fair: ['restShort', 'sameArea', 'balance', 'explanation'] },
  ),
];
