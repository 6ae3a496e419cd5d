import { format } from 'date-fns';
import { expect, it } from 'vitest';
import { backupWords, browserWords, sizeWords, sumWords } from './words.ts';

it('says sizes as a person would', () => {
  expect([0, 999, 1000, 24_583, 9_950_000, 84_194_471_936].map(sizeWords)).toEqual([
    '0 bytes',
    '999 bytes',
    '1.0 KB',
    '25 KB',
    '9.9 MB',
    '84 GB',
  ]);
});

it('counts what an instructor knows, and leaves out what is not there', () => {
  expect(sumWords({ plan: 1, run: 2, run_event: 1, setting: 4, recording: 0 })).toBe('1 class, 2 runs, 1 entry');
  expect(sumWords({})).toBe('0 classes');
});

it('tells why and when a backup was made from its name', () => {
  const when = format(new Date('2026-11-25T03:00:05Z'), 'EEE d MMM yyyy, HH:mm');
  expect(backupWords('odd-round-nightly-20261125-030005.zip')).toBe(`Nightly, ${when}`);
  expect(backupWords('odd-round-before-0005-20261125-030005.zip')).toBe(`Before an update, ${when}`);
  expect(backupWords('odd-round-before-restore-20261125-030005.zip')).toBe(`Before a restore, ${when}`);
  expect(backupWords('holiday.zip')).toBe('holiday.zip');
});

it('names a browser and its device, or says that it does not know', () => {
  const phone =
    'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/130.0 Mobile Safari/537.36';
  expect(browserWords(phone)).toBe('Chrome on Android');
  expect(browserWords('Mozilla/5.0 (X11; Linux x86_64; rv:130.0) Gecko/20100101 Firefox/130.0')).toBe(
    'Firefox on Linux',
  );
  expect(browserWords('curl/8.0')).toBe('Unknown browser');
});
