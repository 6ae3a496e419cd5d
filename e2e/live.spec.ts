import type { Plan } from '../core/plan/index.ts';
import { type RunEvent, recordsOf } from '../core/run/index.ts';
import { block, circuit, format, planOf, s, stations } from '../core/test/build.ts';
import { putPlan, TONES_ALONE, toDesk } from './support/lead.ts';
import { expect, type Page, test } from './support/test.ts';

const SHORT = {
  cueLevels: TONES_ALONE,
} as const;

async function lead(page: Page, plan: Plan): Promise<string> {
  await putPlan(page.request, plan);
  await page.goto(`/classes/${plan.id}`);
  await toDesk(page);
  await page.getByTestId('move').waitFor();
  await page.keyboard.press(' ');
  return page.url().split('/').at(-1) ?? '';
}

const phase = (page: Page) => page.getByTestId('phase-word');
const record = async (page: Page, runId: string) =>
  (await (await page.request.get(`/api/runs/${runId}`)).json()) as { plan: Plan; events: RunEvent[]; status: string };

test('reps, beats, a held break and an AMRAP are led to the end; reps are entered while the clock runs', async ({
  page,
}) => {
  const named = (...names: string[]) =>
    names.map((move, k) => ({ id: `x${k}`, move, sides: { mode: 'none' as const } }));
  const plan: Plan = {
    ...planOf(
      {
        ...block(
          format('reps', { rounds: 2, reps: 2, restMs: s(4), roundBreakMs: 0, secondsPerRep: 1 }),
          named('Goblet squat'),
        ),
        id: 'reps',
        breakAfter: { ms: s(2), untilTap: true },
      },
      { ...block(format('beats', { bpm: 180, counts: 8 }), named('March on the spot')), id: 'beats' },
      { ...block(format('amrap', { capMs: s(5) }), named('Press-up', 'Band row')), id: 'amrap' },
    ),
    ...SHORT,
    id: 'live-mixed',
    title: 'Live measure',
    countInMs: 1000,
    squads: ['Heron', 'Teal'],
  };
  const runId = await lead(page, plan);
  await expect(phase(page)).toHaveText('Work');
  // The set waits for the instructor, past its estimate.
  await expect(page.getByTestId('remaining')).toHaveText('tap', { timeout: 8000 });
  await page.keyboard.press('ArrowRight');
  await expect(phase(page)).toHaveText('Rest');
  await page.keyboard.press('c');
  await expect(page.getByRole('dialog', { name: 'Reps: Goblet squat, round 1' })).toBeVisible();
  await page.keyboard.type('14');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Heron' }).click();
  await page.getByRole('button', { name: '9', exact: true }).click();
  await page.getByRole('button', { name: 'Keep' }).click();
  // The next squad is up; the clock has gone on under the pad.
  await expect(page.getByRole('button', { name: 'Teal' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Escape');
  await expect(phase(page)).toHaveText('Work');
  await page.keyboard.press('ArrowRight');
  await expect(phase(page)).toHaveText('Break');
  await expect(page.getByTestId('remaining')).toHaveText('tap');
  await page.keyboard.press(' ');
  await expect(page.getByTestId('move')).toContainText('March on the spot');
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible({ timeout: 30_000 });
  await expect.poll(async () => (await record(page, runId)).status).toBe('finished');
  const { reps } = recordsOf((await record(page, runId)).events);
  expect(reps.map((r) => [r.stationId, r.round, r.squad, r.count])).toEqual([
    ['x0', 1, null, 14],
    ['x0', 1, 'Heron', 9],
  ]);
});

test('one more round, drop a round, swap, hold, note and undo, each by one key, and the record holds them', async ({
  page,
}) => {
  const plan: Plan = {
    ...planOf({
      ...circuit(
        stations(2, (x, k) => ({ ...x, move: k ? 'Band row' : 'Press-up', easier: ['Wall press-up'] })),
        40,
        20,
        2,
      ),
      id: 'main',
    }),
    ...SHORT,
    id: 'live-keys',
    title: 'Keys measure',
    countInMs: 1000,
  };
  const runId = await lead(page, plan);
  await expect(phase(page)).toHaveText('Work');
  await expect(page.getByText('Round 1 of 2')).toBeVisible();
  await page.keyboard.press('r');
  await expect(page.getByText('Round 1 of 3')).toBeVisible();
  await page.keyboard.press('d');
  await expect(page.getByText('Round 1 of 2')).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByText('Round 1 of 3')).toBeVisible();
  await page.keyboard.press('s');
  await page.getByRole('dialog').getByRole('button', { name: 'Wall press-up' }).click();
  await expect(page.getByTestId('move')).toContainText('Wall press-up');
  await page.keyboard.press('n');
  await page.getByRole('button', { name: 'Rest too short' }).click();
  await page.keyboard.press('h');
  await expect(page.getByRole('button', { name: /Let go/ })).toBeVisible();
  await page.keyboard.press('h');
  await page.keyboard.press('l');
  await expect(page.locator('main')).toHaveClass(/rotate-180/);
  await page.reload();
  await expect(page.locator('main')).toHaveClass(/rotate-180/);
  await page.keyboard.press('l');
  await expect(page.getByTestId('move')).toContainText('Wall press-up');
  await expect(page.getByText('Round 1 of 3')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const { events } = await record(page, runId);
  expect(events.map((e) => e.type)).toEqual(['start', 'rounds', 'rounds', 'undo', 'swap', 'note', 'hold', 'release']);
});

test('finish by: options with their ends, applied with one key and taken back', async ({ page }) => {
  const plan: Plan = {
    ...planOf({ ...circuit(stations(3), 40, 20, 4, { roundBreakMs: s(90) }), id: 'main' }),
    ...SHORT,
    id: 'live-finish',
    title: 'Finish measure',
    countInMs: 1000,
    slot: { start: null, lengthMs: s(840) },
  };
  // 4 × (120 + 40) + 3 × 90 = 910 s in a slot of 840: 70 s too late, seen at once.
  const runId = await lead(page, plan);
  await page.getByRole('button', { name: /over the slot: see what could give/ }).click();
  const sheet = page.getByRole('dialog', { name: 'Finish by' });
  await expect(sheet.getByRole('status')).toContainText('1:11 too late');
  await expect(sheet.getByRole('button', { name: /breaks down to 1:06/ })).toBeVisible();
  await page.keyboard.press('1');
  await expect(sheet).toHaveCount(0);
  await expect(page.getByText(/before the slot ends/)).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByText(/over the slot/).first()).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const { events } = await record(page, runId);
  expect(events.map((e) => e.type)).toEqual(['start', 'replan', 'undo']);
});

test('words are recorded with the microphone, trimmed, heard, and take the place of the synthetic ones', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['microphone']);
  const plan: Plan = {
    ...planOf({ ...circuit(stations(2), 30, 20, 1), id: 'main' }),
    id: 'live-record',
    title: 'Own voice',
  };
  await putPlan(page.request, plan);
  await page.goto(`/classes/${plan.id}?panel=cues`);
  const panel = page.getByRole('complementary', { name: 'Cues' });
  await panel.getByText(/^All sentences/).click();
  await panel.getByRole('button', { name: 'Record Half way' }).click();
  const dialog = page.getByRole('dialog', { name: 'Record “Half way”' });
  await dialog.getByRole('button', { name: 'Record', exact: true }).click();
  // The pretended microphone beeps once a second.
  await page.waitForFunction(
    (until) => performance.now() > until,
    (await page.evaluate(() => performance.now())) + 2500,
  );
  await dialog.getByRole('button', { name: 'Stop' }).click();
  await dialog.getByRole('slider', { name: 'from' }).press('ArrowRight');
  await dialog.getByRole('button', { name: 'Use it' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(panel.getByRole('button', { name: 'yours: drop' })).toBeVisible();
  const list = await (await page.request.get(`/api/speech/recordings?plan=${plan.id}`)).json();
  expect(list).toEqual([{ planId: plan.id, words: 'Half way', ms: expect.any(Number) }]);
  await panel.getByRole('button', { name: 'yours: drop' }).click();
  await expect(panel.getByRole('button', { name: 'yours: drop' })).toHaveCount(0);
});
