import * as v from 'valibot';

interface Setting {
  label: string;
  unit: 's' | 'min' | '×' | 'moves' | 'trips';
  usual: number;
  min: number;
  max: number;
}

/** What can be set about the checks; seconds, minutes, ratios or counts as the unit says. */
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
    label: 'Work on a part that calls for warming and stretching',
    unit: 's',
    usual: 90,
    min: 10,
    max: 1800,
  },
  impactRun: { label: 'High-impact moves running', unit: 'moves', usual: 2, min: 1, max: 10 },
  ratioBeginner: { label: 'Work to rest, beginners at most', unit: '×', usual: 1.5, min: 0.5, max: 10 },
  ratioMixed: { label: 'Work to rest, mixed at most', unit: '×', usual: 4, min: 0.5, max: 10 },
  ratioPractised: { label: 'Work to rest, practised at most', unit: '×', usual: 6, min: 0.5, max: 20 },
  floorTrips: { label: 'Trips to the floor in a round', unit: 'trips', usual: 2, min: 0, max: 10 },
  waterMin: { label: 'First water by', unit: 'min', usual: 20, min: 5, max: 60 },
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
