import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { mulberry32 } from '../../core/judge/index.ts';
import { checkDatabase } from '../../server/backup/index.ts';
import { openEmbedded } from '../../server/db/embedded.ts';
import { migrate } from '../../server/db/migrate.ts';
import { freshDataDir } from '../../server/test/fresh-database.ts';
import { FULL, rounds } from '../support/attack.ts';
import { readChanges, replay } from '../support/disk-replay.ts';
import { smallDisk } from '../support/small-disk.ts';

const RECORDED_CUTS = rounds(50, 1);
const IMAGE_CUTS = rounds(50, 1);

const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-power-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A program that saves classes and events without end and says of each save that was kept when, and what. */
const SAVER = path.resolve('e2e/support/saver.mjs');

/** What a saver has said: `plan 3` is class 3 in its latest text, with the moment it was acknowledged. */
interface Acknowledged {
  what: string;
  value: number;
  at: bigint;
}

function parse(line: string): Acknowledged {
  const [what = '', value = '', at = ''] = line.split(' ');
  return { what, value: Number(value), at: BigInt(at) };
}

/** The newest acknowledged value of everything. */
function newest(acks: readonly Acknowledged[]): Map<string, number> {
  const last = new Map<string, number>();
  for (const { what, value } of acks) last.set(what, Math.max(value, last.get(what) ?? -1));
  return last;
}

/** Opens what a cut has left and holds it against what was acknowledged; gives what is missing. */
async function missing(dir: string, acks: readonly Acknowledged[]): Promise<string[]> {
  const db = await openEmbedded(dir);
  await migrate(db);
  try {
    const lost: string[] = [];
    for (const [what, value] of newest(acks)) {
      const [row] =
        what === 'events'
          ? await db.query<{ n: number }>("SELECT count(*)::int AS n FROM run_event WHERE run_id = 'run-power-1'")
          : await db.query<{ n: number }>(`SELECT (document->>'notes')::int AS n FROM plan WHERE id = $1`, [what]);
      if ((row?.n ?? -1) < value) lost.push(`${what}: ${row?.n} of ${value}`);
    }
    return [...lost, ...(await checkDatabase(db)).faults];
  } finally {
    await db.close();
  }
}

/** Runs a saver over a folder until so many saves were acknowledged; gives them and what stops it at once. */
function saving(dataDir: string, env: Record<string, string>, onAck: (acks: Acknowledged[]) => void) {
  const child = spawn(
    process.execPath,
    [...(env.RECORD_LOG ? ['--require', path.resolve('e2e/support/disk-recorder.cjs')] : []), SAVER, dataDir],
    {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  const acks: Acknowledged[] = [];
  let rest = '';
  child.stdout.on('data', (piece) => {
    const lines = (rest + String(piece)).split('\n');
    rest = lines.pop() ?? '';
    acks.push(...lines.map(parse));
    onAck(acks);
  });
  const gone = new Promise((done) => child.once('exit', done));
  return {
    acks,
    pause: () => child.kill('SIGSTOP'),
    end: async () => {
      child.kill('SIGKILL');
      await gone;
    },
  };
}

describe('a power cut', () => {
  it(`${RECORDED_CUTS} of them, made from the order of writes and fsyncs: nothing acknowledged is lost, every database opens`, async () => {
    const dataDir = await freshDataDir('power');
    const before = path.join(folder, 'before');
    cpSync(path.join(dataDir, 'db'), before, { recursive: true });
    const log = path.join(folder, 'changes');
    const env = { RECORD_DIR: path.join(dataDir, 'db'), RECORD_LOG: log };
    const acks = await new Promise<Acknowledged[]>((done) => {
      const saver = saving(dataDir, env, (soFar) => {
        if (soFar.length >= rounds(2000, 100)) void saver.end().then(() => done(soFar));
      });
    });
    const changes = readChanges(log);
    expect(changes.filter((c) => c.op === 'fsync').length).toBeGreaterThan(50);
    const random = mulberry32(4310);
    for (let k = 0; k < RECORDED_CUTS; k++) {
      const count = Math.floor(((k + random()) / RECORDED_CUTS) * changes.length);
      const cutAt = changes[count]?.at ?? 0n;
      const dir = mkdtempSync(path.join(folder, 'cut-'));
      // Half of the cuts lose all that was not synced, half keep some of it, page by page.
      const survives = k % 2 === 0 ? () => false : () => random() < 0.5;
      replay({ changes, count, root: env.RECORD_DIR, before, into: dir, survives });
      const acked = acks.filter((a) => a.at < cutAt);
      expect([k, await missing(dir, acked)]).toEqual([k, []]);
      rmSync(dir, { recursive: true, force: true });
    }
  });

  it.runIf(FULL)(
    `${IMAGE_CUTS} of them on a real file system: nothing acknowledged is lost, every database opens`,
    async (test) => {
      const disk = smallDisk(240);
      // Where no disk may be mounted the order of writes and fsyncs, above, is all that can be looked at.
      if (!disk) return test.skip('no disk may be mounted here');
      const random = mulberry32(4311);
      try {
        cpSync(path.join(await freshDataDir('power'), 'db'), path.join(disk.dir, 'db'), { recursive: true });
        for (let k = 0; k < IMAGE_CUTS; k++) {
          const wanted = 20 + Math.floor(random() * 200);
          const { acks, cut } = await new Promise<{ acks: Acknowledged[]; cut: NonNullable<typeof disk> }>((done) => {
            const saver = saving(disk.dir, { START_AT: String(k * 1_000_000) }, (soFar) => {
              if (soFar.length < wanted) return;
              saver.pause();
              const left = disk.cut();
              void saver.end().then(() => done({ acks: soFar.slice(), cut: left }));
            });
          });
          expect([k, await missing(path.join(cut.dir, 'db'), acks)]).toEqual([k, []]);
          cut.remove();
        }
      } finally {
        disk.remove();
      }
    },
  );
});
