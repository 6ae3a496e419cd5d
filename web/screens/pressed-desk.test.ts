// @vitest-environment jsdom
import { circuit, planOf, s, stations, TONES_ALONE } from '../../core/test/build.ts';
import { pressEverything } from '../test/presses.test.support.ts';
import { ledElsewhere, put } from '../test/screens.test.support.tsx';
import { page } from '../test/shared-page.test.support.ts';

const plan = (id: string) => ({
  ...planOf({
    ...circuit(
      stations(3, (x, k) => ({
        ...x,
        move: ['Rope slam', 'Press-up', 'Band row'][k] ?? '',
        formCues: ['Tall'],
        easier: ['Step it'],
        reps: { count: 10 + k, per: 'total' as const },
        ...(k === 0 ? { weightKg: 12 } : {}),
      })),
      60,
      20,
      3,
      { roundBreakMs: s(30) },
    ),
    id: 'main',
    use: 'stations' as const,
  }),
  cueLevels: TONES_ALONE,
  id,
  title: 'Pressed',
  countInMs: 1000,
  heads: 7,
  squads: ['Heron', 'Teal', 'Curlew'],
});

const followed = async () =>
  ledElsewhere(await put(plan('pressed-followed')), [11, { type: 'start' }], [0, { type: 'pause' }]);

pressEverything(page, 'desk.txt', {
  'a wall': { at: async () => `/wall/${(await followed()).watch}` },
  'a station': { at: async () => `/station/${(await followed()).watch}/1` },
  'a squad': { at: async () => `/squad/${(await followed()).squad}/Heron` },
  'a remote': { at: async () => `/remote/${(await followed()).remote}`, byName: true, leaveOut: /^Resume/ },
});
