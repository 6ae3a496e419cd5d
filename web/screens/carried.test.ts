// @vitest-environment jsdom
import { expect, it } from 'vitest';
import type { Plan } from '../../core/class/index.ts';
import { addDays, mondayOf } from '../../core/record/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { eventsOf } from '../../core/test/events.ts';
import { type Page, put, toDesk, withScreens } from '../test/screens.test.support.tsx';

const page = withScreens();

/*
 * What was done comes back: on the desk the next time, in the class itself, and over the weeks.
 */

const plan = (id: string, more: Partial<Plan> = {}, restS = 20): Plan => ({
  ...planOf({
    ...circuit(
      stations(2, (x, k) =>
        k === 0 ? { ...x, move: 'Goblet squat', reps: { count: 10, per: 'total' }, weightKg: 12 } : x,
      ),
      4,
      restS,
      2,
    ),
    id: 'main',
  }),
  id,
  title: id,
  countInMs: 0,
  ...more,
});

it('the plan is made as it ran, each change by itself; what three runs did alike is proposed', async () => {
  const id = 'as-ran';
  await put(plan(id));
  // Work 4, rest 20 after the first station in either round; 6 s longer in each of three runs.
  for (const k of [1, 2, 3]) {
    const runId = `as-ran-run-${k}`;
    await page.request.post('/api/runs', { data: { id: runId, plan: plan(id) } });
    const events = eventsOf(
      [k * 90_000, { type: 'start' }],
      [k * 90_000 + 10, { type: 'adjust', deltaMs: 6000 }],
      [k * 90_000 + 64, { type: 'adjust', deltaMs: 6000 }],
      [k * 90_000 + 200, { type: 'finish' }],
      [k * 90_000 + 201, { type: 'close', came: 10 + k, effort: 6 }],
    );
    await page.request.post(`/api/runs/${runId}/events`, { data: { events } });
  }
  await page.goto('/log/as-ran-run-3');
  const asRan = page.getByRole('region', { name: 'Make the plan as it ran' });
  await asRan.getByRole('button', { name: 'Take over: 13 people' }).click();
  await expect(asRan.getByText('nothing left to change')).toBeVisible();
  expect((await (await page.request.get(`/api/plans/${id}`)).json()).plan.heads).toBe(13);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(asRan.getByRole('button', { name: 'Take over: 13 people' })).toBeVisible();

  await page.goto(`/classes/${id}?panel=last`);
  const alike = page.getByRole('region', { name: 'Always otherwise' });
  await expect(alike).toContainText('Rest after Goblet squat: 0:06 more');
  await expect(alike).toContainText('ran 0:06, 0:06, 0:06 long in the last 3 runs');
  // 4 × 4 of work and 3 × 20 of rest are 1:16; the rests after the first station are two.
  await expect(page.getByText('Total1:16')).toBeVisible();
  await alike.getByRole('button', { name: 'Make it so' }).click();
  await expect(page.getByText('Total1:28')).toBeVisible();
  await expect(alike).toHaveCount(0);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByText('Total1:16')).toBeVisible();
});

