import { type Plan, type Side, type Station, weightWords } from '../../class/index.ts';
import {
  type Closing,
  type CountedSet,
  closingOf,
  isWork,
  type NoteRecord,
  type RepsRecord,
  type RunEvent,
  recordsOf,
  setCounted,
  setKey,
  stationAt,
  summarise,
  whoKey,
} from '../../time/index.ts';
import { type DoneRun, doneOf } from './done.ts';

/** A set as it was done, and what is written down of it: by all, by a squad or by one of the club's people. */
export interface SetRecord {
  blockId: string | null;
  stationId: string | null;
  /** The move as it was called then; of a complex, where nobody wrote how far it came, the title of its block. */
  move: string;
  side: Side | null;
  round: number | null;
  /** The how-manieth time this set was done. */
  again: number;
  layer: string | null;
  /** Null for all, unless there is a person. */
  squad: string | null;
  /** One of the club's people, by id. */
  person: string | null;
  /** When the set began, ms since 1970; with the lengths null where it was written down and never done. */
  startedAtMs: number | null;
  plannedMs: number | null;
  /** What ran of it, pauses left out; more than planned where it was begun again. */
  actualMs: number | null;
  reps: number | null;
  weightKg: number | null;
  /** 0 to 10. */
  effort: number | null;
  note: string;
}

/** The record of a run. */
export interface RunRecord {
  /** The sets in the order they were done, each of all; those written down of squads and people right after. */
  sets: readonly SetRecord[];
  notes: readonly (NoteRecord & { move: string | null })[];
  closing: Closing;
  /** ms, the count-in left out; pauses count to the whole. */
  totalMs: number;
  workMs: number;
  pausedMs: number;
}

/** Of whom a record is. */
export const whoOf = ({ squad, person }: Pick<SetRecord, 'squad' | 'person'>) =>
  person === null ? { squad } : { squad: null, person };

/** The key of a set, as counts name it. */
export const countedSetOf = ({ stationId, round, side, again }: SetRecord): CountedSet => ({
  stationId,
  round,
  ...(side === null ? {} : { side }),
  ...(again > 1 ? { again } : {}),
});

/** Whether a set is of all people: only these count where time is summed. */
export const isOfAll = ({ squad, person }: Pick<SetRecord, 'squad' | 'person'>) => squad === null && person === null;

/** The record of a run: a fold of its events. */
export function recordOf(plan: Plan, events: readonly RunEvent[], untilMs?: number): RunRecord {
  const done = doneOf(plan, events, untilMs);
  const { reps, notes } = recordsOf(events);
  const sums = summarise(plan, done.state);
  const places = placesIn(plan, done.state.plan);
  return {
    sets: withCounts(setsDone(done), reps, places),
    notes: notes.map((n) => ({
      ...n,
      move: n.stationId === null ? null : (places.get(n.stationId)?.station.move ?? null),
    })),
    closing: closingOf(events),
    totalMs: sums.actualMs,
    workMs: done.stretches.reduce((sum, d) => sum + (isWork(d.interval) ? d.ranMs : 0), 0),
    pausedMs: sums.pausedMs,
  };
}

interface Keyed {
  key: string;
  set: SetRecord;
}

const NOTHING_SAID = { squad: null, person: null, reps: null, weightKg: null, effort: null, note: '' } as const;

/** Every set that was done at all, once, with what ran of it; one gone back to ran twice. */
function setsDone({ state, stretches }: DoneRun): Keyed[] {
  const sets = new Map<number, Keyed>();
  for (const d of stretches) {
    if (!isWork(d.interval)) continue;
    const before = sets.get(d.intervalIndex);
    if (before) {
      const { set } = before;
      sets.set(d.intervalIndex, { ...before, set: { ...set, actualMs: (set.actualMs ?? 0) + d.ranMs } });
      continue;
    }
    const counted = setCounted({ plan: d.plan, intervals: state.intervals, index: d.intervalIndex });
    const block = d.plan.blocks[d.interval.blockIndex];
    sets.set(d.intervalIndex, {
      key: counted ? setKey(counted) : '',
      set: {
        ...NOTHING_SAID,
        blockId: block?.id ?? null,
        stationId: counted?.stationId ?? null,
        move: stationAt(d.plan, d.interval)?.move ?? block?.title ?? '',
        side: counted?.side ?? null,
        round: d.interval.round,
        again: counted?.again ?? 1,
        layer: d.interval.layer,
        startedAtMs: Math.round(d.startedAtMs),
        plannedMs: Math.round(d.plannedMs),
        actualMs: Math.round(d.ranMs),
      },
    });
  }
  return [...sets.values()];
}

/** What is written down goes to the set it is of, the last of each who; of a set that was never done, it stands by itself. */
function withCounts(done: readonly Keyed[], reps: readonly RepsRecord[], places: Places): SetRecord[] {
  const left = new Set(reps);
  const sets = done.flatMap((keyed): SetRecord[] => {
    const own = [...left].filter((r) => isAt(r, keyed, places));
    const written = new Map<string, SetRecord>();
    for (const r of own) {
      left.delete(r);
      written.set(whoKey(r), said(partReached(keyed.set, r, places), r));
    }
    const all = [...written.values()];
    return [all.find(isOfAll) ?? keyed.set, ...all.filter((set) => !isOfAll(set))];
  });
  return [...sets, ...[...left].map((r) => neverDone(r, places))];
}

/** Of a complex what is written down is how far it came: a part of its block, in that round. */
const isAt = (r: RepsRecord, { key, set }: Keyed, places: Places): boolean =>
  setKey(r) === key ||
  (set.stationId === null && r.round === set.round && places.get(r.stationId ?? '')?.blockId === set.blockId);

function partReached(set: SetRecord, r: RepsRecord, places: Places): SetRecord {
  const place = r.stationId === set.stationId ? undefined : places.get(r.stationId ?? '');
  return place ? { ...set, stationId: r.stationId, move: place.station.move, side: r.side ?? null } : set;
}

function said(set: SetRecord, r: RepsRecord): SetRecord {
  return {
    ...set,
    squad: r.person === undefined ? r.squad : null,
    person: r.person ?? null,
    reps: r.count,
    weightKg: r.weightKg ?? null,
    effort: r.effort ?? null,
    note: r.note ?? '',
  };
}

const neverDone = (r: RepsRecord, places: Places): SetRecord => {
  const place = places.get(r.stationId ?? '');
  const set = {
    ...NOTHING_SAID,
    blockId: place?.blockId ?? null,
    stationId: r.stationId,
    move: place?.station.move ?? '',
    side: r.side ?? null,
    round: r.round,
    again: r.again ?? 1,
    layer: null,
    startedAtMs: null,
    plannedMs: null,
    actualMs: null,
  };
  return said(set, r);
};

/** The stations of a class, and of the class as it ended, with their blocks. */
type Places = ReadonlyMap<string, { blockId: string; station: Station }>;

const placesIn = (...plans: readonly Plan[]): Places =>
  new Map(
    plans.flatMap((p) =>
      p.blocks.flatMap((b) => b.stations.map((station) => [station.id, { blockId: b.id, station }] as const)),
    ),
  );

/** "12 × 16 kg", "12", "16 kg". */
export function countWords({ reps, weightKg }: Pick<SetRecord, 'reps' | 'weightKg'>): string {
  const weight = weightKg === null ? '' : weightWords(weightKg);
  if (reps === null) return weight;
  return weight === '' ? String(reps) : `${reps} \u00d7 ${weight}`;
}
