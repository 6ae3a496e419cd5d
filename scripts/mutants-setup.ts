import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, expect } from 'vitest';

/** Which wrong change is on, and which are come across: written down for each file of tests. */
const on = Number(process.env.MUTANT ?? -1);
const met = new Set<number>();
Object.assign(globalThis, {
  mutant: (k: number) => {
    met.add(k);
    return k === on;
  },
});

const folder = process.env.MUTANTS_MET;
let file = '';
beforeAll(() => {
  file = path.relative(process.cwd(), expect.getState().testPath ?? '');
});
afterAll(() => {
  if (folder)
    writeFileSync(path.join(folder, `${file.replaceAll('/', '+')}.json`), JSON.stringify({ file, met: [...met] }));
});
