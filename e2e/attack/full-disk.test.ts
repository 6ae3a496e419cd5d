import { cpSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import { newPlan } from '../../core/class/index.ts';
import { openEmbedded } from '../../server/db/embedded.ts';
import { freshDataDir } from '../../server/test/fresh-database.ts';
import { FULL } from '../support/attack.ts';
import { OwnServer } from '../support/server.ts';
import { smallDisk } from '../support/small-disk.ts';

const MB = 1_048_576;

/** A text that does not pack well. */
const noise = (length: number) =>
  Array.from({ length: length / 8 }, () => Math.random().toString(36).slice(2, 10).padEnd(8, 'x')).join('');

it('a disk that fills up: saves are refused with a plain sentence, nothing is lost, and it goes on when there is room', async (test) => {
  const disk = smallDisk(260);
  if (!disk) return test.skip('no disk may be mounted here');
  const server = new OwnServer();
  server.dataDir = disk.dir;
  cpSync(path.join(await freshDataDir('full'), 'db'), path.join(disk.dir, 'db'), { recursive: true });
  await server.start();
  const save = async (k: number) => {
    const plan = { ...newPlan(`class-${k}`, `Class ${k}`), notes: noise(3000) };
    const init = {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ plan, baseVersion: 0 }),
    };
    const res = await fetch(`${server.url}/api/plans/${plan.id}`, init);
    return { status: res.status, title: ((await res.json()) as { title?: string }).title };
  };
  const filler = path.join(disk.dir, 'filler');
  const free = () => statfsSync(disk.dir).bavail * statfsSync(disk.dir).bsize;
  let kept = 0;
  for (; kept < 5; kept++) expect((await save(kept)).status).toBe(200);
  // Another program takes what is left, but for a few MB: less than the next piece of the log.
  writeFileSync(filler, Buffer.alloc(free() - 6 * MB));
  await new Promise((done) => setTimeout(done, 1100));
  for (let k = 0; k < 20; k++) {
    const refused = await save(100 + k);
    expect([refused.status, refused.title]).toEqual([507, expect.stringContaining('disk of the server is full')]);
  }
  expect((await fetch(`${server.url}/api/plans`)).status).toBe(200);
  rmSync(filler);
  await new Promise((done) => setTimeout(done, 1100));
  for (; kept < 10; kept++) expect((await save(kept)).status).toBe(200);
  const { items } = (await (await fetch(`${server.url}/api/plans?q=class`)).json()) as { items: unknown[] };
  expect(items).toHaveLength(10);
  // Full again, it still hears that it is to end.
  writeFileSync(filler, Buffer.alloc(free() - 2 * MB));
  expect(await server.stop()).toBe(0);
  disk.remove();
});

it.runIf(FULL)(
  'a database that cannot write its log, with no guard before it, fails what is asked and comes back by itself',
  async (test) => {
    const disk = smallDisk(140);
    if (!disk) return test.skip('no disk may be mounted here');
    cpSync(path.join(await freshDataDir('full'), 'db'), path.join(disk.dir, 'db'), { recursive: true });
    const db = await openEmbedded(path.join(disk.dir, 'db'), { patienceMs: 5000 });
    await db.script('CREATE TABLE tide (n int PRIMARY KEY, word text)');
    const filler = path.join(disk.dir, 'filler');
    writeFileSync(filler, Buffer.alloc(statfsSync(disk.dir).bavail * statfsSync(disk.dir).bsize - 4 * MB));
    let kept = 0;
    for (let failed = 0; failed < 3 && kept < 20_000; )
      await db.query('INSERT INTO tide VALUES ($1, $2)', [kept, noise(4000)]).then(
        () => {
          kept += 1;
        },
        () => {
          failed += 1;
        },
      );
    expect(kept).toBeLessThan(20_000);
    rmSync(filler);
    const count = () => db.query<{ n: number }>('SELECT count(*)::int AS n FROM tide');
    // The first question may meet the thread that is gone.
    const [row] = await count().catch(count);
    expect(row?.n).toBe(kept);
    await db.query('INSERT INTO tide VALUES (-1, $1)', ['ebb']);
    await db.close();
    disk.remove();
  },
);
