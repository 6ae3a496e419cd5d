import { asWord } from '../../../core/class/index.ts';

/** A piece of a text, with where it begins; whether it is the name. */
export interface TextPart {
  at: number;
  text: string;
  isName: boolean;
}

/** A text in pieces by where a name stands in it as a word, with a few words about the first where it is long. */
export function inParts(whole: string, name: string): TextPart[] {
  const text = shortened(whole, name);
  const parts: TextPart[] = [];
  let at = 0;
  for (const { index } of text.matchAll(asWord(name))) {
    if (index > at) parts.push({ at, text: text.slice(at, index), isName: false });
    parts.push({ at: index, text: name, isName: true });
    at = index + name.length;
  }
  if (at < text.length) parts.push({ at, text: text.slice(at), isName: false });
  return parts;
}

const BEFORE = 80;
const AFTER = 160;

function shortened(text: string, name: string): string {
  const first = text.search(asWord(name));
  const [from, to] = [Math.max(0, first - BEFORE), first + name.length + AFTER];
  if (first < 0 || (from === 0 && to >= text.length)) return text;
  return `${from > 0 ? '\u2026' : ''}${text.slice(from, to)}${to < text.length ? '\u2026' : ''}`;
}
