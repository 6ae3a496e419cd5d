// What the runners found, told in a few lines: what failed and why, what was left out, what took longest.
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './lib.mjs';

const relative = (file) => path.relative(ROOT, file);
// biome-ignore lint/suspicious/noControlCharactersInRegex: colours of a terminal.
const plain = (text) => text.replace(/\u001b\[[0-9;]*m/g, '');
const quoted = (title) => `'${title.replace(/[.*+?^${}()|[\]\\]/g, '.').replaceAll("'", '.')}'`;
/** The first lines of an error that say something. */
const gist = (message, lines) =>
  plain(message)
    .split('\n')
    .filter((line) => line.trim() !== '' && !/^\s+at /.test(line))
    .slice(0, lines);

/** The tests of Vitest's own report. */
export function unitTests(file) {
  if (!existsSync(file)) return [];
  const { testResults } = JSON.parse(readFileSync(file, 'utf8'));
  return testResults.flatMap((f) => {
    const where = relative(f.name);
    const tests = f.assertionResults.map((t) => ({
      where,
      title: t.fullName ?? t.title,
      status: t.status === 'passed' || t.status === 'failed' ? t.status : 'skipped',
      ms: t.duration ?? 0,
      error: t.failureMessages?.[0] ?? '',
      beside: [],
      alone: `npx vitest run ${where} -t ${quoted(t.title)}`,
    }));
    // A file that does not load has no tests to say so.
    if (f.status !== 'failed' || tests.some((t) => t.status === 'failed')) return tests;
    return [
      ...tests,
      {
        where,
        title: 'the file itself',
        status: 'failed',
        ms: 0,
        error: f.message ?? '',
        beside: [],
        alone: `npx vitest run ${where}`,
      },
    ];
  });
}

/** The tests of Playwright's own report. */
export function browserTests(file) {
  if (!existsSync(file)) return [];
  const report = JSON.parse(readFileSync(file, 'utf8'));
  const specs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];
  return report.suites.flatMap(specs).flatMap((spec) =>
    spec.tests.map((t) => {
      const result = t.results.at(-1) ?? { status: 'skipped', duration: 0, errors: [], attachments: [] };
      const where = `e2e/${spec.file}:${spec.line}`;
      return {
        where,
        title: spec.title,
        status: result.status === 'passed' || result.status === 'skipped' ? result.status : 'failed',
        ms: result.duration,
        error: result.errors?.map((e) => e.message).join('\n') ?? '',
        why: t.annotations?.find((a) => a.type === 'skip')?.description,
        beside: (result.attachments ?? []).flatMap(besideOf),
        alone: `npx playwright test ${where} --project=${quoted(t.projectName)}`,
      };
    }),
  );
}

/** What lies beside a browser test that failed, a line each. */
function besideOf({ name, path: file, body }) {
  if (file) return [`${name}: ${relative(file)}`];
  const text = Buffer.from(body ?? '', 'base64')
    .toString('utf8')
    .trim()
    .split('\n');
  return text.slice(-3).map((line) => `${name}: ${line.slice(0, 200)}`);
}

const seconds = (ms) => `${(ms / 1000).toFixed(1)} s`;

/** Says what took longest, what was left out, and of what failed what was seen and how to try it alone; then the numbers. */
export function tellAll(tests, leftOut, closing) {
  const of = (status) => tests.filter((t) => t.status === status);
  const failed = of('failed');
  console.log('\nThe ten slowest:');
  for (const t of [...tests].sort((a, b) => b.ms - a.ms).slice(0, 10))
    console.log(`  ${seconds(t.ms).padStart(8)}  ${t.where}  ${t.title.slice(0, 90)}`);
  const skipped = of('skipped').map((t) => `${t.where} ${t.title}${t.why ? `: ${t.why}` : ''}`);
  for (const what of [...leftOut, ...skipped]) console.log(`Left out: ${what.slice(0, 160)}`);
  // Two of them fit into a window; the others are above, as they came.
  for (const t of failed.slice(0, 2)) {
    console.log(`\nFailed: ${t.title}\n  ${t.where}`);
    for (const line of gist(t.error, 5)) console.log(`  ${line.slice(0, 200)}`);
    for (const line of t.beside.slice(0, 6)) console.log(`  ${line}`);
    console.log(`  alone: ${t.alone}`);
  }
  for (const t of failed.slice(2, 8)) console.log(`Failed: ${t.where} ${t.title.slice(0, 100)}`);
  if (failed.length > 8) console.log(`and ${failed.length - 8} more`);
  console.log('');
  for (const line of closing) console.log(line);
  console.log(`${of('passed').length} passed, ${failed.length} failed, ${of('skipped').length} skipped`);
}

/** A runner's own last words. */
export const closingOf = (said) =>
  plain(said)
    .split('\n')
    .filter((line) => /^\s+(Test Files|Tests|Duration)\s|^\s+\d+ (passed|failed|skipped|did not run)/.test(line))
    .slice(-4);
