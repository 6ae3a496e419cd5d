// @vitest-environment jsdom
import { pressEverything } from '../test/presses.test.support.ts';
import { page } from '../test/shared-page.test.support.ts';

pressEverything(page, 'classes.txt', {
  '/': { keys: ['Control+k', '?', 'n', '/'] },
  '/classes/first-light': {},
  '/classes/first-light/compare': {},
  '/classes/slipway/room': {},
  '/classes/first-light/ready': {},
  '/classes/first-light/rehearse': { keys: [' ', 'ArrowLeft', 'ArrowRight', 'Shift+ArrowRight', '2'] },
});
