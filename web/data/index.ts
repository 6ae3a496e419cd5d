export type {
  Fault,
  GoingRun,
  Keeping,
  SignedIn,
  StoredPlan,
  StoredRun,
  StoredVersion,
} from '../../core/wire/index.ts';
export { api, conflictOf, keepApi, type LogQuery } from './api.ts';
export type { Asked } from './client.ts';
export { ApiError, addressOf, ask, fetchFrom, firstProblem, messageOf, type Standing, standingOf } from './client.ts';
export { clockAt, clockOf, dayOf, dayWords, timeWords } from './clock.ts';
export { keptPlans } from './kept-plans.ts';
export { useLibrary, useMoves } from './library-store.ts';
export { fetchAnew, queries } from './queries.ts';
export { sumsOf, useLastSets, usePast, usePeople, useWhoNames } from './records.ts';
export { useTrouble } from './trouble.ts';
export { type Loaded, useLoaded } from './use-loaded.ts';
export { isOwnMachine, useOrigins } from './use-origins.ts';
export { type Pages, usePages } from './use-pages.ts';
export { useResolved } from './use-resolved.ts';
