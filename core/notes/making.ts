import type { Format, Station } from '../class/index.ts';
import type { Library } from '../moves/index.ts';
import type { Decisions } from './decisions.ts';
import type { Named } from './names.ts';

/** What a block is made with: ids, the library, and whoever decides what is open. */
export interface Making {
  makeId: () => string;
  library: Library;
  decisions: Decisions;
  told: (words: string) => void;
  index: number;
}

export const MOST = 60;

export interface Made {
  format: Format;
  stations: Station[];
  /** The break that was said to follow it, where that is not known before. */
  breakMs?: number;
}

export const ownTime = (m: Named) => [m.says.workMs, m.says.bareMs].find((ms) => ms !== undefined && ms >= 1000);

export const most = (list: readonly number[]): number | undefined => {
  const counts = new Map<number, number>();
  for (const n of list) counts.set(n, (counts.get(n) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
};

export const clamp = (ms: number, least = 1000) => Math.max(least, Math.min(14_400_000, Math.round(ms)));

export const clampRounds = (n: number) => Math.max(1, Math.min(99, Math.round(n)));

/** Stations one after the other in turn until there are so many, each time round with ids of their own. */
export const inTurn = (stations: readonly Station[], count: number, makeId: Making['makeId']): Station[] =>
  Array.from({ length: stations.length === 0 ? 0 : count }, (_, k) => {
    const station = stations[k % stations.length] as Station;
    return k < stations.length ? station : { ...station, id: makeId() };
  });
