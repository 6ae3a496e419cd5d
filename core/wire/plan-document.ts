import * as v from 'valibot';
import { type Plan, readStoredPlan } from '../class/index.ts';
import { described } from './documents.ts';

/**
 * A class document from the other side or from this browser's storage, of this version or an older one: the reader may be newer
 * than what it reads, and what is newer than the reader is named.
 * @param ran it was led as it is, and keeps its times to the second
 */
export const planFrom = ({ ran = false } = {}) =>
  v.pipe(
    v.unknown(),
    described('Plan'),
    v.rawTransform<unknown, Plan>(({ dataset, addIssue, NEVER }) => {
      const read = readStoredPlan(dataset.value, { ran });
      if (read.ok) return read.value.plan;
      addIssue({ message: `${read.problems[0]?.path}: ${read.problems[0]?.message}` });
      return NEVER;
    }),
  );
