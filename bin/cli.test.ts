import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { formatDuration } from '../core/class/index.ts';
import { writePlanFile } from '../core/out/index.ts';
import { GOLDEN } from '../core/test/golden.ts';
import { main } from './cli.ts';

const run = async (args: string[], input = '') => {
  const said = { out: '', err: '' };
  const code = await main(args, {
    stdin: Readable.from([input]),
    stdout: { write: (text) => (said.out += text) },
    stderr: { write: (text) => (said.err += text) },
  });
  return { code, ...said };
};
const BOARD = 'class: Low tide\nmain: 3 rounds, 40/20, 60 between rounds\n  Row\n  Swing\n';

describe('odd-round', () => {
  it('gives every golden total, from a plan file and from shorthand', async () => {
    const file = writePlanFile(GOLDEN.map((g) => g.plan));
    const all = JSON.parse((await run(['totals', '--json'], file)).out) as {
      totalMs: number;
      workMs: number;
      intervals: number;
    }[];
    expect(all.map((t) => [formatDuration(t.totalMs), t.workMs / 1000, t.intervals])).toEqual(
      GOLDEN.map((g) => [g.total, g.workSeconds, g.intervals]),
    );
  });

  it('totals --json: 6 × 40 work, 3 × 20 rest, 2 × 60 breaks', async () => {
    const { code, out } = await run(['totals', '-', '--json'], BOARD);
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

  it('lists a timeline as table and CSV', async () => {
    expect((await run(['timeline'], BOARD)).out).toContain('1:40  1:00    roundBreak  Main');
    expect((await run(['timeline', '--csv'], BOARD)).out.split('\r\n').slice(0, 2)).toEqual([
      'class,start,length,kind,block,round,move,side',
      'Low tide,0:00,0:40,work,Main,1,Row,',
    ]);
  });

  it('lists cues', async () => {
    expect((await run(['cues'], BOARD)).out).toContain('0:20.000  half');
  });

  it('turns shorthand into a plan file and back', async () => {
    const file = (await run(['shorthand'], BOARD)).out;
    const text = (await run(['shorthand'], file)).out;
    expect(JSON.parse((await run(['totals', '--json'], text)).out)).toMatchObject({ totalMs: 420_000 });
  });

  it('reads files', async () => {
    const file = path.join(mkdtempSync(path.join(tmpdir(), 'odd-round-cli-')), 'board.txt');
    writeFileSync(file, BOARD);
    expect(await run(['validate', file])).toMatchObject({ code: 0, out: '1 class, nothing wrong\n' });
  });

  it('exits 1 on a bad input and says where', async () => {
    expect(await run(['validate'], 'main: circut\n')).toMatchObject({
      code: 1,
      err: '1:7: \u201ccircut\u201d is not understood here \u2013 \u201ccircuit\u201d?\n',
    });
    expect((await run(['totals'], '{"version": 1}')).code).toBe(1);
    expect((await run(['validate'], 'main: every minute\n  Row, 75 work\n')).err).toContain(
      '75 s of work do not fit into a period of 60 s',
    );
    expect((await run(['totals', '/nowhere/at/all'])).code).toBe(1);
    expect((await run(['totals'], '')).code).toBe(1);
  });

  it('exits 2 on misuse', async () => {
    for (const args of [[], ['explode'], ['totals', '--loud'], ['totals', 'a', 'b'], ['totals', '--json', '--csv']])
      expect((await run(args, BOARD)).code).toBe(2);
  });

  it('is a command of its own, with its exit code', () => {
    const called = (input: string) => spawnSync('bin/odd-round', ['validate'], { input, encoding: 'utf8' });
    expect(called(BOARD)).toMatchObject({ status: 0, stdout: '1 class, nothing wrong\n' });
    expect(called('main: circut\n').status).toBe(1);
  });
});
