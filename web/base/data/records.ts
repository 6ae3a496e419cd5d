import type { SessionSums, SetRecord } from '../../../core/record/index.ts';
import type { Who } from '../../../core/time/index.ts';
import { type PastRun, type Person, records, type Session } from '../../../core/wire/index.ts';
import { ask } from './client.ts';
import { dayOf } from './local-time.ts';
import { type Loaded, useLoaded } from './use-loaded.ts';

const NO_SETS: readonly SetRecord[] = [];

/** The last runs of a class but for one, the latest first. */
export const usePast = (planId: string, not = '', limit = 4): [Loaded<PastRun[]>, () => void] =>
  useLoaded(['records', 'past', planId, not, limit], () =>
    ask(records.pastRuns, { query: { plan: planId, not, limit: String(limit) } }),
  );

/** The sets of the last time a class was led to its end; none while they cannot be had. */
export function useLastSets(planId: string, not: string): readonly SetRecord[] {
  const [past] = usePast(planId, not, 1);
  return past.state === 'ready' ? (past.value[0]?.sets ?? NO_SETS) : NO_SETS;
}

/** The sums of a session, by its local day. */
export const sumsOf = ({ at, totalMs, effort, work }: Session): SessionSums => ({
  day: dayOf(at),
  totalMs,
  effort,
  work,
});

/** The people of the club. */
export const usePeople = (): [Loaded<Person[]>, () => void] => useLoaded(['people'], () => ask(records.listPeople, {}));

/** Everyone something may be written down of: all together, each squad of a class, each person of the club. */
export function useEveryone(squads: readonly string[]): Who[] {
  const [people] = usePeople();
  const persons = people.state === 'ready' ? people.value : [];
  return [
    { squad: null },
    ...squads.map((squad) => ({ squad })),
    ...persons.map(({ id }) => ({ squad: null, person: id })),
  ];
}

/** The name of a person; "someone" for an unknown id. */
export function useWhoNames(): (who: { squad: string | null; person?: string | null | undefined }) => string {
  const [people] = usePeople();
  return ({ squad, person }) => {
    if (person === undefined || person === null) return squad ?? 'All';
    const found = people.state === 'ready' ? people.value.find((p) => p.id === person) : undefined;
    return found?.name ?? 'someone';
  };
}
