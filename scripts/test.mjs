import { bin, ensureBuilt, ensureChromium, ensureInstalled, ensurePostgres, run, runTogether, say } from './lib.mjs';

ensureInstalled();
const chromium = ensureChromium();
ensurePostgres();
await runTogether(
  ['Lint', bin('biome'), ['check', '.']],
  ['Types', bin('tsc'), ['-b']],
  ['Walls', bin('depcruise'), ['--no-progress', 'core', 'web', 'server', 'bin']],
  ['Unused files, exports and packages', bin('knip'), []],
);
ensureBuilt();
say('Unit tests');
run(bin('vitest'), ['run']);
say('Browser tests');
run(bin('playwright'), ['test'], { env: { ...process.env, CHROMIUM: chromium } });
