import type { Audience, Plan } from '../plan/index.ts';
import { readShorthand } from '../shorthand/index.ts';

/*
 * Classes marked by hand before any check looked at them: what is wrong with each, by the check that should say so, and what else may
 * rightly be said. All that the checks say beside these is a false alarm; what they do not say of these is missed.
 */

export interface Marked {
  name: string;
  plan: Plan;
  /** Checks that must speak. */
  faults: readonly string[];
  /** Checks that may: they are right, and nobody would miss them. */
  fair: readonly string[];
}

const WARM = `warm-up: 1 round, 45/0
  March on the spot
  Half star
  Step touch
  Leg swing, switch at half
  Arm circles
  Hip hinge drill
  Bodyweight squat
  Lunge with reach, switch at half
  Heel flick
break 60
`;
const TALK = 'talk: 90\n';
const COOL = `cool-down: holds, hold 25, change 5
  Walking recovery, 120 work
  Quad stretch, each side
  Hamstring stretch, each side
  Calf stretch, each side
  Seat stretch, each side
  Chest opener
  Upper back stretch
`;
/** A class with all that belongs to one, and the main part given. */
const whole = (main: string) => `${WARM}${TALK}${main}\nbreak 60\n${COOL}`;

interface More {
  fair?: readonly string[];
  audience?: readonly Audience[];
  change?: (plan: Plan) => Plan;
}

const marked: Marked[] = [];

function put(name: string, text: string, faults: readonly string[], more: More = {}): void {
  const { plan, problems } = readShorthand(text);
  const wrong = problems[0];
  if (wrong) throw new Error(`${name}, line ${wrong.line}: ${wrong.message}`);
  const own = { ...plan, ...(more.audience ? { audience: [...more.audience] } : {}) };
  marked.push({ name, plan: more.change?.(own) ?? own, faults, fair: more.fair ?? [] });
}

const good = (name: string, text: string, more: More = {}) => put(name, text, [], more);

// ---------------------------------------------------------------------------------------------------- good classes

good(
  'circuit',
  whole(`main: 3 rounds, 40/20, 60 between rounds
  Goblet squat
  Press-up
  Kettlebell deadlift
  Band row
  Reverse lunge, alternating
  Dead bug, alternating`),
);
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
);
good(
  'Tabata for practised people',
  `level: practised\n${whole(`tabata: station by station, 60 between moves
  Bodyweight squat
  Mountain climber
  Band row`)}`,
);
good(
  'every minute',
  whole(`main: every minute, 4 rounds, 40 work
  Kettlebell deadlift
  Press-up
  Band row
  Bodyweight squat`),
);
good(
  'add-on',
  whole(`main: add-on, 25 work, 45 rest
  Bodyweight squat
  Band row
  Press-up
  Glute bridge
  Reverse lunge, alternating`),
);
good(
  'ladder',
  `level: practised\n${whole(`main: ladder, 6 rounds, 15 a rung, 45 rest
  March on the spot
  Half star
  Jog on the spot
  High knees, low impact March on the spot`)}`,
);
good(
  'reps',
  whole(`main: reps, 3 rounds, 10 reps, 40 rest, 90 between rounds
  Goblet squat
  Band row
  Press-up
  Kettlebell deadlift`),
);
good(
  'AMRAP of eight minutes',
  whole(`main: amrap, cap 8 min
  Bodyweight squat, 10 reps
  Press-up, 8 reps
  Band row, 10 reps`),
);
good(
  'windows',
  whole(`main: windows, x5, 90 on 60 off
  Bodyweight squat
  Band row
  Glute bridge`),
);
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
);
good(
  'mobility',
  `kind: mobility\nmain: 2 rounds, 60/10
  Hip circles
  Lunge with reach, switch at half
  Arm circles
  Walk-out
  Standing side reach, switch at half
  Squat to stand`,
);
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
);
good(
  'strength',
  `kind: strength\nlevel: practised\n${whole(`main: station by station, 4 rounds, 40/60, 90 between groups
  Goblet squat, 20 kg
  Band row
  Kettlebell deadlift, 20 kg
  Press-up`)}`,
);
good(
  'test of four moves',
  `kind: test\nlevel: practised\n${whole(`main: 1 round, 60/90
  Press-up
  Bodyweight squat
  Band row
  Sit-up`)}`,
);
good(
  'beginners, even work and rest',
  `level: beginner\n${whole(`main: 3 rounds, 30/30, 60 between rounds
  Bodyweight squat
  Wall press-up
  Glute bridge
  Band row
  Half star`)}`,
);
good(
  'pairs with strength and cardio',
  whole(`main: 3 rounds, 40/20, in pairs, 60 between groups
  Goblet squat
  Half star
  Band row
  Jog on the spot
  Kettlebell deadlift
  Side shuffle`),
);
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
);
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
);
good(
  'jumps with a low way, few of them',
  `level: practised\n${whole(`main: 2 rounds, 20/40, 60 between rounds
  Squat jump, low impact Bodyweight squat
  Band row
  Press-up
  Glute bridge`)}`,
  { fair: ['warmUpRamp'] },
);
good(
  'sides by round, an even number',
  whole(`main: 4 rounds, 40/20, 60 between rounds
  Reverse lunge, by round
  Band row
  Press-up
  Single-arm row, by round`),
);
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
);
good(
  'careful with wrists',
  whole(`main: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Glute bridge
  Band press`),
  { audience: ['wrists'] },
);
good(
  'two levels with two ways',
  `mix: 12 beginners, 6 practised\n${whole(`main: 3 rounds, 40/20, 60 between rounds
  Goblet squat, easier Bodyweight squat
  Band row, easier Easy arm pull
  Press-up, easier Wall press-up
  Glute bridge`)}`,
);
good(
  'a warm day with more rest',
  `heat: 29 \u00b0C, 55 %\n${whole(`main: 3 rounds, 30/30, 90 between rounds
  Bodyweight squat
  Band row
  Glute bridge
  Wall press-up`)}`,
  { fair: ['heat'] },
);
good(
  'sprints with their rest',
  `level: practised\n${WARM.replace('break 60', '  High knees, low impact March on the spot\nbreak 60')}${TALK}main: 6 rounds, 20/80
  Sliding seat sprint
break 60
${COOL}`,
  { fair: ['balance', 'coolDownCovers', 'sameArea'] },
);

