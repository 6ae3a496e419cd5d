import { type CountedSet, isOf, type Who } from '../../time/index.ts';
import { countWords, type SetRecord, whoOf } from './sets.ts';

/** The target of a set: the count of the last time, with its weight. */
export interface Target {
  reps: number;
  weightKg: number | null;
}

/**
 * What was done in a set the last time, by the same who; else by all; null where nothing was counted. Sets are found by their station, round
 * and side.
 */
export function lastTime(sets: readonly SetRecord[], set: CountedSet, who: Who): Target | null {
  const here = sets.filter(
    (s) =>
      s.reps !== null &&
      s.stationId === set.stationId &&
      s.round === set.round &&
      s.side === (set.side ?? null) &&
      s.again === (set.again ?? 1),
  );
  const own = here.findLast((s) => isOf(whoOf(s), who)) ?? here.findLast((s) => isOf(whoOf(s), { squad: null }));
  return own?.reps === undefined || own.reps === null ? null : { reps: own.reps, weightKg: own.weightKg };
}

/** "last time 12 × 16 kg", or squad by squad where squads were counted; empty where nothing was. */
export function lastTimeWords(sets: readonly SetRecord[], set: CountedSet, squads: readonly string[]): string {
  const bySquad = squads.flatMap((squad) => {
    const own = lastTime(
      sets.filter((s) => s.squad === squad),
      set,
      { squad },
    );
    return own ? [`${squad} ${countWords(own)}`] : [];
  });
  const ofAll = bySquad.length > 0 ? null : lastTime(sets, set, { squad: null });
  const words = ofAll ? countWords(ofAll) : bySquad.join(', ');
  return words === '' ? '' : `last time ${words}`;
}
