import { diffArrays } from 'diff';

/** A line of shorthand without its comment and the space at its end; a `#` inside quotes begins none. */
export function withoutComment(line: string): string {
  let isQuoted = false;
  for (let i = 0; i < line.length; i++) {
    if (line[i] === '\\' && isQuoted) i++;
    else if (line[i] === '"') isQuoted = !isQuoted;
    else if (line[i] === '#' && !isQuoted) return line.slice(0, i).trimEnd();
  }
  return line.trimEnd();
}

/**
 * A class written anew into a text that its instructor wrote: lines that say the same stay as they are, with their comments,
 * and lines of comment alone stay where they stand.
 */
export function writtenInto(text: string, written: string): string {
  const comparator = (a: string, b: string) => withoutComment(a) === withoutComment(b);
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
