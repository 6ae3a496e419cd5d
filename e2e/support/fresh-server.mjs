// The built application on an empty database of its own, for the browser tests.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

process.env.DATA_DIR = mkdtempSync(path.join(tmpdir(), 'odd-round-e2e-'));
await import('../../dist/server/main.js');
