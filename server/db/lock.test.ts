import { spawn } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, it } from 'vitest';
import { dropLock, holderOf, takeLock } from './lock.ts';

const folder = () => mkdtempSync(path.join(tmpdir(), 'odd-round-lock-'));

it('is taken, held and given back', () => {
  const dir = path.join(folder(), 'data');
  expect(holderOf(dir)).toBeNull();
  expect(takeLock(dir)).toBeNull();
  expect(holderOf(dir)).toBe(process.pid);
  dropLock(dir);
  expect(holderOf(dir)).toBeNull();
});

it('is refused while another process has it, and taken over when that one is gone', async () => {
  const dir = folder();
  const other = spawn(process.execPath, ['-e', 'setTimeout(() => {}, 60000)']);
  writeFileSync(path.join(dir, 'server.pid'), String(other.pid));
  expect(takeLock(dir)).toBe(other.pid);
  const gone = new Promise((done) => other.once('exit', done));
  other.kill('SIGKILL');
  await gone;
  expect(takeLock(dir)).toBeNull();
});

it('is not stopped by a file that holds no process', () => {
  const dir = folder();
  writeFileSync(path.join(dir, 'server.pid'), 'low tide');
  expect(takeLock(dir)).toBeNull();
});
