import { FORMATS, type Station } from '../class/index.ts';
import { clamp, clampRounds, inTurn, type Made, type Making, MOST, ownTime } from './making.ts';
import type { PartDraft } from './parts.ts';
import { stationsOf } from './stations.ts';

export function amrapBlock(draft: PartDraft, making: Making): Made {
  const { says } = draft;
  const rounds = says.rounds ?? says.times ?? 1;
  if (!says.forTime && rounds > 1 && (says.restMs !== undefined || says.betweenMs !== undefined)) {
    const onMs = says.capMs ?? says.bareMs ?? says.workMs ?? 240_000;
    return {
      format: {
        ...FORMATS.windows.default,
        count: rounds,
        onMs: clamp(onMs),
        offMs: clamp(says.restMs ?? says.betweenMs ?? 0, 0),
      },
      stations: complexOf(draft, making),
    };
  }
  if (says.byRound) return forTimeOf(says.byRound, draft, making);
  const stations = complexOf(draft, making);
  const capMs = capOf(draft, making, says.forTime === true);
  if (!says.forTime) return { format: { kind: 'amrap', capMs, forTime: false }, stations };
  const times = Math.min(rounds, Math.floor(MOST / stations.length));
  return {
    format: { kind: 'amrap', capMs, forTime: true },
    stations: inTurn(stations, times * stations.length, making.makeId),
  };
}

function capOf(draft: PartDraft, making: Making, forTime: boolean): number {
  const { says } = draft;
  const said = says.capMs ?? says.bareMs ?? says.totalMs ?? says.workMs;
  if (said !== undefined) return clamp(said);
  const minutes = making.decisions.ask(
    `cap-${making.index}`,
    draft.place,
    'length',
    ['8', '10', '12', '15', '20'].map((m) => [m, `${m} minutes${forTime ? ' at most' : ''}`] as const),
    '8',
  );
  return Number(minutes) * 60_000;
}

/** Moves with their repetitions by round, once through against the clock. */
export function forTimeOf(counts: readonly number[], draft: PartDraft, making: Making): Made {
  const stations = complexOf(draft, making);
  const n = stations.length;
  const all = inTurn(stations, counts.length * n, making.makeId).map(
    (s, k): Station => ({
      ...s,
      reps: {
        count: Math.max(1, Math.min(999, counts[Math.floor(k / n)] ?? 1)),
        per: s.reps?.per ?? (draft.moves[k % n]?.sides === 'each' ? 'side' : 'total'),
      },
    }),
  );
  if (all.length > MOST) making.told(`${all.length} sets are more than one block holds; the first ${MOST} are kept`);
  return { format: { kind: 'amrap', capMs: capOf(draft, making, true), forTime: true }, stations: all.slice(0, MOST) };
}

/** The stations of a complex: a time of a move is measured like a distance. */
function complexOf(draft: PartDraft, making: Making): Station[] {
  const stations = stationsOf(draft, making, (m) =>
    m.side ? { mode: 'one', side: m.side } : m.sides === 'alternating' ? { mode: 'alternating' } : null,
  );
  draft.moves.forEach((m, k) => {
    const own = ownTime(m);
    const station = stations[k];
    if (station && own !== undefined) station.measure = { count: own / 1000, unit: 's' };
  });
  return stations;
}

export function windowsBlock(draft: PartDraft, making: Making): Made {
  const { says } = draft;
  const count = says.rounds ?? says.times ?? says.sets ?? FORMATS.windows.default.count;
  const onMs = says.workMs ?? says.bareMs ?? says.capMs ?? FORMATS.windows.default.onMs;
  const offMs = says.restMs ?? says.betweenMs ?? 0;
  return {
    format: { ...FORMATS.windows.default, count: clampRounds(count), onMs: clamp(onMs), offMs: clamp(offMs, 0) },
    stations: complexOf(draft, making),
  };
}
