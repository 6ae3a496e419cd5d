import { newStation, type Station } from '../station/index.ts';
import { clipText } from '../values/index.ts';
import { readClauses, type ShorthandProblem } from './clauses.ts';
import { newTarget, STATION_CLAUSES } from './station-clauses.ts';
import { QUOTED, readName } from './tokens.ts';

const FIRST = new RegExp(`\\s*(?:(\\d{1,3})\\s*(?:x\\s+|\\s)(?=[\\p{L}"]))?(${QUOTED}|[^,\\[\\]"]+)`, 'uy');

/** A text before the first comma longer than this is no name with something said after it. */
const LONGEST_MOVE = 160;

/**
 * Reads a station line from a column on: the move, then what is said of it, with or without commas.
 * The station is null when the line names no move.
 */
export function readStationLine(
  text: string,
  from: number,
  line: number,
  id: string,
  onMatch?: (from: number, to: number) => void,
): { station: Station | null; problems: ShorthandProblem[] } {
  FIRST.lastIndex = from;
  const match = FIRST.exec(text);
  const nothing = { line, column: from + 1, length: Math.max(1, text.length - from), suggestion: null };
  if (!match) return { station: null, problems: [{ ...nothing, message: 'A station needs the name of a move' }] };
  const [whole, reps, raw = ''] = match;
  const start = from + whole.length - raw.length;
  const quoted = raw.startsWith('"');
  const cut = quoted ? raw.length : moveEnd(raw);
  const move = readName(raw.slice(0, cut)).trim();
  if (move === '') return { station: null, problems: [{ ...nothing, message: 'A station needs the name of a move' }] };
  const target = newTarget(newStation(id, clipText(move, 80)));
  if (reps !== undefined)
    target.station = { ...target.station, reps: { count: Math.max(1, Number(reps)), per: 'total' } };
  const { problems } = readClauses(text, start + cut, line, STATION_CLAUSES, target, false, onMatch);
  for (const { at, length, message } of target.marks)
    problems.push({ line, column: at + 1, length, message, suggestion: null });
  if ([...move].length > 80)
    problems.push({
      line,
      column: start + 1,
      length: cut,
      message: 'The name is longer than 80 letters and was cut',
      suggestion: null,
    });
  return { station: target.station, problems };
}

/** Where the name ends when no comma says so: the first word from which the rest reads as things said of a move. */
function moveEnd(raw: string): number {
  if (raw.length > LONGEST_MOVE) return raw.length;
  for (const gap of raw.matchAll(/\s+/g)) {
    const at = gap.index;
    if (at === 0 || raw.slice(at).trim() === '') continue;
    const { problems, applied } = readClauses(raw, at, 1, STATION_CLAUSES, newTarget(newStation('x', 'x')), true);
    if (applied > 0 && problems.length === 0) return at;
  }
  return raw.length;
}
