import {
  type Block,
  clipText,
  FORMAT_WORDS,
  formatDuration,
  moduleOf,
  newBlock,
  roleTitle,
  type Station,
} from '../class/index.ts';
import { circuitBlock, repsBlock } from './circuits.ts';
import { clamp, type Made, type Making, MOST, ownTime } from './making.ts';
import { type Named, plainNamed } from './names.ts';
import { amrapBlock, forTimeOf, windowsBlock } from './open-work.ts';
import type { PartDraft } from './parts.ts';
import { bodySaid, type Facts } from './said.ts';
import { addOnBlock, emomBlock, routineBlock, tabataBlock } from './short-work.ts';
import { isCounted } from './stations.ts';
import { holdsBlock, isStretching } from './stretching.ts';

/** The block that a draft comes to; null where nothing of it can be run. */
export function blockOf(draft: PartDraft, making: Making): Block | null {
  const made = madeOf(draft, making);
  if (!made) return null;
  const { format, stations } = made;
  const role =
    (draft.role === 'finisher' && (format.kind === 'holds' || (format.kind === 'open' && draft.says.kind === 'holds'))
      ? 'coolDown'
      : draft.role) ??
    (draft.says.kind === 'holds' && format.kind === 'open' ? 'coolDown' : null) ??
    (format.kind === 'holds' ? 'coolDown' : format.kind === 'open' ? 'other' : 'main');
  const title =
    draft.title ??
    (role === 'main' && draft.says.kind !== undefined
      ? (moduleOf(format).wordOf?.(format, stations.length) ?? FORMAT_WORDS[format.kind])
      : format.kind === 'open' && role === 'other'
        ? 'Break'
        : roleTitle(role));
  return {
    ...newBlock(making.makeId(), role, format),
    title: clipText(title, 60) || roleTitle(role),
    use: draft.says.atStations && stations.length > 1 ? 'stations' : 'together',
    stations: stations.slice(0, MOST).map(within),
    ...(draft.says.stays || draft.says.hands ? { body: bodySaid(draft.says) } : {}),
    breakAfter: { ms: clamp(made.breakMs ?? draft.breakMs, 0), untilTap: false },
    ...(draft.notes.length > 0 ? { notes: clipText(draft.notes.join('\n'), 2000) } : {}),
  };
}

/** A station held to what one can be: whatever numbers the notes say. */
function within(station: Station): Station {
  const { workMs, restMs, weightKg, lightKg, heavyKg } = station;
  const kilos = Object.entries({ weightKg, lightKg, heavyKg }).flatMap(([key, kg]) =>
    kg === undefined ? [] : [[key, Math.min(500, kg)]],
  );
  return {
    ...station,
    ...(workMs === undefined ? {} : { workMs: clamp(workMs) }),
    ...(restMs === undefined ? {} : { restMs: clamp(restMs, 0) }),
    ...Object.fromEntries(kilos),
  };
}

function madeOf(draft: PartDraft, making: Making): Made | null {
  const { says, moves } = draft;
  if (draft.routine && draft.routine.parts.length > 0) return routineBlock(draft.routine, draft, making);
  if (moves.some((m) => m.after !== null)) return madeOf(numbersBehind(draft, making), making);
  if (says.kind === 'tabata') return moves.length > 0 ? tabataBlock(draft, making) : null;
  if (says.kind === 'emom') return moves.length > 0 ? emomBlock(draft, making) : null;
  if (says.kind === 'amrap' && !(says.byRound && !says.forTime))
    return moves.length > 0 ? amrapBlock(draft, making) : null;
  if (says.kind === 'addOn') return moves.length > 0 ? addOnBlock(draft, making) : null;
  if (says.kind === 'windows' && !says.each && isOnOff(says))
    return moves.length > 0 ? windowsBlock(draft, making) : null;
  if (moves.length === 0 && says.workMs !== undefined && (says.sets ?? says.rounds ?? says.times ?? 1) > 1)
    return madeOf({ ...draft, moves: [unnamed(draft)] }, making);
  if (moves.length === 0) return open(draft, making);
  if (isStretching(draft, making.library)) return holdsBlock(draft, making);
  const isComplex =
    moves.length > 1 && (says.workMs ?? 0) >= 60_000 && moves.every((m) => m.reps !== null && ownTime(m) === undefined);
  if (isComplex && says.rounds !== 1) {
    const how = making.decisions.ask(
      `complex-${making.index}`,
      draft.place,
      'format',
      [
        ['all', 'all of them over and over in each stretch of work'],
        ['one', 'one of them in each stretch of work'],
      ],
      'all',
    );
    if (how === 'all') return windowsBlock(draft, making);
  }
  // So many rounds under a cap are for time, where nothing is rested between them.
  const isCapped =
    says.kind === undefined && says.capMs !== undefined && says.restMs === undefined && says.betweenMs === undefined;
  if (says.capMs !== undefined && says.kind === undefined && !isCapped)
    making.told(`A cap of ${formatDuration(says.capMs)} is said; with rests between it is not kept`);
  if (isCapped && isCounted(draft)) return amrapBlock({ ...draft, says: { ...says, forTime: true } }, making);
  const wholeMs = says.bareMs ?? says.totalMs ?? 0;
  const isOnce = says.rounds === undefined && says.times === undefined && says.sets === undefined;
  if (wholeMs >= 480_000 && isOnce && says.restMs === undefined && isCounted(draft)) {
    const how = making.decisions.ask(
      `relay-${making.index}`,
      draft.place,
      'format',
      [
        ['amrap', `over and over for ${formatDuration(wholeMs)}`],
        ['once', 'once through'],
      ],
      'amrap',
    );
    if (how === 'amrap') return amrapBlock({ ...draft, says: { ...says, kind: 'amrap', capMs: wholeMs } }, making);
  }
  const byReps = repsByRound(draft);
  if (byReps) return forTimeOf(byReps, draft, making);
  if (isCounted(draft)) return repsBlock(draft, making);
  return circuitBlock(draft, making);
}

