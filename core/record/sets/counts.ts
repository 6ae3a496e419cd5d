import { type Who, whoKey } from '../../time/index.ts';
import { isOfAll, type RunRecord, type SetRecord, whoOf } from './sets.ts';

/** From this share on, what fell from the first set to the last says that the pace was too fast. */
export const HELD_WITHIN = 0.1;

/** The counts of one move by one who, set by set, and what became of them. */
export interface MoveCounts {
  move: string;
  who: Who;
  sets: readonly SetRecord[];
  /** (first − last) ÷ first over the sets counted: above 0 it fell; null with fewer than two, or a first of none. */
  drop: number | null;
  /** Σ reps. */
  reps: number;
  /** Σ reps × weight in kg over the sets that have both; null where none has. */
  volumeKg: number | null;
}

const sum = (list: readonly number[]) => list.reduce((total, n) => total + n, 0);

/** Reps × weight in kg over the sets that have both; null where none has. */
export function volumeOf(sets: readonly Pick<SetRecord, 'reps' | 'weightKg'>[]): number | null {
  const both = sets.flatMap(({ reps, weightKg }) => (reps === null || weightKg === null ? [] : [reps * weightKg]));
  return both.length === 0 ? null : sum(both);
}

/**
 * What fell from the first count to the last, as a share of the first: (first − last) ÷ first. Sets of one side are set against sets of
 * the same side: the shares of the sides are averaged. Null where no side has two counts or a first count of none.
 */
export function dropOf(sets: readonly Pick<SetRecord, 'reps' | 'side'>[]): number | null {
  const drops = [null, 'left', 'right'].flatMap((side) => {
    const counts = sets.flatMap((s) => (s.side === side && s.reps !== null ? [s.reps] : []));
    const [first, last] = [counts[0], counts.at(-1)];
    return counts.length < 2 || first === undefined || last === undefined || first === 0
      ? []
      : [(first - last) / first];
  });
  return drops.length === 0 ? null : sum(drops) / drops.length;
}

/** "held", "paced too fast", or that it rose; a word for a drop. */
export function paceWords(drop: number): string {
  if (drop > HELD_WITHIN) return 'paced too fast';
  return drop < -HELD_WITHIN ? 'rose' : 'held';
}

/** The counts of a run by move and who, in the order of the sets; those of all first. */
export function countsByMove(sets: readonly SetRecord[]): MoveCounts[] {
  const groups = new Map<string, SetRecord[]>();
  for (const set of sets) {
    if (set.reps === null && set.weightKg === null) continue;
    const key = `${set.blockId} ${set.move} ${whoKey(whoOf(set))}`;
    groups.set(key, [...(groups.get(key) ?? []), set]);
  }
  return [...groups.values()].flatMap((list) => {
    const [first] = list;
    if (!first) return [];
    return [
      {
        move: first.move,
        who: whoOf(first),
        sets: list,
        drop: dropOf(list),
        reps: sum(list.map((s) => s.reps ?? 0)),
        volumeKg: volumeOf(list),
      },
    ];
  });
}

/** Work ÷ the whole of a run, 0 to 1; null of a run that took no time. */
export const densityOf = ({ workMs, totalMs }: Pick<RunRecord, 'workMs' | 'totalMs'>): number | null =>
  totalMs > 0 ? workMs / totalMs : null;

/** The counts by which runs are compared. */
export interface RunCounts {
  totalMs: number;
  workMs: number;
  density: number | null;
  sets: number;
  /** Σ of the counts of all where there are any, else of squads, else of people: never one beside the other. */
  reps: number | null;
  volumeKg: number | null;
  /** Of those counts. */
  countedBy: 'all' | 'squads' | 'people' | null;
}

/** The counts of a run. Those of all, of squads and of people are of the same sets: one kind of them is summed. */
export function countsOf(record: RunRecord): RunCounts {
  const kinds = [
    ['all', record.sets.filter(isOfAll)],
    ['squads', record.sets.filter((s) => s.squad !== null)],
    ['people', record.sets.filter((s) => s.person !== null)],
  ] as const;
  const counted = kinds.find(([, sets]) => sets.some((s) => s.reps !== null));
  return {
    totalMs: record.totalMs,
    workMs: record.workMs,
    density: densityOf(record),
    sets: record.sets.filter((s) => isOfAll(s) && s.actualMs !== null).length,
    reps: counted ? sum(counted[1].map((s) => s.reps ?? 0)) : null,
    volumeKg: counted ? volumeOf(counted[1]) : null,
    countedBy: counted?.[0] ?? null,
  };
}
