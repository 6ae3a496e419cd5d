import { rm } from 'node:fs/promises';
import { readyDataDir } from './ready-data.ts';

/** Makes the data of the servers before the workers ask for it, both at once. */
export default async function ready(): Promise<void> {
  await rm(await readyDataDir(Date.now()), { recursive: true, force: true });
}
