// @vitest-environment jsdom
import { pressEverything } from '../test/presses.test.support.ts';
import { page } from '../test/shared-page.test.support.ts';

pressEverything(page, 'records.txt', {
  // What is put into it later is told with its time.
  '/bin': {},
  '/records': {},
  '/records/moves': {},
  '/records/moves/Goblet%20squat?squad=Heron': {},
  '/people': {},
});
