import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { bin, ensureBuilt, ensureChromium, ensureInstalled, ROOT, run, say } from './lib.mjs';

// `npm run bench [-- PART …]` prints what things cost here. `npm run bench -- --against DIR [PART …]` measures another checkout, built,
// in turn with this one, and prints this one's figures as a ratio of the other's: below 1 is faster.
const { values, positionals: parts } = parseArgs({ options: { against: { type: 'string' } }, allowPositionals: true });
const IN_TURN = 3;

ensureInstalled();
await ensureBuilt();
const env = { ...process.env, CHROMIUM: ensureChromium() };
if (values.against === undefined) run(bin('tsx'), ['bench/run.ts', ...parts], { env });
else compare(path.resolve(values.against));

/** The medians of a run in a checkout, ms, by what was measured. */
function measured(folder) {
  const { stdout } = spawnSync(bin('tsx'), ['bench/run.ts', ...parts], {
    cwd: folder,
    env,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const rows = stdout.split('\n').flatMap((line) => {
    const found = /^(\S.*?)\s{2,}([\d.]+) ms\s+[\d.]+ ms/.exec(line);
    return found ? [[found[1], Number(found[2])]] : [];
  });
  return new Map(rows);
}

function compare(other) {
  const pairs = [];
  for (let k = 1; k <= IN_TURN; k++) {
    say(`In turn, ${k} of ${IN_TURN}`);
    pairs.push([measured(ROOT), measured(other)]);
  }
  const middle = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];
  console.log(`${''.padEnd(52)}      here     there   ratio`);
  for (const what of pairs[0][0].keys()) {
    const both = pairs.filter(([here, there]) => here.has(what) && there.has(what));
    if (both.length === 0) continue;
    const [here, there] = [0, 1].map((side) => middle(both.map((pair) => pair[side].get(what))));
    const ratio = middle(both.map(([a, b]) => a.get(what) / b.get(what)));
    console.log(
      `${what.padEnd(52)}  ${here.toFixed(2).padStart(8)}  ${there.toFixed(2).padStart(8)}  ${ratio.toFixed(2).padStart(6)}`,
    );
  }
}
