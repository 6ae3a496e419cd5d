import { expect, it, vi } from 'vitest';
import { circuit, planOf, s, stations } from '../../../core/test/build.ts';
import { eventsOf, T0 } from '../../../core/test/events.ts';
import { advance, foldRun, type RunCommand } from '../../../core/time/index.ts';
import { mediaCommand } from './use-media-keys.ts';

vi.mock('../session/index.ts', () => ({}));

const plan = {
  ...planOf(
    { ...circuit(stations(2), 30, 10, 1), breakAfter: { ms: s(10), untilTap: true } },
    circuit(stations(1), 30, 0, 1),
  ),
  countInMs: 0,
};
const at = (seconds: number, ...events: [number, RunCommand][]) =>
  advance(foldRun(plan, eventsOf([0, { type: 'start' }], ...events)), T0 + seconds * 1000);

it('media keys lead a class: pause holds what runs, play goes on with what stands, never the other way round', () => {
  expect([mediaCommand('pause', at(5)), mediaCommand('play', at(5))]).toEqual([{ type: 'pause' }, null]);
  const paused = at(9, [5, { type: 'pause' }]);
  expect([mediaCommand('pause', paused), mediaCommand('play', paused)]).toEqual([null, { type: 'resume' }]);
  // Work, rest, work end at 70 s; the break is held from 80 s on.
  expect([mediaCommand('play', at(85)), mediaCommand('nexttrack', at(85)), mediaCommand('nexttrack', at(5))]).toEqual([
    { type: 'release' },
    { type: 'release' },
    { type: 'skip' },
  ]);
  expect([mediaCommand('previoustrack', at(41)), mediaCommand('previoustrack', at(20))]).toEqual([
    { type: 'back' },
    { type: 'restart' },
  ]);
});
