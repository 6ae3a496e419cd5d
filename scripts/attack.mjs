import path from 'node:path';
import { leashed, ownTemporaryFolder } from './leashed.mjs';
import { ensureBuilt, ensureChromium, ensureInstalled, ensurePostgres, ROOT, say } from './lib.mjs';

// What `npm test` does a part of each time, the whole way: every property against all examples, power cuts, kills, full disks,
// hostile requests, floods, every screen at every size, both databases, minutes of voice; and whether the tests notice wrong
// changes. On this machine alone; `npm run attack -- cuts layout` takes parts by name.
ensureInstalled();
const chromium = ensureChromium();
const postgres = ensurePostgres();
await ensureBuilt();

const env = { ATTACK: '1', CHROMIUM: chromium, TMPDIR: ownTemporaryFolder() };
const unit = (...args) => leashed('', 'node_modules/vitest/vitest.mjs', ['run', ...args], env);
const browser = (more, ...args) =>
  leashed('', 'node_modules/@playwright/test/cli.js', ['test', ...args], { ...env, ...more });
const PLAIN = 'without a page';
const PARTS = {
  properties: ['Every property of the core, held against all examples', () => unit('core/', '--project', PLAIN)],
  server: ['The server, backups and commands, the long way', () => unit('server/', 'bin/', '--project', PLAIN)],
  presses: [
    'The controls of all screens that stand still, each pressed',
    () => unit('web/screens/pressed-', '--project', 'screens'),
  ],
  databases: [
    'The whole server on PostgreSQL too',
    () => (postgres ? unit('--project', 'on PostgreSQL') : { code: 0 }),
  ],
  cuts: [
    'Power cuts, kills, starts, full disks, hostile requests and files, a hall that is cut, two servers and a database that comes and goes',
    () => unit('e2e/attack'),
  ],
  soak: [
    'A class of an hour with all its screens in real time, and its taps in six minutes: what grows?',
    () => browser({}, 'e2e/soak', '--project=screens'),
  ],
  floods: ['Floods, and thousands of classes', () => browser({}, 'e2e/flood', 'e2e/keep', '--project=screens')],
  layout: [
    'Every screen at every size, in every phase, in both colours',
    () => browser({}, 'e2e/layout', 'e2e/access', '--project=screens'),
  ],
  paths: [
    'Paths that are gone a part of each time',
    () =>
      browser(
        {},
        'e2e/first-to-last',
        'e2e/survival',
        'e2e/desks',
        'e2e/moves-drawn',
        'e2e/offline',
        'e2e/follow',
        'e2e/names',
        'e2e/outside',
        'e2e/stage',
        '--project=screens',
      ),
  ],
  voice: [
    'Minutes of voice and of no network, in real time',
    () => browser({ LONG_VOICE: '1' }, '--project=real time'),
  ],
  mutants: [
    'Two hundred wrong changes: how many do the tests notice?',
    () => leashed('', path.join(ROOT, 'scripts/mutate.mjs'), [], { TMPDIR: env.TMPDIR }),
  ],
};
const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in PARTS));
if (unknown.length > 0) {
  console.error(`No part is called ${unknown.join(', ')}; there are ${Object.keys(PARTS).join(', ')}.`);
  process.exit(1);
}
const told = [];
for (const [name, [title, attack]] of Object.entries(PARTS)) {
  if (asked.length > 0 && !asked.includes(name)) continue;
  say(title);
  const since = Date.now();
  const { code } = await attack();
  told.push([name, code, (Date.now() - since) / 60_000]);
}
say('The attack, part by part');
for (const [name, code, minutes] of told)
  console.log(`  ${name.padEnd(12)} ${code === 0 ? 'held' : 'DID NOT HOLD'}  ${minutes.toFixed(1)} min`);
console.log(`  ${told.reduce((sum, [, , minutes]) => sum + minutes, 0).toFixed(1)} min in all`);
process.exit(told.every(([, code]) => code === 0) ? 0 : 1);
