import { expect, it } from 'vitest';
import type { Plan } from '../../../core/class/index.ts';
import { block, circuit, format, planOf, s, stations, TONES_ALONE } from '../../../core/test/build.ts';
import { expectTold, ledElsewhere, put } from '../../test/screens.test.support.tsx';
import { page } from '../../test/shared-page.test.support.ts';

/*
 * Who follows a class that a desk somewhere leads: wall, station, squad, remote, camera.
 */

const plan = (id: string, more: Partial<Plan> = {}): Plan => ({
  ...planOf({
    ...circuit(
      stations(3, (x, k) => ({ ...x, move: ['Rope slam', 'Press-up', 'Band row'][k] ?? '', formCues: ['Tall'] })),
      60,
      20,
      3,
      { roundBreakMs: s(30) },
    ),
    use: 'stations',
    id: 'main',
  }),
  cueLevels: TONES_ALONE,
  id,
  title: 'Followed',
  countInMs: 1000,
  heads: 7,
  squads: ['Heron', 'Teal', 'Curlew'],
  ...more,
});

it('a class at stations, paused in its first set: who is where, and what each can do', async () => {
  const followed = await put(plan('followed-paused'));
  // A second of count-in and ten of work are over.
  const led = await ledElsewhere(followed, [11, { type: 'start' }], [0, { type: 'pause' }]);
  await page.goto(`/wall/${led.watch}`);
  // 3 × (3 × 60 + 2 × 20) + 2 × 30 = 720 s, ten of them gone.
  await expectTold(page.locator('body'), [
    'Paused: Main',
    'PausedRound 1 of 3, set 1 of 911:50 to the end',
    'Main',
    '50',
    '1Rope slamHeron',
    '2Press-upTeal',
    '3Band rowCurlew',
    '(Sound from here)',
  ]);
  await page.goto(`/station/${led.watch}/1`);
  await expectTold(page.locator('body'), [
    'Paused',
    'Paused50',
    'station 1 of 3',
    'Rope slam',
    '<How Rope slam is done>',
    'here: Heron, 3 people',
    'then Curlew',
    'Tall',
  ]);
  await page.goto(`/squad/${led.squad}`);
  await expectTold(page.locator('body'), ['Paused', 'Paused50', 'Which squad?', 'Heron', 'Teal', 'Curlew']);
  await page.goto(`/squad/${led.squad}/Heron`);
  await expectTold(page.locator('body'), [
    'Paused',
    'Paused50',
    'Heron',
    'Rope slam',
    'thenPress-up',
    'Reps at Rope slam',
    '[Reps at Rope slam: ]',
    '[Weight, in kg unless said: ]',
    '(Send, off)',
    '(For Heron. Count for yourself alone)',
  ]);
  await page.goto(`/remote/${led.remote}`);
  await expectTold(page.locator('body'), [
    'Paused',
    'Paused50',
    'Main',
    'nextRotate',
    '(Resume)',
    '(Back)',
    '(Skip)',
    '(−10 s)',
    '(+10 s)',
    '(Hold)',
    '(Undo)',
    '(One more round)',
    '(One more interval)',
  ]);
  await page.goto(`/camera/${led.watch}?show=time,move,side,round,next`);
  await expectTold(page.locator('body'), ['50Paused · Round 1 of 3, set 1 of 9Mainnext Rotate']);
  // What was not chosen is not laid over the picture.
  await page.goto(`/camera/${led.watch}?show=time`);
  await expectTold(page.locator('body'), ['50']);
});

it('a change of stations: everybody is told where to go', async () => {
  const followed = await put(plan('followed-rest'));
  const led = await ledElsewhere(followed, [66, { type: 'start' }], [0, { type: 'pause' }]);
  await page.goto(`/wall/${led.watch}`);
  // The first set of 60 s is over, five of the twenty to the next as well.
  await expect(page.getByTestId('remaining')).toHaveText('15');
  await expect(page.getByTestId('move')).toHaveText('Rotate');
  await page.goto(`/squad/${led.squad}/Teal`);
  await expect(page.getByTestId('next')).toContainText('Band row');
  await page.goto(`/station/${led.watch}/2`);
  // Who was at the first station comes to the second.
  await expect(page.getByText(/Heron/).first()).toBeVisible();
  // In a rest no move is under way.
  await page.goto(`/camera/${led.watch}?show=time,move`);
  await expectTold(page.locator('body'), ['15']);
});

