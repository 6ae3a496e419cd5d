import { bin, ensureBuilt, ensureChromium, ensureInstalled, run } from './lib.mjs';

ensureInstalled();
ensureBuilt();
const chromium = ensureChromium();
run(bin('tsx'), ['bench/run.ts', ...process.argv.slice(2)], { env: { ...process.env, CHROMIUM: chromium } });
