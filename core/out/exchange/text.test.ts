import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { writeCsv } from './csv.ts';
import { jsonFault } from './json-fault.ts';

describe('CSV', () => {
  it('quotes commas, quotes and line breaks, and leaves the rest alone', () => {
    expect(
      writeCsv(
        ['a', 'b'],
        [
          ['x, y', 1],
          ['"q"', null],
          ['two\nlines', 'plain'],
        ],
      ),
    ).toBe('a,b\r\n"x, y",1\r\n"""q""",\r\n"two\nlines",plain\r\n');
  });
});

it('writes no text that a table program would run, and leaves numbers as they are', () => {
  const rows = [
    ['=1+1', '+49', '-2', '@tide', '\tTab', "'quoted"],
    [-5, 0, null, 'a-b', 'ebb = flow', ''],
  ] as const;
  expect(writeCsv(['=a'], rows).split('\r\n')).toEqual([
    "'=a",
    "'=1+1,'+49,'-2,'@tide,'\tTab,'quoted",
    '-5,0,,a-b,ebb = flow,',
    '',
  ]);
});

describe('where a text stops being JSON', () => {
  it.each([
    ['', 1, 1],
    ['{', 1, 2],
    ['{"a": 1,}', 1, 9],
    ['[1, 2', 1, 6],
    ['[1 2]', 1, 4],
    ['{"a" 1}', 1, 6],
    ['{\n "a": [1, x]\n}', 2, 11],
    ['true false', 1, 6],
    ['{"a": 1]', 1, 8],
    ['"open', 1, 1],
  ])('%j: line %i, column %i', (text, line, column) => {
    expect(() => JSON.parse(text)).toThrow();
    expect(jsonFault(text)).toEqual({ line, column });
  });

  it('is its end for a text that is JSON after all', () => {
    fc.assert(
      fc.property(fc.json(), (text) => {
        const lines = text.split('\n');
        expect(jsonFault(text)).toEqual({ line: lines.length, column: (lines.at(-1) ?? '').length + 1 });
      }),
      { numRuns: 300 },
    );
  });
});
