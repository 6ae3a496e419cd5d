// @vitest-environment jsdom
import { pressEverything } from '../test/presses.test.support.ts';
import { page } from '../test/shared-page.test.support.ts';

pressEverything(page, 'series.txt', {
  '/series': {},
  '/series/series-lunchtime': {},
});
