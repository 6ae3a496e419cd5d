import type { Plan } from '../core/class/index.ts';
import { circuit, planOf, stations, TONES_ALONE } from '../core/test/build.ts';
import { leadClass } from './support/lead.ts';
import { type BrowserContext, expect, type Page, test } from './support/test.ts';

/*
 * What was done comes back: on the desk the next time, in the class itself, and over the weeks.
 */

const plan = (id: string, more: Partial<Plan> = {}, restS = 20): Plan => ({
  ...planOf({
    ...circuit(
      stations(2, (x, k) =>
        k === 0 ? { ...x, move: 'Goblet squat', reps: { count: 10, per: 'total' }, weightKg: 12 } : x,
      ),
      2,
      restS,
      2,
    ),
    id: 'main',
  }),
  id,
  title: id,
  countInMs: 0,
  cueLevels: TONES_ALONE,
  ...more,
});

/** A squad's phone: joined by its code. */
async function phoneOf(page: Page, context: BrowserContext, runId: string, squad: string): Promise<Page> {
  const { squad: code } = await (await page.request.post(`/api/runs/${runId}/codes`)).json();
  const phone = await context.newPage();
  await phone.setViewportSize({ width: 390, height: 844 });
  await phone.goto(`/squad/${code}/${squad}`);
  return phone;
}