it('a class together: the set, its side and its reps, and that it is over', async () => {
  const together = planOf({
    ...circuit(
      stations(2, (x, k) =>
        k === 0
          ? { ...x, move: 'Reverse lunge', sides: { mode: 'split', first: 'left' }, reps: { count: 8, per: 'side' } }
          : { ...x, move: 'Press-up' },
      ),
      40,
      20,
      2,
    ),
    id: 'main',
  });
  const followed = await put({ ...plan('followed-together'), blocks: together.blocks });
  const led = await ledElsewhere(followed, [11, { type: 'start' }], [0, { type: 'pause' }]);
  await page.goto(`/wall/${led.watch}`);
  await expect(page.getByTestId('move')).toHaveText('Reverse lunge');
  await expect(page.getByTestId('side').first()).toHaveText('left');
  await expect(page.getByTestId('reps')).toHaveText('8 a side');
  await expect(page.getByTestId('next')).toHaveText('Press-up');
  await expect(page.getByTestId('remaining')).toHaveText('30');

  await page.goto(`/remote/${led.remote}`);
  await expect(page.getByRole('button', { name: 'Resume' })).toBeVisible();
  const finish = { id: 'finish-of-together', seq: 3, type: 'finish', atMs: Date.now() };
  await page.request.post(`/api/runs/${led.runId}/events`, { data: { events: [finish] } });
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
  await expect(page.getByRole('button')).toHaveCount(0);
});

it('groups at stations see their own side, whichever the clock counts', async () => {
  const list = stations(3, (x, k) => (k === 1 ? { ...x, sides: { mode: 'split', first: 'right' } } : x));
  const spread = planOf({ ...circuit(list, 60, 20, 2), use: 'stations', id: 'main' });
  for (const [id, ranS, side] of [
    ['followed-right', 11, 'right'],
    ['followed-left', 41, 'left'],
  ] as const) {
    const followed = await put({ ...plan(id), blocks: spread.blocks });
    const led = await ledElsewhere(followed, [ranS, { type: 'start' }], [0, { type: 'pause' }]);
    await page.goto(`/station/${led.watch}/2`);
    await expect(page.getByTestId('side')).toHaveText(side);
    await page.goto(`/station/${led.watch}/1`);
    await expect(page.getByTestId('remaining')).toBeVisible();
    await expect(page.getByTestId('side')).toHaveCount(0);
  }
});

it('a complex: where each squad goes on, and its place sent to the desk', async () => {
  const complex = planOf({
    ...block(format('windows', { onMs: s(60), offMs: s(30), count: 2 }), [
      { id: 'g', move: 'Goblet squat', sides: { mode: 'none' }, reps: { count: 10, per: 'total' } },
      { id: 'b', move: 'Band row', sides: { mode: 'none' }, reps: { count: 8, per: 'side' } },
    ]),
    id: 'main',
  });
  const followed = await put({ ...plan('followed-complex'), blocks: complex.blocks });
  const led = await ledElsewhere(followed, [11, { type: 'start' }], [0, { type: 'pause' }]);
  await page.goto(`/squad/${led.squad}/Heron`);
  await expect(page.getByRole('list', { name: 'The complex' }).getByRole('listitem')).toHaveText([
    '10 Goblet squat',
    '8 a side Band row',
  ]);
  await page.getByRole('button', { name: 'Band row' }).click();
  await page.getByRole('button', { name: 'left' }).click();
  await page.getByLabel('Stopped in Band row after').fill('7');
  await expect(page.getByRole('button', { name: 'Send' })).not.toBeDisabled();
});

it('a code that opens nothing says so, typed and in an address', async () => {
  await page.goto('/join');
  await page.getByLabel('The code on the desk').fill('zzzzzz');
  await page.getByRole('button', { name: 'Follow' }).click();
  await expect(page.getByRole('alert')).toContainText('This code opens nothing');
  await page.goto('/wall/ACDEFH');
  await expect(
    page.getByText('This code opens nothing now: the class is not being led, or the code is mistyped.'),
  ).toBeVisible();
});
