import { spawn } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, it } from 'vitest';
import { takeLock } from './lock.ts';

const folder = () => mkdtempSync(path.join(tmpdir(), 'odd-round-lock-'));

/** Another process that takes the lock of a folder, says what became of it, and stays. */
async function other(dir: string) {
  const child = spawn(process.execPath, [
    '--input-type=module',
    '-e',
    `import { takeLock } from '${path.resolve('dist/server/db/lock.js')}';
     const taken = takeLock(${JSON.stringify(dir)});
     console.log('lock' in taken ? 'has it' : taken.heldBy);
     setTimeout(() => {}, 60000);`,
  ]);
  const said = await new Promise<string>((done) => child.stdout.once('data', (d) => done(String(d).trim())));
  return { child, said };
}

it('is taken, held against this process and any other, and given back', async () => {
  const dir = path.join(folder(), 'data');
  const taken = takeLock(dir);
  expect('lock' in taken).toBe(true);
  expect(takeLock(dir)).toMatchObject({ heldBy: expect.stringMatching(`process ${process.pid}`) });
  const refused = await other(dir);
  expect(refused.said).toMatch(`process ${process.pid}`);
  if ('lock' in taken) taken.lock.drop();
  const given = await other(dir);
  expect(given.said).toBe('has it');
  for (const { child } of [refused, given]) child.kill('SIGKILL');
});

it('ends with its process, however that ends, and whatever the file says', async () => {
  const dir = folder();
  const { child } = await other(dir);
  expect('heldBy' in takeLock(dir)).toBe(true);
  const gone = new Promise((done) => child.once('exit', done));
  child.kill('SIGKILL');
  await gone;
  // The file still names a process, and one that lives: this one.
  writeFileSync(path.join(dir, 'server.lock'), `process ${process.pid}`);
  const taken = takeLock(dir);
  expect('lock' in taken).toBe(true);
  if ('lock' in taken) taken.lock.drop();
});

it('of ten that are started at once one alone has it', async () => {
  const dir = folder();
  const all = await Promise.all(Array.from({ length: 10 }, () => other(dir)));
  expect(all.filter((o) => o.said === 'has it')).toHaveLength(1);
  for (const { child } of all) child.kill('SIGKILL');
});
