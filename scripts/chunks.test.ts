import { existsSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import { CHUNKS, chunkGroups } from './chunks.ts';

const isThere = (begins: string) =>
  begins.endsWith('/')
    ? existsSync(begins)
    : readdirSync(path.dirname(begins)).some((file) => file.startsWith(path.basename(begins)));

it('every path of a chunk leads to a module: one that was moved takes its place along', () => {
  expect(CHUNKS.flatMap(({ paths }) => paths.filter((p) => !isThere(p)))).toEqual([]);
});

it('a module is of the first chunk that it fits, and of none but by its whole path', () => {
  const chunkOf = (id: string) => chunkGroups('/here').find(({ test }) => test(id))?.name;
  expect(
    [
      '/here/node_modules/react-dom/client.js',
      '/here/core/voice/cues/said.ts',
      '/here/core/voice/cues/place.ts',
      '/here/figure/draw.ts',
      '/here/web/plan/moves/figure/x.ts',
      '/there/core/time/run/state.ts',
    ].map(chunkOf),
  ).toEqual(['react', 'stage', 'sound', 'figure', undefined, undefined]);
});