test('reps and weights of two squads: entered live, completed at the close, corrected the day after, a target the next time', async ({
  page,
  context,
}) => {
  const id = 'carried';
  await page.request.put('/api/people/person-of-test', { data: { name: '44', squad: 'Teal' } });
  const runId = await leadClass(page, plan(id, { squads: ['Heron', 'Teal'] }, 300));
  const phone = await phoneOf(page, context, runId, 'Teal');
  await expect(phone.getByTestId('phase-word')).toHaveText('Rest');
  // The squad by itself, then one of its people, by the number they go by.
  await phone.getByLabel('Reps at Goblet squat').fill('14');
  await phone.getByLabel(/^Weight/).fill('12');
  await phone.getByRole('button', { name: 'Send' }).click();
  await expect(phone.getByText('14 at Goblet squat sent to the desk.')).toBeVisible();
  await phone.getByRole('button', { name: /Count for yourself alone/ }).click();
  await phone.getByLabel(/your name or number/).fill('45');
  const reps = phone.getByLabel(/^Reps at/);
  // By the phone's own keys, as people type; whether the club knows a name is told to nobody.
  await reps.pressSequentially('8');
  await reps.press('Enter');
  await expect(phone.getByText(/^45: 8 at .* sent to the desk/)).toBeVisible();
  await phone.getByLabel(/your name or number/).fill('44');
  await reps.pressSequentially('9');
  await reps.press('Enter');
  await expect(phone.getByText(/^44: 9 at .* sent to the desk/)).toBeVisible();

  await page.bringToFront();
  await page.keyboard.press('c');
  const pad = page.getByRole('dialog', { name: /^Reps: Goblet squat, round 1/ });
  const who = pad.getByRole('region', { name: 'Who is it?' });
  await expect(who.getByText('45: 8 at Goblet squat, round 1, from a phone of Teal')).toBeVisible();
  await who.getByRole('button', { name: 'Leave it out' }).click();
  await expect(who).toHaveCount(0);
  await expect(pad.getByRole('button', { name: /^Teal\W+14$/ })).toBeVisible();
  await pad.getByRole('button', { name: 'Heron' }).click();
  // The weight is that of the class until another is typed.
  await expect(pad.getByRole('textbox', { name: /Weight/ })).toHaveValue('12 kg');
  await pad.getByRole('textbox', { name: /Weight/ }).fill('16');
  await pad.getByRole('button', { name: '1', exact: true }).click();
  await pad.getByRole('button', { name: '2', exact: true }).click();
  await pad.getByRole('button', { name: /^Effort, note/ }).click();
  await pad.getByRole('button', { name: 'Effort 8' }).click();
  await pad.getByRole('textbox', { name: 'note' }).fill('left hip stiff, 2 short');
  await pad.getByRole('button', { name: 'Keep' }).click();
  await expect(pad.getByRole('button', { name: /^Heron\W+12$/ })).toBeVisible();
  // They were Heron's: the fields stay open for Teal, empty, and have Heron's when Heron is asked for again.
  await expect(pad.getByRole('textbox', { name: 'note' })).toHaveValue('');
  await pad.getByRole('button', { name: 'Heron' }).click();
  await expect(pad.getByRole('textbox', { name: 'note' })).toHaveValue('left hip stiff, 2 short');
  await expect(pad.getByRole('button', { name: 'Effort 8' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Escape');
  // The rests are skipped, the sets are done.
  for (const next of ['Rest', 'Rest', null]) {
    await page.keyboard.press('ArrowRight');
    if (next) await expect(page.getByTestId('phase-word')).toHaveText(next);
  }

  // Close: the second round is missing.
  const counts = page.getByRole('region', { name: 'Reps and weights' });
  await expect(counts.getByText(/still missing/)).toBeVisible();
  const cell = (row: string, who: string) =>
    counts.getByRole('textbox', { name: new RegExp(`^Goblet squat, .*${row}: ${who}$`) });
  await cell('round 2', 'Heron').fill('11 x 16');
  await cell('round 2', 'Heron').press('Tab');
  await cell('round 2', 'Teal').fill('a dozen');
  await cell('round 2', 'Teal').press('Tab');
  await expect(counts.getByText('“a dozen” cannot be read')).toBeHidden();
  await expect(cell('round 2', 'Teal')).toHaveAttribute('aria-invalid', 'true');
  await cell('round 2', 'Teal').fill('13');
  await cell('round 2', 'Teal').press('Enter');
  await expect(counts.getByText(/still missing/)).toHaveCount(0);
  await phone.getByRole('button', { name: '8', exact: true }).click();
  await expect(phone.getByText('8 of 10 is written down for 44.')).toBeVisible();
  await phone.close();
  await page.getByRole('combobox', { name: 'Heron' }).selectOption('6');
  await page.getByRole('textbox', { name: 'For next time' }).fill('Heavier bells for Heron');
  await page.keyboard.press('Tab');

  // The day after, in the record: Heron's first round was 13.
  await page.getByRole('button', { name: 'Done: see the record' }).click();
  await expect(page.getByText(/said 1 of the people/)).toBeVisible();
  const written = page.getByRole('region', { name: 'Reps and weights' });
  const first = written.getByRole('textbox', { name: /^Goblet squat, .*round 1: Heron$/ });
  await expect(first).toHaveValue('12 × 16 kg, effort 8, left hip stiff, 2 short');
  await first.fill('13 x 16, effort 8, left hip stiff');
  // The server does not take it at first: what was typed is written with one press.
  await page.route('**/api/runs/*/events', (route) => route.abort(), { times: 1 });
  await first.press('Enter');
  await page.getByRole('button', { name: 'Write it again' }).click();
  await written.getByText('1 corrected').click();
  await expect(
    written.getByText(
      /Heron: 12 × 16 kg, effort 8, left hip stiff, 2 short became 13 × 16 kg, effort 8, left hip stiff,/,
    ),
  ).toBeVisible();
  await expect(page.getByRole('region', { name: 'Reps, set by set' })).toContainText('paced too fast');

  // The next time: beside the class, at Ready, on the desk.
  await page.goto(`/classes/${id}?panel=last`);
  const lastTime = page.getByRole('region', { name: 'What was written down' });
  await expect(lastTime).toContainText('Heavier bells for Heron');
  await expect(lastTime).toContainText('left hip stiff Goblet squat, Heron');
  await expect(lastTime).toContainText('13 × 16 kg, 11 × 16 kg');
  await page.getByRole('button', { name: 'Lead this class' }).click();
  await expect(page.getByRole('region', { name: 'The last time' })).toContainText('Heavier bells for Heron');
  await page.getByRole('button', { name: 'To the desk' }).click();
  await expect(page.getByTestId('last-time')).toHaveText('last time Heron 13 × 16 kg, Teal 14 × 12 kg');
  await page.keyboard.press(' ');
  await expect(page.getByTestId('phase-word')).toHaveText('Work');
  await page.keyboard.press('c');
  await pad.getByRole('button', { name: 'Heron' }).click();
  await expect(pad.getByText('last time 13 × 16 kg · to reach 13')).toBeVisible();
  await expect(pad.getByRole('textbox', { name: /Weight/ })).toHaveValue('16 kg');
});
