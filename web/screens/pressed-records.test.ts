// @vitest-environment jsdom
import { pressEverything } from '../test/presses.test.support.ts';
import { page } from '../test/shared-page.test.support.ts';

const newestRun = async () => {
  const { items } = await (await page.request.get('/api/runs')).json();
  return `/log/${items[0].id}`;
};

pressEverything(page, 'records.txt', {
  // What is put into it later is told with its time.
  '/bin': {},
  '/records': {},
  '/records/moves': {},
  '/records/moves/Goblet%20squat?squad=Heron': {},
  '/people': {},
  '/log': {},
  'a run of the log': { at: newestRun },
});
