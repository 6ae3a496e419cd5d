import { FORMATS, formatDuration, type Station } from '../class/index.ts';
import { clamp, clampRounds, type Made, type Making, most, ownTime } from './making.ts';
import type { PartDraft } from './parts.ts';
import type { Facts } from './said.ts';
import { roundsOf, stationsOf, timedSides } from './stations.ts';

export function circuitBlock(given: PartDraft, making: Making): Made {
  const draft = restSettled(given, making);
  const { says, moves } = draft;
  const { decisions, index } = making;
  const times = moves.flatMap((m) => ownTime(m) ?? []);
  const rests = moves.flatMap((m) => m.says.restMs ?? []);
  const stations = stationsOf(draft, making, timedSides(draft, making));
  const byRound = says.byRound ?? roundTimes(draft.rounds, 'workMs');
  const restByRound = roundTimes(draft.rounds, 'restMs');
  const length = says.bareMs ?? says.totalMs;
  const allOwn = times.length === moves.length;
  let workMs =
    says.workMs ??
    (allOwn || times.length * 2 > moves.length ? most(times) : undefined) ??
    (byRound?.[0] !== undefined ? byRound[0] * (says.byRound ? 1000 : 1) : undefined);
  let restMs =
    says.restMs ??
    (rests.length * 2 > moves.length ? most(rests) : undefined) ??
    restByRound?.[0] ??
    (says.chain ? undefined : says.changeMs);
  let rounds = roundsOf(draft, making);
  if (byRound && says.rounds === undefined && says.times === undefined) rounds = byRound.length;
  const share = workMs === undefined && length !== undefined;
  if (share) {
    const each = decisions.ask(
      `length-${index}`,
      draft.place,
      'length',
      [
        ['shared', `${formatDuration(length)}, shared by ${moves.length} moves`],
        ['each', `${formatDuration(length)} a move`],
      ],
      length / (moves.length * rounds) >= 5000 ? 'shared' : 'each',
    );
    if (each === 'each') workMs = length;
    else shareOut(stations, length / rounds - (restMs ?? 0) * Math.max(0, moves.length - 1));
    restMs ??= 0;
  }
  if (workMs === undefined && !share) {
    const usual = usualTimes(draft, making);
    workMs = usual.workMs;
    restMs ??= usual.restMs;
  }
  restMs ??= restUnsaid(draft, making);
  const block = clamp(workMs ?? stations[0]?.workMs ?? 40_000);
  moves.forEach((m, k) => {
    const station = stations[k];
    const own = ownTime(m);
    if (station && own !== undefined && own !== block) station.workMs = own;
    if (station && m.says.restMs !== undefined && m.says.restMs !== restMs) station.restMs = m.says.restMs;
    if (station && station.workMs === block) delete station.workMs;
  });
  if (length !== undefined && !share) rounds = roundsIn(length, moves.length * (block + restMs), rounds, draft, making);
  const groupSize = groupsOf(draft, making);
  const inGroups = groupSize !== null && groupSize < moves.length;
  const single = moves.length > 1 && moves.every((m) => m.says.sets !== undefined) ? 1 : groupSize;
  const between = says.betweenMs ?? (says.chain && rounds > 1 ? says.changeMs : undefined) ?? 0;
  const ofGroups = says.betweenOf === 'groups' || (says.betweenOf !== 'rounds' && inGroups);
  return {
    format: {
      ...FORMATS.circuit.default,
      rounds,
      workMs: clamp(block),
      restMs: clamp(restMs, 0),
      ...(byRound && byRound.length > 1
        ? { workByRoundMs: byRound.map((n) => clamp(says.byRound ? n * 1000 : n)) }
        : {}),
      ...(restByRound && restByRound.length > 1 ? { restByRoundMs: restByRound.map((n) => clamp(n, 0)) } : {}),
      roundBreakMs: rounds > 1 && !ofGroups ? clamp(between, 0) : 0,
      groupSize: single,
      groupBreakMs: ofGroups ? clamp(between, 0) : 0,
    },
    stations,
    ...(between > 0 && !ofGroups && rounds === 1 && draft.breakMs === 0 && !inGroups ? { breakMs: between } : {}),
  };
}

/** Times where none are said. */
function usualTimes({ role, place }: PartDraft, { decisions, index }: Making): { workMs: number; restMs: number } {
  const taken = decisions.ask(
    `times-${index}`,
    place,
    'work',
    [
      ['30-0', '30 s each, no rest'],
      ['30-30', '30 s work, 30 rest'],
      ['40-20', '40 s work, 20 rest'],
      ['45-15', '45 s work, 15 rest'],
      ['60-0', 'a minute each, no rest'],
    ],
    role === 'warmUp' ? '30-0' : '40-20',
  );
  const [work = 40, rest = 20] = taken.split('-').map(Number);
  return { workMs: work * 1000, restMs: rest * 1000 };
}

/** The rest where none is said: none, or another. */
function restUnsaid({ place }: PartDraft, { decisions, index }: Making): number {
  const ways = ['0', '10', '15', '20', '30'].map((n) => [n, n === '0' ? 'no rest' : `${n} s rest`] as const);
  return Number(decisions.ask(`rest-${index}`, place, 'rest', ways, '0')) * 1000;
}

/** The rounds that a length said of the whole holds, where nothing else says how many. */
function roundsIn(lengthMs: number, roundMs: number, rounds: number, { says }: PartDraft, making: Making): number {
  const isSaid = says.rounds !== undefined || says.times !== undefined || says.sets !== undefined;
  if (isSaid || lengthMs < roundMs * 1.5) return rounds;
  const fit = Math.max(1, Math.min(99, Math.round(lengthMs / roundMs)));
  if (fit * roundMs !== lengthMs)
    making.told(`${formatDuration(lengthMs)} said; ${fit} rounds are ${formatDuration(fit * roundMs)}`);
  return fit;
}

