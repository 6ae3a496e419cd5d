/** A token of JSON, or white space. */
const TOKEN =
  /[\s]+|[{}[\],:]|"(?:[^"\\\n\r\t]|\\(?:["\\/bfnrt]|u[0-9a-fA-F]{4}))*"|-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][+-]?\d+)?|true|false|null/y;

type Expect = 'value' | 'valueOrEnd' | 'keyOrEnd' | 'key' | 'colon' | 'commaOrEnd' | 'nothing';

/**
 * Where a text stops being JSON: line and column, from 1. For a text that JSON.parse refuses; engines differ in what
 * they tell of the place.
 */
export function jsonFault(text: string): { line: number; column: number } {
  const open: ('{' | '[')[] = [];
  let expect: Expect = 'value';
  let at = 0;
  while (at < text.length) {
    TOKEN.lastIndex = at;
    const token = TOKEN.exec(text)?.[0];
    if (token === undefined) break;
    if (!/^\s/.test(token)) {
      const next = step(token, expect, open);
      if (next === null) break;
      expect = next;
    }
    at += token.length;
  }
  const before = text.slice(0, at).split('\n');
  return { line: before.length, column: (before.at(-1) ?? '').length + 1 };
}

/** What may follow a token, or null when the token may not stand there. */
function step(token: string, expect: Expect, open: ('{' | '[')[]): Expect | null {
  const after = (): Expect => (open.length === 0 ? 'nothing' : 'commaOrEnd');
  const isValue = expect === 'value' || expect === 'valueOrEnd';
  if (token === '{' || token === '[') {
    if (!isValue) return null;
    open.push(token);
    return token === '{' ? 'keyOrEnd' : 'valueOrEnd';
  }
  if (token === '}' || token === ']') {
    const empty = token === '}' ? 'keyOrEnd' : 'valueOrEnd';
    if (expect !== 'commaOrEnd' && expect !== empty) return null;
    return open.pop() === (token === '}' ? '{' : '[') ? after() : null;
  }
  if (token === ':') return expect === 'colon' ? 'value' : null;
  if (token === ',') return expect !== 'commaOrEnd' ? null : open.at(-1) === '{' ? 'key' : 'value';
  if (expect === 'key' || expect === 'keyOrEnd') return token.startsWith('"') ? 'colon' : null;
  return isValue ? after() : null;
}
