import { clipText, FORMATS, formatDuration, newStation, type Sides, type Station } from '../class/index.ts';
import { clamp, clampRounds, inTurn, type Made, type Making, MOST, most, ownTime } from './making.ts';
import { windowsBlock } from './open-work.ts';
import type { PartDraft } from './parts.ts';
import type { Routine } from './routine.ts';
import { roundsOf, stationsOf, timedSides } from './stations.ts';

export function tabataBlock(draft: PartDraft, making: Making): Made {
  const { says, moves, groups } = draft;
  const n = moves.length;
  const { totalMs } = says;
  const whole = totalMs === undefined ? undefined : totalMs / ((says.workMs ?? 20_000) + (says.restMs ?? 10_000));
  const ofLength = whole !== undefined && whole >= n && Number.isInteger(whole) ? whole : undefined;
  const sets = says.sets ?? ofLength ?? (says.tabatas === undefined ? (says.rounds ?? says.times) : undefined) ?? 8;
  const lines = groups.length > 0 && groups.every((g) => g === 1) && groups.length === n;
  const usual =
    n > 1 && (says.tabatas === n || lines || (says.tabatas === undefined && n > 4 && n !== 8)) ? 'each' : 'turns';
  const how =
    n < 2 || says.tabatas === n || lines
      ? usual
      : making.decisions.ask(
          `tabata-${making.index}`,
          draft.place,
          'order',
          [
            ['turns', `one Tabata, ${n} moves in turn`],
            ['each', `${n} Tabatas, a move each`],
          ],
          usual,
        );
  const stations = stationsOf(draft, making, timedSides(draft, making));
  const { workMs = 20_000, restMs = 10_000, betweenMs = 0 } = says;
  const base = { ...FORMATS.tabata.default, workMs: clamp(workMs), restMs: clamp(restMs, 0) };
  if (how === 'each' || n === 1) {
    const all = n === 1 ? inTurn(stations, says.tabatas ?? 1, making.makeId) : stations;
    const breaks = betweenMs > 0 && all.length > 1;
    return {
      format: {
        ...base,
        rounds: clampRounds(sets),
        breakMs: breaks ? clamp(betweenMs, 0) : 0,
        ...(breaks ? { breakMode: 'adds' as const } : {}),
      },
      stations: all,
    };
  }
  const after = betweenMs > 0 && draft.breakMs === 0 ? { breakMs: betweenMs } : {};
  if (sets % n === 0)
    return { format: { ...base, order: 'goRound', rounds: clampRounds(sets / n) }, stations, ...after };
  // The moves take turns until the eight are full.
  const filled = inTurn(stations, Math.min(MOST, sets), making.makeId);
  return { format: { ...base, order: 'goRound', rounds: 1 }, stations: filled, ...after };
}

