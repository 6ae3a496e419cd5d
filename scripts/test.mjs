import { rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import path from 'node:path';
import { leashed, ownTemporaryFolder } from './leashed.mjs';
import { bin, ensureBuilt, ensureChromium, ensureInstalled, ensurePostgres, ROOT, runTogether, say } from './lib.mjs';
import { browserTests, closingOf, tellAll, unitTests } from './report.mjs';

// Everything that is to hold: lint, types, walls, what nobody uses; then units beside browser tests, those in real time first.
// `--without-browser` leaves the browser out.
const withBrowser = !process.argv.includes('--without-browser');
const since = Date.now();
ensureInstalled();
const chromium = withBrowser ? ensureChromium() : null;
const postgres = ensurePostgres();
await ensureBuilt();
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
