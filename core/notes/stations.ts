import { clipText, newStation, type Sides, type Station } from '../class/index.ts';
import { HELD } from '../moves/index.ts';
import { type Making, ownTime } from './making.ts';
import type { Named } from './names.ts';
import type { PartDraft } from './parts.ts';

const isCountedMove = (m: Named) =>
  m.reps !== null || m.says.measure !== undefined || m.says.times !== undefined || m.after !== null;

/** Every move is counted, and nothing is timed. */
export function isCounted({ says, moves }: PartDraft): boolean {
  if (says.workMs !== undefined) return false;
  if (says.reps !== undefined) return true;
  const counted = moves.filter((m) => isCountedMove(m) && ownTime(m) === undefined).length;
  const isTimesAtEnd = counted === 1 && moves.length > 1 && moves.at(-1)?.says.times !== undefined;
  return counted * 2 >= moves.length && counted > 0 && !isTimesAtEnd;
}

/** So many times the list is gone round; sets that are a multiple of the moves count the list. */
export function roundsOf(draft: PartDraft, making: Making, size = draft.moves.length): number {
  const { says, moves } = draft;
  const own = moves.map((m) => m.says.sets).filter((n) => n !== undefined);
  const last =
    moves.length > 1 && moves.slice(0, -1).every((m) => m.says.times === undefined)
      ? moves.at(-1)?.says.times
      : undefined;
  const [only] = moves;
  const alone =
    moves.length === 1 &&
    only?.says.times !== undefined &&
    (only.says.measure !== undefined || ownTime(only) !== undefined || says.workMs !== undefined)
      ? only.says.times
      : undefined;
  const said = says.rounds ?? says.times ?? last ?? alone;
  if (said !== undefined) return Math.max(1, Math.min(99, said));
  const sets = says.sets ?? (own.length > 0 ? Math.max(...own) : undefined);
  if (sets === undefined) return 1;
  // "3 min rounds x 4" of four moves: one each.
  if (own.length === 0 && size > 1 && sets === size && (says.workMs ?? 0) >= 120_000) return 1;
  if (own.length > 0 || size <= 1 || sets <= size || sets % size !== 0) return Math.max(1, Math.min(99, sets));
  const all = making.decisions.ask(
    `sets-${making.index}`,
    draft.place,
    'rounds',
    [
      ['all', `${sets} sets in all, ${sets / size} rounds`],
      ['each', `${sets} rounds`],
    ],
    'all',
  );
  return all === 'all' ? sets / size : Math.min(99, sets);
}

/** Stations of the moves; `sidesOf` says how a move done on both sides is shared. */
export function stationsOf(draft: PartDraft, making: Making, sidesOf: (m: Named) => Sides | null): Station[] {
  const { says, moves } = draft;
  const weighed = weightsFor(draft);
  return moves.map((m): Station => {
    const kg = m.says.kg ?? (weighed(m) ? says.kg : undefined);
    const { lightKg, heavyKg } = m.says;
    const phase = m.says.phase ?? says.phase;
    const measure = m.says.measure;
    const position = m.says.posture ?? says.posture;
    const reps =
      m.reps ??
      (m.says.times !== undefined && isCounted(draft) && m.says.measure === undefined ? m.says.times : null) ??
      says.reps ??
      null;
    const perSide =
      m.says.perSide === true ||
      ((m.reps !== null || says.reps !== undefined) && (m.sides ?? says.sides) === 'each') ||
      (says.reps !== undefined && says.perSide === true);
    return {
      ...newStation(making.makeId(), clipText(m.name, 80)),
      sides: sidesOf(m) ?? { mode: 'none' },
      ...(reps !== null
        ? { reps: { count: Math.max(1, Math.min(999, reps)), per: perSide ? ('side' as const) : ('total' as const) } }
        : {}),
      ...weights(kg),
      ...(lightKg !== undefined ? { lightKg } : {}),
      ...(heavyKg !== undefined ? { heavyKg } : {}),
      ...(measure ? { measure } : {}),
      ...(m.says.noKit || says.noKit ? { kit: [] } : {}),
      ...(position ? { position } : {}),
      ...(m.easier.length > 0 ? { easier: m.easier.slice(0, 6).map((w) => clipText(w, 80)) } : {}),
      ...(m.harder.length > 0 ? { harder: m.harder.slice(0, 6).map((w) => clipText(w, 80)) } : {}),
      ...(phase ? { phases: [{ when: 'last' as const, ms: phase.ms, say: phase.say }] } : {}),
      ...((m.says.restAs ?? says.restAs) ? { restAs: clipText(m.says.restAs ?? says.restAs ?? '', 40) } : {}),
    };
  });
}

/** Whether the weight of the whole part is this move's too: of those done with weights, or of all where none is known to be. */
function weightsFor({ moves, says }: PartDraft): (m: Named) => boolean {
  const held = (m: Named) => m.move?.kit.some((k) => HELD.has(k)) ?? false;
  const some = moves.some(held) && says.kind !== 'windows';
  // Of a move that is only guessed it is not known that it needs none.
  return (m) => !m.says.noKit && (some && m.known === 'known' ? held(m) : true);
}

function weights(kg: readonly number[] | undefined): Partial<Station> {
  if (!kg || kg.length === 0) return {};
  const [a, b, c] = kg;
  if (kg.length === 1) return { weightKg: a };
  return kg.length === 2 ? { lightKg: a, heavyKg: b } : { lightKg: a, weightKg: b, heavyKg: c };
}

/** The sides of a timed move: at half time, or each side its own set. */
export function timedSides(draft: PartDraft, making: Making): (m: Named) => Sides | null {
  const { says, moves } = draft;
  // At stations one clock serves all groups: sides change at half time there.
  const both =
    !says.atStations &&
    moves.some(
      (m) => (m.sides ?? says.sides) === 'each' && !m.says.chain && m.says.perSide === undefined && m.reps === null,
    );
  const share = both
    ? making.decisions.ask(
        `sides-${making.index}`,
        draft.place,
        'side',
        [
          ['split', 'sides change at half time'],
          ['each', 'a whole set each side'],
        ],
        moves.some((m) => m.sides === 'each' && ownTime(m) !== undefined) && !says.restMs
          ? 'each'
          : moves.every((m) => m.sides !== 'each' || ownTime(m) !== undefined)
            ? 'each'
            : 'split',
      )
    : 'split';
  return (m) => {
    if (says.chain)
      return { mode: 'chain', first: says.chain, ...(says.changeMs !== undefined ? { breakMs: says.changeMs } : {}) };
    if (m.side) return { mode: 'one', side: m.side };
    const mode = m.sides ?? says.sides ?? null;
    if (mode === null) return null;
    if (m.says.chain && mode === 'each') return { mode, first: m.says.chain };
    if (mode === 'each') {
      if (m.says.perSide || m.reps !== null) return null;
      return { mode: share, first: 'left' };
    }
    return mode === 'alternating' || mode === 'none' ? { mode } : mode === 'one' ? null : { mode, first: 'left' };
  };
}
