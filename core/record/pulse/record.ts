import { type CountedSet, type RunEvent, setKey } from '../../time/index.ts';
import { edwardsLoad, ZONES } from './zones.ts';

type PulseEvent = Extract<RunEvent, { type: 'pulse' }>;

/** Whose pulse it is: one of the club's people, a squad, or a strap that nobody was named for. */
export interface PulseOf {
  strap: string;
  person?: string | undefined;
  squad?: string | undefined;
}

/** The pulse of one over a run: set by set, in zones, and as a load. */
export interface PulseRecord {
  of: PulseOf;
  /** By `setKey`: the mean and the most of a set. */
  sets: ReadonlyMap<string, { mean: number; max: number }>;
  zonesMs: readonly number[];
  /** Edwards' load: Σ minutes in zone × its number. */
  load: number;
}

const keyOf = ({ strap, person, squad }: PulseOf) => person ?? `${squad ?? ''}|${strap}`;

/** The heart rates of a run, by person; empty where no strap was heard. */
export function pulseOf(events: readonly RunEvent[]): PulseRecord[] {
  const all = new Map<string, { of: PulseOf; sets: Map<string, { mean: number; max: number }>; zonesMs: number[] }>();
  for (const e of events) {
    if (e.type !== 'pulse') continue;
    for (const { mean, max, zonesMs, ...of } of e.of) {
      const own = all.get(keyOf(of)) ?? { of, sets: new Map(), zonesMs: ZONES.map(() => 0) };
      all.set(keyOf(of), own);
      if (e.stationId !== null) own.sets.set(setKey(setOf(e)), { mean, max });
      zonesMs.forEach((ms, k) => {
        own.zonesMs[k] = (own.zonesMs[k] ?? 0) + ms;
      });
    }
  }
  return [...all.values()].map((r) => ({ ...r, load: edwardsLoad(r.zonesMs) }));
}

const setOf = ({ stationId, round, side, again }: PulseEvent): CountedSet => ({
  stationId,
  round,
  ...(side === undefined ? {} : { side }),
  ...(again === undefined ? {} : { again }),
});

/** The mean load of a run by pulse, and of how many; null where nobody's was told. */
export function pulseLoad(records: readonly Pick<PulseRecord, 'load'>[]): { load: number; of: number } | null {
  if (records.length === 0) return null;
  return { load: records.reduce((sum, r) => sum + r.load, 0) / records.length, of: records.length };
}