/** A complex is done over and over in stretches of time, where some are said; else it is gone round so often. */
const isOnOff = ({ workMs, bareMs, capMs, totalMs }: Partial<Facts>) =>
  (workMs ?? bareMs ?? capMs ?? totalMs) !== undefined;

/** Numbers behind the names, told to be seconds or repetitions: seconds where nothing is timed and they are round. */
function numbersBehind(draft: PartDraft, making: Making): PartDraft {
  const { says, moves } = draft;
  const numbers = moves.flatMap((m) => m.after ?? []);
  const hasRest = says.restMs !== undefined || says.changeMs !== undefined;
  const isRound =
    numbers.every((n) => n >= 20 && n % 5 === 0) &&
    numbers.length * 2 > moves.length &&
    (hasRest || numbers.some((n) => n >= 30));
  const timed =
    says.workMs !== undefined ||
    says.kind === 'amrap' ||
    says.kind === 'emom' ||
    moves.some((m) => m.reps !== null && !m.says.perSide);
  const how = making.decisions.ask(
    `behind-${making.index}`,
    draft.place,
    'count',
    [
      ['seconds', `${numbers.slice(0, 4).join(', ')} seconds`],
      ['reps', `${numbers.slice(0, 4).join(', ')} reps`],
    ],
    (isRound && !timed) || (says.kind === 'holds' && numbers.every((n) => n >= 10)) ? 'seconds' : 'reps',
  );
  return {
    ...draft,
    moves: moves.map((m) => {
      if (m.after !== null)
        return how === 'seconds'
          ? { ...m, after: null, says: { ...m.says, workMs: m.after * 1000 } }
          : { ...m, after: null, reps: m.after };
      if (how === 'seconds' && m.says.perSide && m.reps !== null)
        return { ...m, reps: null, sides: 'each' as const, says: { ...withoutSide(m.says), workMs: m.reps * 1000 } };
      return m;
    }),
  };
}

/** The work of a part that names no move, under the part's title. */
const unnamed = ({ title, place }: PartDraft): Named => plainNamed(title ?? 'Work', place);

/** A part without moves: a length of time, or nothing. */
function open({ says, role, title, notes, place }: PartDraft, making: Making): Made | null {
  const said =
    says.bareMs ??
    says.totalMs ??
    says.workMs ??
    says.betweenMs ??
    (says.kind === 'holds' && role === null ? 300_000 : undefined);
  const unsaid = said === undefined && (role === 'warmUp' || role === 'coolDown');
  const ms = unsaid
    ? Number(
        making.decisions.ask(
          `length-${making.index}`,
          place,
          'length',
          ['3', '5', '8', '10'].map((m) => [m, `${m} minutes`] as const),
          '5',
        ),
      ) * 60_000
    : said;
  if (ms === undefined || ms < 1000) return null;
  const isWater = /water|drink/i.test([title ?? '', ...notes].join(' ')) || says.water === true;
  const purpose = isWater ? 'water' : role === null ? 'talk' : 'move';
  return { format: { kind: 'open', lengthMs: ms, untilTap: false, purpose }, stations: [] };
}

/** Repetitions by round: numbers that fall, with nothing timed. */
function repsByRound({ says, moves }: PartDraft): number[] | null {
  const list = says.byRound;
  if (!list || says.restMs !== undefined || says.workMs !== undefined) return null;
  const falls = list.every((n, k) => k === 0 || n < (list[k - 1] ?? 0));
  const rises = list.every((n, k) => k === 0 || n > (list[k - 1] ?? 0));
  if (says.forTime || falls) return list;
  return rises && Math.min(...list) < 10 && moves.length > 0 ? list : null;
}

const withoutSide = ({ perSide: _, ...says }: Partial<Facts>): Partial<Facts> => says;
