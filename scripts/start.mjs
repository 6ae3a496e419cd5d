import { ensureBuilt, ensureInstalled, say, stay } from './lib.mjs';

ensureInstalled();
await ensureBuilt();
say('Starting Odd Round');
stay(process.execPath, ['--enable-source-maps', 'dist/server/main.js']);
