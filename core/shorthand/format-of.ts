import { defaultFormat, type Format } from '../plan/index.ts';
import type { BlockDraft, Settings } from './block-clauses.ts';

const clampRounds = (n: number | undefined, fallback: number) =>
  n === undefined ? fallback : Math.min(99, Math.max(1, n));
const atLeast1 = (value: number | undefined, fallback: number) => Math.max(1, value ?? fallback);

/** The format a block line has said; a line with numbers but no format is a circuit. */
export function formatOf(draft: BlockDraft): Format {
  const s = draft.settings;
  const rounds = clampRounds(s.rounds, 1);
  switch (draft.kind ?? 'circuit') {
    case 'circuit': {
      const d = defaultFormat('circuit');
      return {
        kind: 'circuit',
        rounds,
        workMs: atLeast1(s.workMs ?? s.bareMs, d.workMs),
        restMs: s.restMs ?? 0,
        ...(s.workByRoundMs ? { workByRoundMs: s.workByRoundMs.slice(0, 99) } : {}),
        ...(s.restByRoundMs ? { restByRoundMs: s.restByRoundMs.slice(0, 99) } : {}),
        roundBreakMs: s.roundBreakMs ?? 0,
        groupSize: s.groupSize ?? null,
        groupBreakMs: s.groupBreakMs ?? 0,
        breakMode: s.breakMode ?? d.breakMode,
        lastRest: s.last ?? d.lastRest,
      };
    }
    case 'tabata': {
      const d = defaultFormat('tabata');
      const order = s.groupSize === null ? 'goRound' : 'stationByStation';
      const breakMs = s.groupBreakMs ?? s.roundBreakMs ?? 0;
      return {
        kind: 'tabata',
        rounds: clampRounds(s.rounds, d.rounds),
        workMs: atLeast1(s.workMs, d.workMs),
        restMs: s.restMs ?? d.restMs,
        order,
        breakMs,
        breakMode: s.breakMode ?? d.breakMode,
        lastRest: s.last ?? d.lastRest,
      };
    }
    case 'emom': {
      const d = defaultFormat('emom');
      return {
        kind: 'emom',
        periodMs: Math.max(1000, s.periodMs ?? s.bareMs ?? d.periodMs),
        rounds,
        workMs: atLeast1(s.workMs, d.workMs),
        secondsPerRep: perRep(s, d.secondsPerRep),
      };
    }
    case 'windows': {
      const d = defaultFormat('windows');
      return {
        kind: 'windows',
        onMs: atLeast1(s.workMs, d.onMs),
        offMs: s.restMs ?? d.offMs,
        count: clampRounds(s.rounds, d.count),
        lastOff: s.last ?? d.lastOff,
      };
    }
    case 'addOn': {
      const d = defaultFormat('addOn');
      return {
        kind: 'addOn',
        workMs: atLeast1(s.workMs ?? s.bareMs, d.workMs),
        restMs: s.restMs ?? d.restMs,
        withinMs: s.withinMs ?? 0,
        order: s.order ?? 'newestFirst',
        reverse: s.reverse ?? false,
      };
    }
    case 'ladder': {
      const d = defaultFormat('ladder');
      return {
        kind: 'ladder',
        rounds,
        workMs: atLeast1(s.workMs ?? s.bareMs, d.workMs),
        restMs: s.restMs ?? d.restMs,
        lastRest: s.last ?? d.lastRest,
      };
    }
    default:
      return singleFormat(draft, rounds);
  }
}

function singleFormat({ kind, settings: s }: BlockDraft, rounds: number): Format {
  switch (kind) {
    case 'reps': {
      const d = defaultFormat('reps');
      return {
        kind: 'reps',
        rounds,
        reps: Math.max(1, Math.min(999, s.reps ?? d.reps)),
        restMs: s.restMs ?? d.restMs,
        roundBreakMs: s.roundBreakMs ?? 0,
        secondsPerRep: perRep(s, d.secondsPerRep),
      };
    }
    case 'beats':
      return {
        kind: 'beats',
        bpm: Math.max(30, Math.min(240, s.bpm ?? 128)),
        rounds,
        counts: Math.max(1, Math.min(1024, s.counts ?? 32)),
      };
    case 'holds': {
      const d = defaultFormat('holds');
      return { kind: 'holds', holdMs: atLeast1(s.workMs ?? s.bareMs, d.holdMs), changeMs: s.restMs ?? d.changeMs };
    }
    case 'amrap':
      return {
        kind: 'amrap',
        capMs: atLeast1(s.capMs ?? s.bareMs ?? s.workMs, defaultFormat('amrap').capMs),
        forTime: s.forTime ?? false,
      };
    case 'demo':
      return { kind: 'demo', perStationMs: atLeast1(s.lengthMs ?? s.bareMs, defaultFormat('demo').perStationMs) };
    default:
      return {
        kind: 'open',
        lengthMs: atLeast1(s.bareMs ?? s.lengthMs, defaultFormat('open').lengthMs),
        untilTap: s.untilTap ?? false,
        purpose: s.purpose ?? 'talk',
      };
  }
}

function perRep(s: Settings, fallback: number): number {
  return s.secondsPerRep === undefined ? fallback : Math.max(0.2, Math.min(30, s.secondsPerRep));
}