export function emomBlock(draft: PartDraft, making: Making): Made {
  const { says, moves } = draft;
  const periodMs = clamp(says.periodMs ?? 60_000);
  const times = says.times ?? says.sets ?? (says.totalMs === undefined ? undefined : says.totalMs / periodMs);
  const mayBeAll =
    periodMs >= 120_000 &&
    moves.length > 1 &&
    says.turn === undefined &&
    draft.groups.length === 0 &&
    times !== undefined;
  if (mayBeAll && moves.every((m) => m.reps !== null || m.says.measure !== undefined)) {
    const how = making.decisions.ask(
      `every-${making.index}`,
      draft.place,
      'format',
      [
        ['all', `all ${moves.length} of them every ${formatDuration(periodMs)}`],
        ['turns', `one of them every ${formatDuration(periodMs)}, in turn`],
      ],
      times % moves.length === 0 ? 'turns' : 'all',
    );
    if (how === 'all')
      return windowsBlock(
        { ...draft, says: { ...says, rounds: Math.round(times), workMs: periodMs, restMs: 0 } },
        making,
      );
  }
  const stations = stationsOf(draft, making, (m) => (m.side ? { mode: 'one', side: m.side } : null));
  const lengthMs =
    says.totalMs ??
    says.capMs ??
    (says.bareMs !== undefined && says.bareMs >= periodMs * 2 ? says.bareMs : undefined) ??
    // "x 4" behind minutes that are numbered is of all of them.
    (says.times !== undefined ? says.times * periodMs * (draft.minutes ? moves.length : 1) : undefined) ??
    (says.sets !== undefined ? says.sets * periodMs : undefined);
  moves.forEach((m, k) => {
    const own = ownTime(m);
    const station = stations[k];
    if (station && own !== undefined) station.workMs = Math.min(periodMs, own);
  });
  const base = {
    ...FORMATS.emom.default,
    periodMs: clamp(periodMs),
    workMs: clamp(Math.min(periodMs, says.workMs ?? FORMATS.emom.default.workMs)),
  };
  const n = stations.length;
  if (lengthMs === undefined)
    return { format: { ...base, rounds: clampRounds(says.rounds ?? roundsOf(draft, making)) }, stations };
  const turns = Math.max(1, Math.round(lengthMs / periodMs));
  if (turns % n === 0) return { format: { ...base, rounds: clampRounds(turns / n) }, stations };
  making.told(`${formatDuration(lengthMs)} is ${turns} starts, no whole number of turns of ${n} moves`);
  return { format: { ...base, rounds: 1 }, stations: inTurn(stations, Math.min(MOST, turns), making.makeId) };
}

export function addOnBlock(draft: PartDraft, making: Making): Made {
  const { says } = draft;
  const workMs =
    says.workMs ?? most(draft.moves.flatMap((m) => ownTime(m) ?? [])) ?? says.bareMs ?? FORMATS.addOn.default.workMs;
  const restMs = says.restMs ?? says.betweenMs ?? FORMATS.addOn.default.restMs;
  return {
    format: {
      ...FORMATS.addOn.default,
      workMs: clamp(workMs),
      restMs: clamp(restMs, 0),
      reverse: says.reverse === true,
      order: says.oldestFirst ? 'oldestFirst' : 'newestFirst',
    },
    stations: stationsOf(draft, making, timedSides(draft, making)),
  };
}

/** A routine on the beat: its parts in their layers, what is chained, the whole; mirrored, all of it again on the other side. */
export function routineBlock({ parts, wholes, mirrored }: Routine, draft: PartDraft, making: Making): Made {
  const said = draft.says.bpm;
  const bpm =
    said ??
    Number(
      making.decisions.ask(
        `bpm-${making.index}`,
        draft.place,
        'length',
        ['118', '124', '128', '130', '136', '140'].map((n) => [n, `${n} beats a minute`] as const),
        '128',
      ),
    );
  const sides: Sides = mirrored ? { mode: 'byRound', first: 'right' } : { mode: 'none' };
  const station = (name: string, layers: { name: string; counts: number }[]): Station => ({
    ...newStation(making.makeId(), clipText(name, 80)),
    sides,
    layers: layers
      .slice(0, 12)
      .map((l) => ({ name: clipText(l.name, 40), counts: Math.max(1, Math.min(1024, l.counts)) })),
  });
  const stations = [
    ...parts.map((p) =>
      station(
        p.name,
        (p.layers.length > 0 ? p.layers : ['once']).map((name) => ({ name, counts: p.counts })),
      ),
    ),
    ...wholes.map((w) =>
      station(
        w.name,
        w.times > 1
          ? Array.from({ length: w.times }, (_, k) => ({ name: `time ${k + 1}`, counts: w.counts }))
          : [{ name: 'together', counts: w.counts }],
      ),
    ),
  ];
  return {
    format: { ...FORMATS.beats.default, bpm: Math.max(30, Math.min(240, bpm)), rounds: mirrored ? 2 : 1 },
    stations,
  };
}