// ------------------------------------------------------------------------------------- classes with something wrong

put(
  'a rest in which a group at another station has to get up and take a bell',
  `heads: 12\n${WARM}demo: 15 a station
main: 2 rounds, 40/3, 90 between rounds, at stations
  Bodyweight squat
  Front plank
  Kettlebell deadlift
break 60\n${COOL}`,
  ['restShort', 'workRest'],
);
put(
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
  { fair: ['impactRun', 'water', 'warmUpRamp', 'sameArea', 'balance', 'restShort', 'coolDownEasy', 'headDown', 'explanation'] },
);
put(
  'an AMRAP of twenty-five minutes',
  whole(`main: amrap, cap 25 min
  Kettlebell swing, 15 reps
  Burpee, 10 reps, low impact Walk-out
  Rope slam, 20 reps`),
  ['hardMinutes', 'water', 'landings'],
  { fair: ['balance', 'warmUpRamp', 'explanation', 'gripRun'] },
);
put(
  '45 on, 5 off, with long breaks',
  whole(`main: 3 rounds, 45/5, 2 min between rounds
  Bodyweight squat
  Band row
  Bodyweight squat
  Band row`),
  ['workRest'],
  { fair: ['restShort', 'explanation', 'balance'] },
);
put(
  'Tabata for beginners with long breaks',
  `level: beginner\n${whole(`tabata: station by station, 2 min between moves
  Bodyweight squat
  Band row`)}`,
  ['formatLevel'],
  { fair: ['workRest'] },
);
put(
  'one early drink, then fifty minutes without',
  `${WARM}${TALK}main: 16 rounds, 40/20
  Bodyweight squat
  Band row
  Glute bridge
break 60
${COOL}`,
  ['water'],
  { fair: ['balance'] },
);
put(
  'a stand-in that has the same caution',
  whole(`main: 3 rounds, 40/20, 60 between rounds
  Press-up, easier Box press-up
  Band row
  Bodyweight squat
  Glute bridge`),
  ['audience'],
  { audience: ['wrists'] },
);
put(
  'a one-sided move in a complex',
  whole(`main: amrap, cap 8 min
  Single-arm row, 10 reps
  Bodyweight squat, 10 reps
  Press-up, 8 reps`),
  ['missingSides'],
);
put(
  'jumps in a complex',
  whole(`main: windows, x6, 60 on 60 off
  Squat jump, low impact Bodyweight squat
  Tuck jump, low impact Bodyweight squat
  Broad jump, low impact Bodyweight squat`),
  ['impactRun', 'landings'],
  { fair: ['balance', 'sameArea', 'warmUpRamp', 'hardMinutes', 'coolDownEasy', 'allOutRest', 'explanation'] },
);
put(
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
);
put(
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
);
put(
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
);
put(
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
);
put(
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
  { fair: ['warmUpRamp', 'rehearsal', 'landings', 'water', 'impactRun', 'balance', 'hardMinutes', 'restShort', 'explanation', 'coolDownEasy', 'allOutRest'] },
);
put(
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
  ['noWarmUp', 'warmUpCovers', 'warmUpPulse'],
  { fair: ['missingSides', 'warmUpRamp'] },
);
put(
  'an odd round',
  whole(`main: 3 rounds, 40/20, 60 between rounds
  Reverse lunge, by round
  Band row
  Press-up
  Glute bridge`),
  ['oddRound'],
);
put(
  'sides even in rounds, not in seconds',
  whole(`main: 4 rounds, work by round 30 50 30 50, 40/20, 60 between rounds
  Reverse lunge, by round
  Band row
  Press-up
  Glute bridge`),
  ['unevenSides'],
);
put(
  'push, push and push',
  whole(`main: 4 rounds, 40/20, 60 between rounds
  Press-up
  Overhead press
  Close press-up
  Shoulder press-up`),
  ['balance'],
  { fair: ['sameArea', 'headDown', 'warmUpRamp', 'coolDownEasy', 'overheadRun', 'tiredSkill'] },
);
put(
  'a plank of two and a half minutes',
  whole(`main: 2 rounds, 50/5, 2 min between rounds
  Front plank
  Side plank, switch at half
  Plank reach, alternating
  Band row
  Bodyweight squat`),
  ['braceRun', 'workRest'],
  { fair: ['restShort', 'explanation', 'sameArea'] },
);
put(
  'grip from move to move',
  whole(`main: 3 rounds, 50/5, 2 min between rounds
  Kettlebell deadlift
  Farmer carry
  Kettlebell swing
  Press-up`),
  ['gripRun', 'workRest'],
  { fair: ['restShort', 'explanation', 'sameArea', 'balance'] },
);
put(
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
);
put(
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
);
put(
  'music at another tempo than the counts',
  `kind: dance\n${WARM}main: beats, 128 bpm, 64 counts, x6
  Grapevine, alternating
  V step, alternating
break 60
${COOL}`,
  ['musicCounts'],
  { change: (p) => ({ ...p, blocks: p.blocks.map((b) => (b.format.kind === 'beats' ? { ...b, musicBpm: 140 } : b)) }) },
);
put(
  'more reps than the time holds',
  whole(`main: 3 rounds, 30/30, 60 between rounds
  Bodyweight squat, 30 reps, tempo 2-0-1-0
  Band row
  Press-up
  Glute bridge`),
  ['repsFit'],
);
put(
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
);
put(
  'rest and break both',
  whole(`main: 3 rounds, 40/20, 60 between rounds, breaks add
  Bodyweight squat
  Band row
  Press-up
  Glute bridge`),
  ['restAndBreak'],
);
put(
  'one way for two levels',
  `mix: 12 beginners, 6 practised\n${whole(`main: 3 rounds, 40/20, 60 between rounds
  Goblet squat, no easier way
  Band row, no easier way
  Press-up, no easier way
  Glute bridge`)}`,
  ['levelMix'],
);
put(
  'a hot day as any other',
  `heat: 34 \u00b0C, 60 %\n${whole(`main: 4 rounds, 45/15, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Half star`)}`,
  ['heat'],
  { fair: ['water'] },
);
put(
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
);
put(
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
);
put(
  'sprints without their rest',
  `level: practised\n${WARM.replace('break 60', '  High knees, low impact March on the spot\nbreak 60')}${TALK}main: 10 rounds, 20/20
  Sliding seat sprint
break 60
${COOL}`,
  ['allOutRest'],
  { fair: ['balance', 'sameArea', 'coolDownCovers', 'hardMinutes'] },
);
put(
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
);
put(
  'too few bells',
  `heads: 12\n${whole(`main: 3 rounds, 40/20, 60 between rounds
  Goblet squat
  Band row
  Press-up
  Glute bridge`)}`,
  ['kitHeads'],
);
put(
  'over its slot',
  `slot: 18:30, 25 min\n${whole(`main: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Glute bridge`)}`,
  ['slot'],
);
put(
  'neither warm-up nor cool-down',
  `talk: 60\nmain: 3 rounds, 40/20, 60 between rounds
  Bodyweight squat
  Band row
  Press-up
  Glute bridge`,
  ['noWarmUp', 'noCoolDown'],
);
put(
  'a jump with no other way',
  `level: practised\n${whole(`main: 2 rounds, 20/40, 60 between rounds
  Box jump, no easier way
  Band row
  Press-up
  Glute bridge`)}`,
  ['lowImpact'],
  { fair: ['warmUpRamp'] },
);

export const MARKED: readonly Marked[] = marked;
