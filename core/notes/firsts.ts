/** The characters a match of a pattern can begin with, in small letters, with '' where it can be empty; null where it can be any. */
export type Firsts = ReadonlySet<string> | null;

const DIGITS = [...'0123456789'];

/**
 * The characters that what a regular expression matches can begin with, so that most patterns need not be tried at most places of a
 * text. Knows the syntax that the patterns of this folder use; of what it does not know it says that it can be any.
 */
export function firstsOf(source: string): Firsts {
  return union(splitAt(source).map(ofSequence));
}

function ofSequence(source: string): Firsts {
  const found = new Set<string>();
  for (let at = 0; at < source.length; ) {
    const { text, to } = termAt(source, at);
    const quantifier = /^(?:[?*]|\{0)/.test(source.slice(to));
    const chars = ofTerm(text);
    if (chars === null) return null;
    for (const c of chars) if (c !== '') found.add(c);
    if (!chars.has('') && !quantifier) return found;
    at = to + (/^(?:[?*+]\??|\{\d+,?\d*\})/.exec(source.slice(to))?.[0].length ?? 0);
  }
  return found.add('');
}

/** One term of a sequence: a group, a class, an escape or a character. */
function termAt(source: string, at: number): { text: string; to: number } {
  if (source[at] === '(') {
    const to = closing(source, at);
    return { text: source.slice(at, to), to };
  }
  if (source[at] === '[') {
    let to = at + 1;
    while (source[to] !== ']') to += source[to] === '\\' ? 2 : 1;
    return { text: source.slice(at, to + 1), to: to + 1 };
  }
  const escaped = /^\\(?:p\{\w+\}|u[\da-f]{4}|.)/i.exec(source.slice(at))?.[0];
  return { text: escaped ?? source[at] ?? '', to: at + (escaped?.length ?? 1) };
}

function ofTerm(term: string): Firsts {
  if (/^\((?:\?=|\?!|\?<=|\?<!)/.test(term)) return new Set(['']);
  if (term.startsWith('(')) return firstsOf(term.slice(term.startsWith('(?:') ? 3 : 1, -1));
  if (term.startsWith('[')) return ofClass(term.slice(1, -1));
  if (term === '\\b' || term === '^' || term === '$') return new Set(['']);
  if (term === '\\d') return new Set(DIGITS);
  if (term === '.' || /^\\(?:p|S|w|D|W)/.test(term)) return null;
  if (term === '\\s') return new Set([' ', '\t']);
  if (/^\\u/.test(term)) return new Set([String.fromCharCode(Number.parseInt(term.slice(2), 16))]);
  return new Set([term.replace('\\', '').toLowerCase()]);
}

function ofClass(inside: string): Firsts {
  if (inside.startsWith('^') || /\\[pwWSD]/.test(inside)) return null;
  const plain = inside
    .replace(/\\u([\da-f]{4})/gi, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))
    .replace(/\\d/g, '0-9')
    .replace(/\\s/g, ' ')
    .replace(/\\(.)/g, '$1');
  const chars = new Set<string>();
  for (let k = 0; k < plain.length; k++) {
    const [from, to] =
      plain[k + 1] === '-' && plain[k + 2] !== undefined
        ? [plain.charCodeAt(k), plain.charCodeAt(k + 2)]
        : [plain.charCodeAt(k), plain.charCodeAt(k)];
    for (let code = from; code <= to; code++) chars.add(String.fromCharCode(code).toLowerCase());
    if (to !== from) k += 2;
  }
  return chars;
}

function union(all: readonly Firsts[]): Firsts {
  const found = new Set<string>();
  for (const chars of all) {
    if (chars === null) return null;
    for (const c of chars) found.add(c);
  }
  return found;
}

/** The end of the group that opens at a place. */
function closing(source: string, open: number): number {
  let depth = 0;
  for (let k = open; k < source.length; k++) {
    const c = source[k];
    if (c === '\\') k += 1;
    else if (c === '[') while (source[k] !== ']') k += source[k] === '\\' ? 2 : 1;
    else if (c === '(') depth += 1;
    else if (c === ')' && --depth === 0) return k + 1;
  }
  return source.length;
}

/** The alternatives of a source, at its outermost level. */
function splitAt(source: string): string[] {
  const parts: string[] = [];
  let from = 0;
  for (let k = 0; k < source.length; ) {
    if (source[k] === '|') {
      parts.push(source.slice(from, k));
      k += 1;
      from = k;
    } else k = termAt(source, k).to;
  }
  return [...parts, source.slice(from)];
}
