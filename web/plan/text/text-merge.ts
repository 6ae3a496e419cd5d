import { diffArrays } from 'diff';
import { withoutComment } from '../../../core/class/index.ts';

/** What a line says, whatever its comment and the space at its end. */
const saidOf = (line: string) => withoutComment(line).trimEnd();

/**
 * A class written anew into a text that its instructor wrote: lines that say the same stay as they are, with their comments,
 * and lines of comment alone stay where they stand.
 */
export function writtenInto(text: string, written: string): string {
  const comparator = (a: string, b: string) => saidOf(a) === saidOf(b);
  const parts = diffArrays(text.split('\n'), written.split('\n'), { comparator });
  const lines: string[] = [];
  let at = 0;
  const own = text.split('\n');
  for (const part of parts) {
    if (part.added) lines.push(...part.value);
    else {
      const mine = own.slice(at, at + part.value.length);
      at += part.value.length;
      lines.push(...(part.removed ? mine.filter((line) => /^\s*#/.test(line)) : mine));
    }
  }
  return lines.join('\n');
}