/** Times of single rounds as they were said, where each round says one. */
function roundTimes(rounds: readonly Partial<Facts>[], key: 'workMs' | 'restMs'): number[] | undefined {
  const list = rounds.flatMap((r) => r?.[key] ?? (key === 'workMs' ? r?.bareMs : undefined) ?? []);
  return list.length > 1 && list.length === rounds.length ? list : undefined;
}

/** A rest that is said behind the moves: after each of them, or after each round; and what "between" means where no rest is said. */
function restSettled(plain: PartDraft, making: Making): PartDraft {
  // A complex is done without a pause: its rest is one between rounds.
  const { restMs: pauseMs, ...others } = plain.says;
  const isComplex = plain.says.kind === 'windows' && pauseMs !== undefined && plain.says.betweenMs === undefined;
  const given: PartDraft = isComplex
    ? { ...plain, says: { ...others, restMs: 0, betweenMs: pauseMs, betweenOf: 'rounds' } }
    : plain;
  const rounds = roundsOf(given, making);
  const lastRest = given.moves.at(-1)?.says.restMs;
  const before = new Set(given.moves.slice(0, -1).map((m) => m.says.restMs));
  const onlyLast =
    lastRest !== undefined &&
    rounds > 1 &&
    given.moves.length > 1 &&
    given.says.restMs === undefined &&
    given.says.betweenMs === undefined &&
    before.size === 1 &&
    !before.has(lastRest);
  const [inner] = before;
  const draft = onlyLast
    ? {
        ...given,
        says: { ...given.says, betweenMs: lastRest, betweenOf: 'rounds' as const, restMs: inner ?? 0 },
        moves: given.moves.map(({ says: { restMs: _, ...says }, ...m }) => ({ ...m, says })),
      }
    : given;
  const { says, moves } = draft;
  if (
    says.betweenMs !== undefined &&
    says.betweenOf === null &&
    says.restMs === undefined &&
    moves.length > 1 &&
    (says.betweenMs <= 30_000 || says.betweenEach === true) &&
    (!says.chain || says.changeMs !== undefined)
  ) {
    const { betweenMs, ...rest } = says;
    return { ...draft, says: { ...rest, restMs: betweenMs } };
  }
  if (
    !says.restAfter ||
    says.restMs === undefined ||
    says.betweenMs !== undefined ||
    rounds < 2 ||
    moves.length < 2 ||
    moves.some((m) => m.says.sets !== undefined)
  )
    return draft;
  const work = says.workMs ?? most(moves.flatMap((m) => ownTime(m) ?? [])) ?? 0;
  const how = making.decisions.ask(
    `after-${making.index}`,
    draft.place,
    'rest',
    [
      ['round', `${formatDuration(says.restMs)} rest after each round`],
      ['move', `${formatDuration(says.restMs)} rest after each move`],
    ],
    (says.superset === true && says.restMs >= (work === 0 && moves.length <= 3 ? 30_000 : 60_000)) ||
      (says.restMs >= work && (says.restMs >= 60_000 || (says.workMs === undefined && work > 0)))
      ? 'round'
      : 'move',
  );
  if (how === 'move') return draft;
  const { restMs, ...rest } = says;
  return { ...draft, says: { ...rest, betweenMs: restMs, betweenOf: 'rounds', restMs: 0 } };
}

/** A length shared evenly to the second. */
function shareOut(stations: readonly Station[], lengthMs: number): void {
  const seconds = Math.max(stations.length, Math.round(lengthMs / 1000));
  const base = Math.floor(seconds / stations.length);
  stations.forEach((s, k) => {
    s.workMs = (base + (k < seconds - base * stations.length ? 1 : 0)) * 1000;
  });
}

/** Stations gone round together before the next ones; null is all of them. */
function groupsOf({ says, groups, moves }: PartDraft, making: Making): number | null {
  const sizes = groups.filter((n) => n > 0);
  const [size] = sizes;
  if (size !== undefined && sizes.length > 1 && size > 1 && sizes.reduce((a, b) => a + b, 0) === moves.length) {
    if (sizes.some((n) => n !== size)) making.told(`Groups of ${sizes.join(', ')} moves: read as groups of ${size}`);
    return size;
  }
  if (says.groupSize !== undefined && says.groupSize < moves.length) return says.groupSize;
  return null;
}

export function repsBlock(given: PartDraft, making: Making): Made {
  const draft = restSettled(given, making);
  const { says, moves } = draft;
  const rounds = roundsOf(draft, making);
  const stations = stationsOf(draft, making, (m) => {
    if (m.side) return { mode: 'one', side: m.side };
    if (m.says.perSide || (m.sides ?? says.sides) === 'each') return { mode: 'each', first: 'left', restMs: 0 };
    return m.sides === 'alternating' ? { mode: 'alternating' } : null;
  });
  moves.forEach((m, k) => {
    const [own, station] = [ownTime(m), stations[k]];
    if (own !== undefined && station) station.workMs = own;
  });
  return {
    format: {
      ...FORMATS.reps.default,
      rounds: clampRounds(rounds),
      reps: Math.max(1, Math.min(999, says.reps ?? stations[0]?.reps?.count ?? FORMATS.reps.default.reps)),
      restMs: clamp(says.restMs ?? most(moves.flatMap((m) => m.says.restMs ?? [])) ?? 0, 0),
      roundBreakMs: rounds > 1 ? clamp(says.betweenMs ?? 0, 0) : 0,
    },
    stations,
  };
}
