import * as v from 'valibot';

/** Units in which a set can be measured beside its time and its repetitions: how they are written, and how one and many are said. */
export const MEASURES = {
  m: { written: 'm', one: 'metre', many: 'metres', source: 'metres?' },
  km: { written: 'km', one: 'kilometre', many: 'kilometres', source: 'kilometres?|km' },
  yards: { written: 'yd', one: 'yard', many: 'yards', source: 'yards?' },
  miles: { written: 'miles', one: 'mile', many: 'miles', source: 'miles?' },
  laps: { written: 'laps', one: 'lap', many: 'laps', source: 'laps?' },
  lengths: { written: 'lengths', one: 'length', many: 'lengths', source: 'lengths?' },
  cal: { written: 'cal', one: 'calorie', many: 'calories', source: 'calories|calorie|cals?' },
  s: { written: 's', one: 'second', many: 'seconds', source: 'seconds?\\s+of\\s+it' },
} as const;
export type MeasureUnit = keyof typeof MEASURES;
export const MEASURE_UNITS = Object.keys(MEASURES) as MeasureUnit[];

/** How much of a move makes a set, where it is neither timed nor counted in repetitions: 400 m, 12 cal. */
export const MeasureSchema = v.strictObject({
  count: v.pipe(v.number(), v.minValue(0.01), v.maxValue(99_999)),
  unit: v.picklist(MEASURE_UNITS),
});
export type Measure = v.InferOutput<typeof MeasureSchema>;

/** "400 m", "12 cal". */
export const measureWords = ({ count, unit }: Measure): string => `${count} ${MEASURES[unit].written}`;

/** "400 metres", "12 calories". */
export const measureSaid = ({ count, unit }: Measure): string =>
  `${count} ${MEASURES[unit][count === 1 ? 'one' : 'many']}`;
