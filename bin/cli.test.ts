import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { writePlanFile } from '../core/formats/index.ts';
import { formatDuration } from '../core/plan/index.ts';
import { GOLDEN } from '../core/test/golden.ts';

const run = (args: string[], input = '') => {
  const result = spawnSync('bin/odd-round', args, { input, encoding: 'utf8' });
  return { code: result.status, out: result.stdout, err: result.stderr };
};
const BOARD = 'class: Low tide\nmain: 3 rounds, 40/20, 60 between rounds\n  Row\n  Swing\n';

describe('odd-round', () => {
  it('gives every golden total, from a plan file and from shorthand', () => {
    const file = writePlanFile(GOLDEN.map((g) => g.plan));
    const all = JSON.parse(run(['totals', '--json'], file).out) as {
      totalMs: number;
      workMs: number;
      intervals: number;
    }[];
    expect(all.map((t) => [formatDuration(t.totalMs), t.workMs / 1000, t.intervals])).toEqual(
      GOLDEN.map((g) => [g.total, g.workSeconds, g.intervals]),
    );
  });

  it('totals --json: 6 × 40 work, 3 × 20 rest, 2 × 60 breaks', () => {
    const { code, out } = run(['totals', '-', '--json'], BOARD);
    expect(code).toBe(0);
    expect(JSON.parse(out)).toMatchObject({
      title: 'Low tide',
      totalMs: 420_000,
      workMs: 240_000,
      restMs: 60_000,
      breakMs: 120_000,
      intervals: 11,
    });
  });

  it('lists a timeline as table and CSV', () => {
    expect(run(['timeline'], BOARD).out).toContain('1:40  1:00    roundBreak  Main');
    expect(run(['timeline', '--csv'], BOARD).out.split('\r\n').slice(0, 2)).toEqual([
      'class,start,length,kind,block,round,move,side',
      'Low tide,0:00,0:40,work,Main,1,Row,',
    ]);
  });

  it('lists cues', () => {
    expect(run(['cues'], BOARD).out).toContain('0:20.000  half');
  });

  it('turns shorthand into a plan file and back', () => {
    const file = run(['shorthand'], BOARD).out;
    const text = run(['shorthand'], file).out;
    expect(JSON.parse(run(['totals', '--json'], text).out)).toMatchObject({ totalMs: 420_000 });
  });

  it('reads files', () => {
    const file = path.join(mkdtempSync(path.join(tmpdir(), 'odd-round-cli-')), 'board.txt');
    writeFileSync(file, BOARD);
    expect(run(['validate', file])).toMatchObject({ code: 0, out: '1 class, nothing wrong\n' });
  });

  it('exits 1 on a bad input and says where', () => {
    expect(run(['validate'], 'main: circut\n')).toMatchObject({
      code: 1,
      err: '1:7: \u201ccircut\u201d is not understood here \u2013 \u201ccircuit\u201d?\n',
    });
    expect(run(['totals'], '{"version": 1}').code).toBe(1);
    expect(run(['validate'], 'main: every minute\n  Row, 75 work\n').err).toContain(
      '75 s of work do not fit into a period of 60 s',
    );
    expect(run(['totals', '/nowhere/at/all']).code).toBe(1);
    expect(run(['totals'], '').code).toBe(1);
  });

  it('exits 2 on misuse', () => {
    for (const args of [[], ['explode'], ['totals', '--loud'], ['totals', 'a', 'b'], ['totals', '--json', '--csv']])
      expect(run(args, BOARD).code).toBe(2);
  });
});
