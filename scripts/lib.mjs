// Shared by the scripts; only Node built-ins, since it runs before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
const STAMPS = path.join(ROOT, 'node_modules', '.odd-round');

export function say(text) {
  console.log(`\u2022 ${text}`);
}

/** What is taking its time says so every half minute, by a process of its own: this one waits for the command. */
function sayingHowFar(what, work) {
  const code = `setInterval(() => console.error('  ' + process.argv[1] + ': ' + Math.round(performance.now() / 1000) + ' s so far'), 30000)`;
  const clock = spawn(process.execPath, ['-e', code, what], { stdio: ['ignore', 'ignore', 'inherit'] });
  try {
    return work();
  } finally {
    clock.kill();
  }
}

/** Runs a command in the package folder, its output shown; ends the script with its exit code when it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (result.error) {
    console.error(`${command}: ${result.error.message}`);
    process.exit(1);
  }
  if (result.status !== 0) process.exit(result.status ?? 1);
}

/** Runs commands at the same time, each a title, a command and its arguments; what they say comes whole, one after the other. */
export async function runTogether(...commands) {
  const ended = commands.map(
    ([title, command, args]) =>
      new Promise((done) => {
        const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
        let said = '';
        for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => (said += piece));
        child.on('error', (error) => done({ title, status: 1, said: `${command}: ${error.message}` }));
        child.on('close', (status) => done({ title, status: status ?? 1, said }));
      }),
  );
  for (const { title, status, said } of await Promise.all(ended)) {
    say(title);
    process.stdout.write(said);
    if (status !== 0) process.exit(status);
  }
}

/** The path of a command that a package brings along. */
export function bin(name) {
  return path.join(ROOT, 'node_modules', '.bin', name);
}

/** Starts a command that stays; signals to this script are passed on, and its end ends the script. */
export function stay(command, args, options = {}) {
  const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code, signal) => process.exit(signal ? 0 : (code ?? 0)));
  return child;
}

function hashOf(files) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(path.relative(ROOT, file)).update('\0').update(readFileSync(file)).update('\0');
  return hash.digest('hex');
}

function filesUnder(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const full = path.join(folder, entry.name);
    return entry.isDirectory() ? filesUnder(full) : [full];
  });
}

/** Whether something was done for these files as they are, and a way to note that it is. */
function stampOf(name, files) {
  const stamp = path.join(STAMPS, name);
  const hash = hashOf(files);
  return {
    isDone: existsSync(stamp) && readFileSync(stamp, 'utf8') === hash,
    note() {
      mkdirSync(STAMPS, { recursive: true });
      writeFileSync(stamp, hash);
    },
  };
}

/** Installs the packages when the lock file has changed since the last time. */
export function ensureInstalled(tell = say) {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Odd Round needs Node 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const stamp = stampOf('installed', [path.join(ROOT, 'package-lock.json')]);
  if (stamp.isDone && existsSync(path.join(ROOT, 'node_modules', '.package-lock.json'))) return;
  tell('Installing packages (once, about a minute)');
  sayingHowFar('packages', () =>
    run('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error'], { stdio: ['ignore', 2, 2] }),
  );
  stamp.note();
}

const PARTS = ['core', 'server', 'bin', 'web'];

/** Builds what has changed since the last time, all parts or only those named, what runs on the server beside what runs in a browser. */
export async function ensureBuilt(tell = say, parts = PARTS) {
  // All stand on the package in `figure`.
  const sources = ['figure', ...parts]
    .flatMap((folder) => filesUnder(path.join(ROOT, folder)))
    .filter((file) => !file.startsWith(path.join(ROOT, 'figure', 'dist')))
    .filter((file) => !/\.test\.(support\.)?tsx?$/.test(file) && statSync(file).isFile());
  const config = ['package-lock.json', 'vite.config.ts', 'vite.home.config.ts', 'tsconfig.base.json'].map((f) =>
    path.join(ROOT, f),
  );
  const products = {
    core: 'figure/dist/index.js',
    server: 'dist/server/main.js',
    bin: 'dist/bin/cli.js',
    web: 'dist/home/home.js',
  };
  const here = () => parts.every((p) => !products[p] || existsSync(path.join(ROOT, products[p])));
  const stamp = stampOf(`built-${parts.join('-')}`, [...sources.sort(), ...config]);
  if (stamp.isDone && here()) return;
  tell('Building');
  const building = (name, ...args) =>
    new Promise((done) => spawn(bin(name), args, { cwd: ROOT, stdio: ['ignore', 2, 2] }).on('close', done));
  const pages = (config) => building('vite', 'build', '--config', config, '--logLevel', 'warn');
  const codes = await Promise.all([
    building('tsc', '-b', ...parts.filter((p) => p !== 'web')),
    ...(parts.includes('web') ? [pages('vite.config.ts'), pages('vite.home.config.ts')] : []),
  ]);
  if (codes.some((code) => code !== 0)) process.exit(1);
  stamp.note();
}

/** Installs a package of Debian's where this is a Debian and this user may; gives whether it did. */
function installFromDebian(name) {
  const apt = process.getuid?.() === 0 ? ['apt-get'] : ['sudo', '-n', 'apt-get'];
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const does = (...args) =>
    spawnSync(apt[0], [...apt.slice(1), ...args], { env, stdio: ['ignore', 2, 2] }).status === 0;
  return sayingHowFar(
    name,
    () => does('update', '-qq') && does('install', '-y', '-qq', '--no-install-recommends', name),
  );
}

const POSTGRES = '/usr/lib/postgresql';

/** Whether there is a PostgreSQL server for the tests; Debian's package is installed where there is none. */
export function ensurePostgres() {
  // A version that was removed may leave its folder behind.
  const here = () =>
    existsSync(POSTGRES) && readdirSync(POSTGRES).some((v) => existsSync(path.join(POSTGRES, v, 'bin/initdb')));
  if (here()) return true;
  say("Installing PostgreSQL from Debian's packages (once, for the tests)");
  installFromDebian('postgresql');
  if (!here()) say('There is no PostgreSQL here, and it cannot be installed: the tests that need one are left out.');
  return here();
}

/** Finds Chromium, installing Debian's package where there is none; gives its path. Ends the script where there is none to be had. */
export function ensureChromium() {
  // The shell is the same engine without windows: a fifth less to do.
  const names = ['chromium-headless-shell', 'chromium', 'chromium-browser', 'google-chrome'];
  const candidates = [process.env.CHROMIUM, ...names.map((name) => `/usr/bin/${name}`)];
  const found = () => candidates.find((file) => file && existsSync(file));
  if (!found()) {
    say("Installing Chromium from Debian's packages (once)");
    if (!installFromDebian(names[0])) installFromDebian(names[1]);
  }
  const chromium = found();
  if (chromium) return chromium;
  console.error(
    'The browser tests need Chromium, and it could not be installed here. Install Chromium or Chrome, set CHROMIUM to its path where it is in another place than usual, and try again; or go on without them: npm test -- --without-browser',
  );
  process.exit(1);
}
