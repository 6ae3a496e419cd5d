import { expect, it } from 'vitest';
import { MOVE_COLUMNS } from '../../../core/moves/index.ts';
import { move as plain } from '../../../core/test/moves.ts';
import { readTable } from '../../base/index.ts';
import { movesCsv } from './moves-file.ts';

const move = (name: string, cue: string) => plain(name, { cues: [cue], explainMs: 5000 });

it('what a table program would run is a text in the file, and the same move when it is read again', () => {
  for (const name of ['=HYPERLINK("x")', '+1', '-2', '@tide', '\tTab']) {
    const csv = movesCsv([move(name, `${name} cue`)]);
    const [, row = ''] = csv.split('\r\n');
    expect(row.replace(/^"/, '').startsWith(`'${name.slice(0, 1)}`)).toBe(true);
    const { header, rows } = readTable(csv);
    expect(rows[0]?.[header.indexOf(MOVE_COLUMNS[0]!)]?.trim()).toBe(name.trim());
  }
});
