// The built application on an empty database of its own, for the browser tests.
import { freshDataDir } from '../../server/test/fresh-database.ts';

process.env.DATA_DIR = await freshDataDir('e2e');
const built = '../../dist/server/main.js';
await import(built);
