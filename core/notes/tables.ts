import { mentionAt, small } from './facts.ts';
import { timeOf } from './numbers.ts';
import type { Facts, Mention } from './said.ts';

/** What the columns of a table hold, by the words at their heads. */
const COLUMNS: readonly [RegExp, Column][] = [
  [/^(?:exercises?|moves?|movements?|stations?|activity|drill|what)$/i, 'name'],
  [/^(?:work|on|work ?\(?s(?:ecs?)?\)?|time|secs?|seconds|duration|hold)$/i, 'work'],
  [/^(?:rest|off|rest ?\(?s(?:ecs?)?\)?|recovery)$/i, 'rest'],
  [/^(?:reps?|repetitions|count)$/i, 'reps'],
  [/^(?:sets|rounds)$/i, 'sets'],
  [/^(?:weights?|load|kgs?|kilos)$/i, 'weight'],
  [/^(?:sides?)$/i, 'side'],
  [/^(?:notes?|comments?|remarks?|options?|cues?)$/i, 'note'],
  [/^(?:#|no\.?|nr|order)$/i, 'number'],
];
export type Column = 'name' | 'work' | 'rest' | 'reps' | 'sets' | 'weight' | 'side' | 'note' | 'number';

/** The cells of a row of a table, with their places; null where the line is none. */
export function cellsOf(line: string): { from: number; to: number }[] | null {
  const isPiped = /^\s*\|.*\|/.test(line) || (line.match(/\|/g) ?? []).length >= 2;
  if (!isPiped && !/\S\t+\S/.test(line)) return null;
  const cells: { from: number; to: number }[] = [];
  let from = 0;
  for (const part of line.split(isPiped ? '|' : '\t')) {
    const lead = part.length - part.trimStart().length;
    if (part.trim() !== '') cells.push({ from: from + lead, to: from + lead + part.trim().length });
    from += part.length + 1;
  }
  return cells;
}

/** The columns of a head line; null where the line heads no table. */
export function columnsOf(line: string): Column[] | null {
  const cells = cellsOf(line);
  if (!cells || cells.length < 2) return null;
  const columns = cells.map((c) => COLUMNS.find(([pattern]) => pattern.test(line.slice(c.from, c.to)))?.[1]);
  return columns.includes('name') && columns.every((c) => c !== undefined) ? (columns as Column[]) : null;
}

/** Whether a line only rules off the head of a table. */
export const isRule = (line: string): boolean => /^[\s|:+=-]+$/.test(line) && /-{2,}|={2,}/.test(line);

/** What a cell says, by its column; null where it is a name or a note. */
export function cellSays(text: string, column: Column): Mention | null {
  const says = ((): Partial<Facts> | null => {
    const number = /^\d{1,4}(?:\.\d+)?/.exec(text)?.[0];
    switch (column) {
      case 'work':
        return number || /\d/.test(text) ? { workMs: timeOf(text) } : null;
      case 'rest':
        return number ? { restMs: timeOf(text) } : null;
      case 'sets':
        return number ? { sets: Number(number) } : null;
      case 'reps': {
        const mention = mentionAt(small(text), 0);
        return mention && mention.to === text.length ? mention.says : number ? { reps: Number(number) } : null;
      }
      case 'weight': {
        const mention = mentionAt(small(text), 0);
        return mention?.says.kg ? mention.says : number ? { kg: [Number(number)] } : null;
      }
      case 'side':
        return (
          mentionAt(small(text), 0)?.says ??
          (/^(?:l|left)$/i.test(text) ? { side: 'left' } : /^(?:r|right)$/i.test(text) ? { side: 'right' } : null)
        );
      case 'number':
        return {};
      default:
        return null;
    }
  })();
  return says && { from: 0, to: text.length, role: 'count', words: text, says };
}
