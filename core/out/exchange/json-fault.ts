import { type ParseError, parse } from 'jsonc-parser';
import type { Result } from '../../class/index.ts';

const STRICT = { disallowComments: true, allowTrailingComma: false, allowEmptyContent: false };

/**
 * Where a text stops being JSON: line and column, from 1. For a text that JSON.parse refuses; engines differ in what
 * they tell of the place.
 */
export function jsonFault(text: string): { line: number; column: number } {
  const errors: ParseError[] = [];
  parse(text, errors, STRICT);
  const before = text.slice(0, errors[0]?.offset ?? text.length).split('\n');
  return { line: before.length, column: (before.at(-1) ?? '').length + 1 };
}

/** The JSON of a text, or the place where it stops being some. */
export function readJson(text: string): Result<unknown> {
  try {
    return { ok: true, value: JSON.parse(text) };
  } catch {
    const { line, column } = jsonFault(text);
    return { ok: false, problems: [{ path: `line ${line}, column ${column}`, message: 'This is not JSON' }] };
  }
}
