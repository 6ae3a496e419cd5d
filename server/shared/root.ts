import { existsSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of the package, wherever the code runs from (sources or build). */
export const ROOT = findRoot(path.dirname(fileURLToPath(import.meta.url)));

function findRoot(from: string): string {
  if (existsSync(path.join(from, 'package.json'))) return from;
  const parent = path.dirname(from);
  if (parent === from) throw new Error('package.json not found above the server code');
  return findRoot(parent);
}
