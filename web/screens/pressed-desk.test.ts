// @vitest-environment jsdom
import { ledClass } from '../test/led-class.test.support.ts';
import { pressEverything } from '../test/presses.test.support.ts';
import { ledElsewhere, put } from '../test/screens.test.support.tsx';
import { page } from '../test/shared-page.test.support.ts';

const plan = ledClass('stations', {
  id: 'pressed-followed',
  title: 'Pressed',
  countInMs: 1000,
  squads: ['Heron', 'Teal', 'Curlew'],
});
const followed = async () => ledElsewhere(await put(plan), [11, { type: 'start' }], [0, { type: 'pause' }]);

pressEverything(page, 'desk.txt', {
  'a wall': { at: async () => `/wall/${(await followed()).watch}` },
  'a station': { at: async () => `/station/${(await followed()).watch}/1` },
  'a squad': { at: async () => `/squad/${(await followed()).squad}/Heron` },
  'a remote': { at: async () => `/remote/${(await followed()).remote}`, byName: true, leaveOut: /^Resume/ },
});
