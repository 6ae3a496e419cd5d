import { bin, ensureBuilt, ensureChromium, ensureInstalled, ensurePostgres, run, say } from './lib.mjs';

// What `npm test` does a part of each time, the whole way: power cuts, kills, full disks, hostile requests, floods. On this
// machine alone; some tens of minutes.
ensureInstalled();
const chromium = ensureChromium();
ensurePostgres();
ensureBuilt();
const env = { ...process.env, ATTACK: '1', CHROMIUM: chromium };
say('Every property of the core, held against all examples');
run(bin('vitest'), ['run', '--project', 'core'], { env });
say('Power cuts, kills, starts, full disks, hostile requests');
run(bin('vitest'), ['run', 'e2e/attack', ...process.argv.slice(2)], { env });
say('Floods, and thousands of classes');
run(bin('playwright'), ['test', 'e2e/flood', 'e2e/keep', '--project=screens', '--retries=0'], { env });
say('Every screen at every size, in every phase, in both colours');
run(bin('playwright'), ['test', 'e2e/layout', 'e2e/access', '--project=screens', '--retries=0'], { env });
say('Three minutes of voice in real time');
run(bin('playwright'), ['test', 'e2e/voice', '--project=sound', '--no-deps', '--retries=0'], {
  env: { ...env, LONG_VOICE: '1' },
});
