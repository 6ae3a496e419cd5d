// @vitest-environment jsdom
import { pressEverything } from '../test/presses.test.support.ts';
import { page } from '../test/shared-page.test.support.ts';

pressEverything(page, 'library.txt', {
  '/moves?move=Goblet%20squat': { within: 'aside' },
  '/kit': {},
  '/music': {},
  '/settings': { leaveOut: /passphrase/i },
  '/help': {},
});
