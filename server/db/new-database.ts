import { workerData } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';
import { syncTree } from './embedded-files.ts';

// In a thread of its own: the memory that making a database takes, half a gigabyte, goes with the thread.
const pg = await PGlite.create(workerData as string);
await pg.close();
syncTree(workerData as string);
