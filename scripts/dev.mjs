import { bin, ensureBuilt, ensureInstalled, say, stay } from './lib.mjs';

ensureInstalled();
// Threads load built code only.
ensureBuilt(say, ['core', 'server']);
say('Server on http://localhost:4310, application with live reload on http://localhost:4311');
stay(bin('tsx'), ['watch', 'server/main.ts']);
stay(bin('vite'), []);
