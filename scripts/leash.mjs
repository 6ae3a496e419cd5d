// Holds a program on a leash: `node scripts/leash.mjs [--group] FILE [ARGUMENTS…]` runs a script of Node in this process, `--run
// COMMAND …` another program beside it. The other end is the pipe on standard input: when whoever holds it is gone, killed too, so
// is the program, with --group all of its process group.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { pathToFileURL } from 'node:url';

const [flag, ...rest] = process.argv.slice(2);
const isGroup = flag === '--group';
let letGo = () => process.kill(isGroup ? -process.pid : process.pid, 'SIGKILL');

if (flag === '--run') {
  const [command, ...args] = rest;
  const { LEASH_UID: uid, LEASH_GID: gid } = process.env;
  const as = uid ? { uid: Number(uid), gid: Number(gid) } : {};
  const child = spawn(command, args, { ...as, stdio: ['ignore', 'inherit', 'inherit'] });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGQUIT']) process.on(signal, () => child.kill(signal));
  child.on('error', () => process.exit(127));
  child.on('exit', (code) => process.exit(code ?? 1));
  letGo = () => child.kill('SIGKILL');
}
for (const ended of ['end', 'error']) process.stdin.on(ended, () => letGo());
process.stdin.resume();
// What is left to do, not the leash, keeps the program going.
process.stdin.unref?.();

if (flag !== '--run') {
  const [file, ...args] = isGroup ? rest : [flag, ...rest];
  process.argv.splice(1, process.argv.length, path.resolve(file), ...args);
  await import(pathToFileURL(path.resolve(file)).href);
}
