import { bin, ensureBuilt, ensureChromium, ensureInstalled, ensurePostgres, run, say } from './lib.mjs';

ensureInstalled();
const chromium = ensureChromium();
ensurePostgres();
say('Lint');
run(bin('biome'), ['check', '.']);
say('Types');
run(bin('tsc'), ['-b']);
say('Walls');
run(bin('depcruise'), ['--no-progress', 'core', 'web', 'server', 'bin']);
say('Unused files, exports and packages');
run(bin('knip'), []);
ensureBuilt();
say('Unit tests');
run(bin('vitest'), ['run']);
say('Browser tests');
run(bin('playwright'), ['test'], { env: { ...process.env, CHROMIUM: chromium } });
