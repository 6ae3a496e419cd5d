import * as v from 'valibot';

interface Setting {
  label: string;
  unit: 's' | 'min' | '×' | 'moves' | 'trips' | 'landings';
  usual: number;
  min: number;
  max: number;
}

/** The thresholds of the checks; seconds, minutes, ratios or counts as the unit says. */
export const THRESHOLDS = {
  spareMin: { label: 'Unused slot worth a word', unit: 'min', usual: 5, min: 0, max: 60 },
  walkS: { label: 'Walk to the next station', unit: 's', usual: 4, min: 0, max: 60 },
  kitPickS: { label: 'Pick kit up', unit: 's', usual: 3, min: 0, max: 60 },
  kitDropS: { label: 'Put kit down', unit: 's', usual: 2, min: 0, max: 60 },
  sideTurnS: { label: 'Turn to the other side', unit: 's', usual: 2, min: 0, max: 30 },
  areaOverlap: { label: 'Shared parts that make it the same area', unit: '×', usual: 0.6, min: 0.1, max: 1 },
  balanceRatio: { label: 'One side of a balance over the other', unit: '×', usual: 3, min: 1.1, max: 10 },
  balanceFromS: { label: 'Work a balance is judged from', unit: 's', usual: 240, min: 30, max: 3600 },
  coverFromS: {
    label: 'Work on a part that calls for warming',
    unit: 's',
    usual: 90,
    min: 10,
    max: 1800,
  },
  talkMoveS: { label: 'Talk for each move, to run through them', unit: 's', usual: 5, min: 1, max: 60 },
  impactRun: { label: 'High-impact moves running', unit: 'moves', usual: 2, min: 1, max: 10 },
  jumpResetS: { label: 'Without a landing ends a run of jumps', unit: 's', usual: 120, min: 10, max: 600 },
  landingsBeginner: { label: 'Landings a class, beginners at most', unit: 'landings', usual: 100, min: 0, max: 1000 },
  landingsMixed: { label: 'Landings a class, mixed at most', unit: 'landings', usual: 120, min: 0, max: 1000 },
  landingsPractised: { label: 'Landings a class, practised at most', unit: 'landings', usual: 140, min: 0, max: 2000 },
  hardBeginnerMin: { label: 'At effort 4 or more, beginners at most', unit: 'min', usual: 6, min: 0, max: 60 },
  hardMixedMin: { label: 'At effort 4 or more, mixed at most', unit: 'min', usual: 12, min: 0, max: 60 },
  hardPractisedMin: { label: 'At effort 4 or more, practised at most', unit: 'min', usual: 20, min: 0, max: 90 },
  freshMin: { label: 'Hard work that makes skill unsafe', unit: 'min', usual: 5, min: 1, max: 60 },
  ratioBeginner: { label: 'Work to rest, beginners at most', unit: '×', usual: 1.5, min: 0.5, max: 10 },
  ratioMixed: { label: 'Work to rest, mixed at most', unit: '×', usual: 4, min: 0.5, max: 10 },
  ratioPractised: { label: 'Work to rest, practised at most', unit: '×', usual: 6, min: 0.5, max: 20 },
  floorTrips: { label: 'Trips to the floor in a round', unit: 'trips', usual: 2, min: 0, max: 10 },
  waterMin: { label: 'Longest without a drink', unit: 'min', usual: 20, min: 5, max: 60 },
  warmAreaS: { label: 'Each worked area in motion before', unit: 's', usual: 20, min: 0, max: 120 },
  pulseS: { label: 'Raising the pulse before', unit: 's', usual: 120, min: 0, max: 600 },
  gentleMin: { label: 'Without hard landings at the start', unit: 'min', usual: 3, min: 0, max: 15 },
  staticHoldS: { label: 'Holding a muscle before jumps', unit: 's', usual: 60, min: 10, max: 600 },
  easyS: { label: 'Easy movement after hard work', unit: 's', usual: 120, min: 0, max: 600 },
  stretchFromS: { label: 'Work on a part that calls for stretching', unit: 's', usual: 120, min: 10, max: 1800 },
  stretchS: { label: 'Stretch for each worked area', unit: 's', usual: 15, min: 0, max: 120 },
  braceS: { label: 'Plank without a pause', unit: 's', usual: 90, min: 10, max: 600 },
  gripS: { label: 'Firm grip without a pause', unit: 's', usual: 90, min: 10, max: 600 },
  letGoS: { label: 'Pause that lets hands and trunk go', unit: 's', usual: 10, min: 1, max: 60 },
  overheadMoves: { label: 'Moves overhead running', unit: 'moves', usual: 2, min: 1, max: 10 },
  addOnS: { label: 'Work on one move of an add-on', unit: 's', usual: 240, min: 30, max: 1800 },
  warmUpMin: { label: 'Warm-up at least', unit: 'min', usual: 3, min: 0, max: 15 },
  coolDownMin: { label: 'Cool-down at least', unit: 'min', usual: 2, min: 0, max: 15 },
} as const satisfies Record<string, Setting>;

export type ThresholdName = keyof typeof THRESHOLDS;
export type Thresholds = Record<ThresholdName, number>;

export const USUAL_THRESHOLDS = Object.fromEntries(
  Object.entries(THRESHOLDS).map(([name, t]) => [name, t.usual]),
) as Thresholds;

/** Thresholds from outside: those that are named and in range, the rest as usual. */
export const ThresholdsSchema = v.strictObject(
  Object.fromEntries(
    Object.entries(THRESHOLDS).map(([name, t]) => [
      name,
      v.optional(v.pipe(v.number(), v.minValue(t.min), v.maxValue(t.max)), t.usual),
    ]),
  ),
);
