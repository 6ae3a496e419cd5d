import { bin, ensureBuilt, ensureInstalled, run, say, stay } from './lib.mjs';

ensureInstalled();
// Threads load built code only.
await ensureBuilt(say, ['core', 'server']);
// The player that goes along with a class is part of what the server hands out.
run(bin('vite'), ['build', '--config', 'vite.home.config.ts', '--logLevel', 'warn']);
say('Server on http://localhost:4310, application with live reload on http://localhost:4311');
stay(bin('tsx'), ['watch', 'server/main.ts']);
stay(bin('vite'), []);
