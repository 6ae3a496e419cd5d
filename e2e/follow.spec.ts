import { FULL } from './support/attack.ts';
import { leadFollowed } from './support/followed.ts';
import { expect, test } from './support/test.ts';

test('the wall says who is where; the remote asks and the desk does; a squad sends its reps', async ({
  page,
  context,
}) => {
  const codes = await leadFollowed(page, 'follow-roles');
  const wall = await context.newPage();
  await wall.goto(`/wall/${codes.wall}`);
  await expect(wall.getByTestId('move')).toHaveText('Main');
  const rows = wall.getByRole('list', { name: 'Who is where' }).getByRole('listitem');
  await expect(rows.nth(0)).toContainText('Heron');
  await expect(rows.nth(1)).toContainText('Teal');
  const remote = await context.newPage();
  await remote.goto(`/remote/${codes.remote}`);
  await remote.getByRole('button', { name: 'Skip' }).click();
  await expect(page.getByTestId('phase-word')).toHaveText('Rest');
  await expect(wall.getByTestId('move')).toHaveText('Rotate');
  await remote.getByRole('button', { name: 'Skip' }).click();
  // One station on: Heron is at the press-ups, and so on.
  await expect(page.getByTestId('phase-word')).toHaveText('Work');
  await expect(rows.nth(1)).toContainText('Heron');
  await expect(rows.nth(0)).toContainText('Curlew');
  await remote.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByTestId('phase-word')).toHaveText('Paused');
  await expect(wall.getByTestId('phase-word')).toHaveText('Paused');
  const squad = await context.newPage();
  await squad.goto(`/squad/${codes.squad}`);
  await squad.getByRole('link', { name: 'Heron' }).click();
  await expect(squad.getByRole('heading', { name: 'Press-up' })).toBeVisible();
  await squad.getByLabel('Reps at Press-up').fill('17');
  await squad.getByRole('button', { name: 'Send' }).click();
  await expect(squad.getByRole('status').last()).toHaveText('17 at Press-up sent to the desk.');
  const runId = page.url().split('/').at(-1);
  await expect
    .poll(async () => {
      const { events } = await (await page.request.get(`/api/runs/${runId}`)).json();
      return events
        .filter((e: { type: string }) => e.type === 'reps')
        .map((e: { squad: string; count: number }) => [e.squad, e.count]);
    })
    .toEqual([['Heron', 17]]);
});

if (FULL)
  test('a following screen goes on alone while the server is out of reach, and catches up', async ({
    page,
    context,
    server,
  }) => {
    const codes = await leadFollowed(page, 'follow-offline');
    const other = await context.browser()!.newContext();
    const wall = await other.newPage();
    await wall.goto(`${server.url}/wall/${codes.wall}`);
    await expect(wall.getByTestId('phase-word')).toHaveText('Work');
    await other.setOffline(true);
    const before = Number(await wall.getByTestId('remaining').getAttribute('data-ms'));
    await expect
      .poll(async () => Number(await wall.getByTestId('remaining').getAttribute('data-ms')))
      .toBeLessThan(before - 1500);
    await page.keyboard.press('ArrowRight');
    await expect(page.getByTestId('phase-word')).toHaveText('Rest');
    await other.setOffline(false);
    await expect(wall.getByTestId('phase-word')).toHaveText('Rest');
    await other.close();
  });
