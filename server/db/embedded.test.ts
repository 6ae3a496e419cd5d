import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterEach, expect, it } from 'vitest';
import { openEmbedded } from './embedded.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-db-'));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

it('makes a database where there is none, also after a first start that was cut short, and keeps what is in it', async () => {
  const dir = path.join(folder, 'db');
  mkdirSync(dir, { recursive: true });
  mkdirSync(`${dir}.unfinished`);
  writeFileSync(path.join(`${dir}.unfinished`, 'PG_VERSION'), 'half');
  const first = await openEmbedded(dir);
  await first.script("create table kept (word text); insert into kept values ('tide')");
  await first.close();
  const again = await openEmbedded(dir);
  expect(await again.query('select word from kept')).toEqual([{ word: 'tide' }]);
  await again.close();
});