it('a series of eight weeks is made; one of it is moved by the keyboard, alone; the next class is on the first page', async () => {
  const id = 'series-base';
  await put(plan(id, { title: 'Ebb tide', slot: { start: null, lengthMs: 1_800_000 } }));
  await page.goto('/series');
  await page.getByRole('button', { name: 'New series' }).click();
  await page.getByRole('textbox', { name: 'Title' }).fill('Spring tides');
  await page.getByRole('list', { name: 'Other classes' }).getByRole('button', { name: 'Ebb tide' }).click();
  const preview = page.getByRole('table', { name: 'What it comes to' });
  await expect(preview.getByRole('row')).toHaveCount(8);
  await expect(preview.getByText('easy', { exact: true })).toHaveCount(2);
  await page.getByRole('button', { name: 'Put 8 classes into the calendar' }).click();
  await expect(page.getByRole('heading', { name: 'Spring tides' })).toBeVisible();
  await expect(page.getByText('8 weeks, 8 classes, 0 led')).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: '4 of 8' })).toContainText('easy');

  const today = new Intl.DateTimeFormat('en-CA').format(new Date());
  const thursday = addDays(mondayOf(addDays(today, 7)), 3);
  await page.goto(`/calendar?view=week&day=${thursday}`);
  const on = (day: string) => {
    const name = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' }).format(
      new Date(`${day}T12:00`),
    );
    return page.getByRole('region', { name: name.replace(',', ''), exact: true });
  };
  const card = (day: string) => on(day).getByRole('button', { name: /Ebb tide, 1 of 8/ });
  await card(thursday).press('Shift+ArrowLeft');
  await page.getByRole('dialog').getByRole('button', { name: 'This one', exact: true }).click();
  await expect(card(addDays(thursday, -1))).toBeVisible();
  await page.getByRole('button', { name: 'Later' }).click();
  // The second stays where it was.
  await expect(on(addDays(thursday, 7)).getByRole('button', { name: /Ebb tide, 2 of 8/ })).toBeVisible();
  // With all that follow: a day later.
  await on(addDays(thursday, 7))
    .getByRole('button', { name: /2 of 8/ })
    .click();
  await page.getByRole('textbox', { name: 'Day' }).fill(addDays(thursday, 8));
  await page.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('button', { name: 'This and all that follow' }).click();
  await expect(page.getByText('7 classes changed.')).toBeVisible();
  const { classes } = await (await page.request.get(`/api/series/${await seriesId(page, 'Spring tides')}`)).json();
  expect(classes.map((c: { day: string }) => c.day)).toEqual([
    addDays(thursday, -1),
    ...[1, 2, 3, 4, 5, 6, 7].map((k) => addDays(thursday, 7 * k + 1)),
  ]);

  // A class today: it is next on the first page, Ready one press away; on the wall it is the first of eight.
  await page.request.post('/api/calendar', {
    data: { put: [{ ...classes[0], day: today, time: '23:59' }], remove: [] },
  });
  await page.goto('/');
  const band = page.getByRole('region', { name: 'Today and next' });
  // What the demo has today may come before it.
  await expect(band).toContainText('Ebb tide');
  await page.goto(`/classes/${classes[0].planId}`);
  await expect(page.getByRole('link', { name: '1 of 8' })).toBeVisible();
  await toDesk(page);
  await expect(page.getByText('1 of 8')).toBeVisible();
});

async function seriesId(page: Page, title: string): Promise<string> {
  const all = await (await page.request.get('/api/series')).json();
  return all.find((s: { title: string }) => s.title === title).id;
}

it('runs of the log are narrowed, chosen and marked; a person is erased', async () => {
  await page.request.put('/api/people/person-to-erase', { data: { name: 'Cordgrass', squad: '' } });
  for (const k of [1, 2]) {
    const runId = `marked-run-${k}`;
    await page.request.post('/api/runs', { data: { id: runId, plan: plan('marked', { title: 'Marked' }) } });
    const events = eventsOf(
      [k * 10_000, { type: 'start' }],
      [
        k * 10_000 + 50,
        { type: 'reps', stationId: 's1', round: 1, squad: null, person: 'person-to-erase', count: 8 + k },
      ],
      [
        k * 10_000 + 60,
        { type: 'note', stationId: null, round: null, text: k === 1 ? 'Cordgrass was strong' : 'windy' },
      ],
      [k * 10_000 + 100, { type: 'finish' }],
    );
    await page.request.post(`/api/runs/${runId}/events`, { data: { events } });
  }
  await page.goto('/log');
  await page.getByRole('searchbox', { name: 'Search the log' }).fill('marked windy');
  const runs = page.getByRole('list', { name: 'Runs' });
  await expect(runs.getByRole('link')).toHaveCount(1);
  await runs.getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Trials', exact: true }).click();
  await expect(runs.getByText('trial', { exact: true })).toBeVisible();
  await page.getByRole('combobox', { name: 'Trials' }).selectOption('none');
  await expect(page.getByText('No run fits')).toBeVisible();

  await page.goto('/people/person-to-erase');
  await expect(page.getByRole('region', { name: 'Best and last' })).toContainText('Goblet squat');
  await page.getByRole('button', { name: 'Erase', exact: true }).click();
  await expect(page.getByRole('group', { name: 'Notes with the word' })).toContainText('Cordgrass was strong');
  await page.getByRole('button', { name: 'Choose all 1' }).click();
  await page.getByRole('button', { name: 'Erase Cordgrass and the name in 1 note' }).click();
  await expect(page.getByText('Cordgrass is erased, and the name is out of 1 note.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Cordgrass was strong')).toBeVisible();
  await page.getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Erase Cordgrass and the name in 1 note' }).click();
  await page.getByRole('link', { name: 'Done: leave it erased' }).click();
  await page.goto('/log/marked-run-1');
  await expect(page.getByText('someone was strong')).toBeVisible();
  await expect(page.getByText('Cordgrass')).toHaveCount(0);
});
