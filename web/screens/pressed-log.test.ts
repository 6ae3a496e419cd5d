// @vitest-environment jsdom
import { pressEverything } from '../test/presses.test.support.ts';
import { page } from '../test/shared-page.test.support.ts';

const newestRun = async () => {
  const { items } = await (await page.request.get('/api/runs')).json();
  return `/log/${items[0].id}`;
};

pressEverything(page, 'log.txt', {
  '/log': {},
  'a run of the log': { at: newestRun },
});
