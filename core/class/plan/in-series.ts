import * as v from 'valibot';
import { count, documentId, name } from '../values/index.ts';

/** A place in a series: the third of eight. */
export const InSeriesSchema = v.strictObject({
  id: documentId,
  title: name(80),
  nth: count(1, 400),
  of: count(1, 400),
});
export type InSeries = v.InferOutput<typeof InSeriesSchema>;

/** "3 of 8". */
export const placeWords = ({ nth, of }: Pick<InSeries, 'nth' | 'of'>) => `${nth} of ${of}`;
