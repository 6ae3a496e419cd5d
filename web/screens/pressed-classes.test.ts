// @vitest-environment jsdom
import { pressEverything } from '../test/presses.test.support.ts';
import { page } from '../test/shared-page.test.support.ts';

pressEverything(page, 'classes.txt', {
  '/classes/first-light/rehearse': { leaveOut: /^Play/, keys: ['ArrowLeft', 'ArrowRight', 'Shift+ArrowRight', '2'] },
  '/': { keys: ['Control+k', '?', 'n', '/'] },
  '/classes/first-light': {},
  '/classes/slipway/room': { leaveOut: /m from the left/ },
  '/classes/first-light/ready': { leaveOut: /^To the desk/ },
});
