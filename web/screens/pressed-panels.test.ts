// @vitest-environment jsdom
import { pressEverything } from '../test/presses.test.support.ts';
import { page } from '../test/shared-page.test.support.ts';

const panels = ['checks', 'order', 'swap', 'ends', 'balance', 'kit', 'cues', 'music', 'last', 'tell'];

pressEverything(
  page,
  'panels.txt',
  Object.fromEntries(
    panels.map((panel) => [`/classes/slack-water?panel=${panel}`, { within: 'aside', leaveOut: /WAV|track/i }]),
  ),
);
