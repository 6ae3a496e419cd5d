import { type PostgresServer, postgresHere, startPostgres } from '../server/test/postgres-server.ts';
import { leadFollowed } from './support/followed.ts';
import type { OwnServer } from './support/server.ts';
import { expect, ownServer, test } from './support/test.ts';

test.skip(postgresHere() === null, 'there is no PostgreSQL here');

let postgres: PostgresServer;
let first: OwnServer;
let second: OwnServer;
test.beforeAll(async () => {
  postgres = await startPostgres();
  const env = { DATABASE_URL: await postgres.database('classes') };
  first = ownServer(env);
  second = ownServer(env);
  // Together: one of them brings the database up to date, the other waits for it.
  await Promise.all([first.start(), second.start()]);
});
test.afterAll(async () => {
  await first?.kill();
  await second?.kill();
  await postgres?.stop();
});

test('two servers on one PostgreSQL: the desk on one, wall and remote on the other, and either may go', async ({
  browser,
}) => {
  const context = await browser.newContext({ baseURL: first.url });
  const desk = await context.newPage();
  const codes = await leadFollowed(desk, 'two-servers');
  const runId = desk.url().split('/').at(-1);
  const wall = await context.newPage();
  await wall.goto(`${second.url}/wall/${codes.wall}`);
  await expect(wall.getByTestId('phase-word')).toHaveText('Work');

  await desk.bringToFront();
  await desk.keyboard.press('ArrowRight');
  await expect(wall.getByTestId('phase-word')).toHaveText('Rest');
  const remote = await context.newPage();
  await remote.goto(`${second.url}/remote/${codes.remote}`);
  await remote.getByRole('button', { name: 'Skip' }).click();
  await expect(desk.getByTestId('phase-word')).toHaveText('Work');
  await expect(wall.getByTestId('phase-word')).toHaveText('Work');
  const left = async (page: typeof desk) => Number(await page.getByTestId('remaining').getAttribute('data-ms'));
  await expect.poll(async () => Math.abs((await left(desk)) - (await left(wall)))).toBeLessThan(400);

  // The desk's server goes: the wall runs on. It comes back: what the desk did meanwhile is at the wall.
  await first.kill();
  await desk.bringToFront();
  await desk.keyboard.press('ArrowRight');
  await expect(desk.getByText('1 kept here, not on the server yet')).toBeVisible();
  await expect(wall.getByTestId('phase-word')).toHaveText('Work');
  await first.start();
  await expect(desk.getByText('Saved', { exact: true })).toBeVisible();
  await expect(wall.getByTestId('phase-word')).toHaveText('Rest');

  for (const server of [first, second]) {
    const { events } = await (await desk.request.get(`${server.url}/api/runs/${runId}`)).json();
    expect(events.map((e: { type: string }) => e.type)).toEqual(['start', 'skip', 'skip', 'skip']);
  }
  await context.close();
});

test('a class saved on one server is there on the other, and two saves of one text are told apart', async ({
  request,
}) => {
  const list = async (server: OwnServer) => (await (await request.get(`${server.url}/api/plans`)).json()).items;
  const [stored] = (await list(first)).filter((s: { plan: { id: string } }) => s.plan.id === 'slack-water');
  const put = (server: OwnServer, title: string) =>
    request.put(`${server.url}/api/plans/slack-water`, {
      data: { plan: { ...stored.plan, title }, baseVersion: stored.version },
    });
  const answers = await Promise.all([put(first, 'Slack Water, one'), put(second, 'Slack Water, two')]);
  expect(answers.map((a) => a.status()).sort()).toEqual([200, 409]);
  const titles = await Promise.all([first, second].map(async (s) => (await list(s))[0].plan.title));
  expect(new Set(titles).size).toBe(1);
});
