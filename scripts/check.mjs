import { execFileSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import path from 'node:path';
import { leashed, ownTemporaryFolder } from './leashed.mjs';
import { bin, ensureInstalled, ROOT, runTogether, say } from './lib.mjs';

// For daily work, within a minute: lint, types, walls, what nobody uses, and the units beside what has changed since the last
// commit (or, with nothing changed, in that commit).
ensureInstalled();
const git = (...args) => execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean);
const now = [...git('diff', '--name-only', 'HEAD'), ...git('ls-files', '--others', '--exclude-standard')];
const changed = now.length > 0 ? now : git('diff', '--name-only', 'HEAD~1', 'HEAD');
await runTogether(
  ['Lint', bin('biome'), ['check', '.']],
  ['Types', bin('tsc'), ['-b']],
  ['Walls', bin('depcruise'), ['--no-progress', 'core', 'web', 'server', 'bin', 'scripts']],
  ['Unused files, exports and packages', bin('knip'), []],
);
const folders = new Set(changed.filter((f) => /^(core|server|web|bin|scripts)\//.test(f)).map(path.dirname));
const near = [...folders].flatMap((folder) =>
  readdirSync(path.join(ROOT, folder))
    .filter((f) => /\.test\.tsx?$/.test(f))
    .map((f) => `${folder}/${f}`)
    // Whole screens take their time: those that were changed themselves.
    .filter((f) => !f.startsWith('web/screens/') || changed.includes(f)),
);
// Files that share a process are run by the one that names them.
const tests = [...new Set(near.map((f) => f.replace(/^(web\/screens\/\w+)\/.*/, '$1.test.ts')))];
if (tests.length === 0) say('No units beside what has changed');
else {
  say(`Units beside what has changed: ${tests.length} files`);
  const env = { TMPDIR: ownTemporaryFolder(), PATIENCE_S: process.env.PATIENCE_S ?? '30' };
  const { code } = await leashed(
    '',
    'node_modules/vitest/vitest.mjs',
    ['run', '--project', '!on PostgreSQL', ...tests],
    env,
  );
  process.exit(code);
}
