import { rmSync } from 'node:fs';
import { availableParallelism, cpus } from 'node:os';
import path from 'node:path';
import { leashed, ownTemporaryFolder } from './leashed.mjs';
import { bin, ensureBuilt, ensureChromium, ensureInstalled, ensurePostgres, ROOT, runTogether, say } from './lib.mjs';
import { browserTests, closingOf, tellAll, unitTests } from './report.mjs';

// Everything that is to hold: lint, types, walls, what nobody uses; then browser tests, first those in real time, and beside them
// units, which give way to them where nobody else is at work. `--without-browser` leaves the browser out.
const withBrowser = !process.argv.includes('--without-browser');
const since = Date.now();
ensureInstalled();
const chromium = withBrowser ? ensureChromium() : null;
const postgres = ensurePostgres();
ensureBuilt();
await runTogether(
  ['Lint', bin('biome'), ['check', '.']],
  ['Types', bin('tsc'), ['-b']],
  ['Walls', bin('depcruise'), ['--no-progress', 'core', 'web', 'server', 'bin', 'scripts']],
  ['Unused files, exports and packages', bin('knip'), []],
);

const reports = path.join(ROOT, 'node_modules/.odd-round');
const file = (name) => path.join(reports, `${name}.json`);
// What a run before has found is not taken for this one's.
for (const name of ['unit', 'screens', 'real-time']) rmSync(file(name), { force: true });
const env = { TMPDIR: ownTemporaryFolder(), TEST_WORKERS: String(availableParallelism()) };
/** Whether the machine has nothing else to do: units that gave way to another's work might never come to their turn. */
async function isQuiet() {
  const idle = () => cpus().reduce((sum, { times }) => sum + times.idle, 0);
  const before = idle();
  await new Promise((done) => setTimeout(done, 1000));
  return idle() - before > 700 * cpus().length;
}
const givesWay = await isQuiet();
const unit = () =>
  leashed(
    'unit',
    'node_modules/vitest/vitest.mjs',
    [
      'run',
      ...(postgres ? [] : ['--project', '!on PostgreSQL']),
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${file('unit')}`,
    ],
    env,
    { givesWay },
  );
const browser = (project, name) =>
  leashed(
    'browser',
    'node_modules/@playwright/test/cli.js',
    ['test', `--project=${project}`, '--reporter=list,json', `--output=test-results/${name}`],
    { ...env, CHROMIUM: chromium, PLAYWRIGHT_JSON_OUTPUT_NAME: file(name) },
  );

say(withBrowser ? 'Unit and browser tests, beside each other' : 'Unit tests');
const inBrowser = async () => [await browser('real time', 'real-time'), await browser('screens', 'screens')];
const runs = (await Promise.all([unit(), ...(withBrowser ? [inBrowser()] : [])])).flat();
const leftOut = [
  ...(postgres ? [] : ['the project “on PostgreSQL”: there is no PostgreSQL here']),
  ...(withBrowser ? [] : ['the browser tests, as asked']),
];
const tests = [
  unitTests(file('unit')),
  ...(withBrowser ? ['real-time', 'screens'].map((n) => browserTests(file(n))) : []),
];
say(`${Math.round((Date.now() - since) / 1000)} s in all`);
tellAll(
  tests.flat(),
  leftOut,
  runs.flatMap(({ said }) => closingOf(said)),
);
process.exit(runs.some(({ code }) => code !== 0) ? 1 : 0);
