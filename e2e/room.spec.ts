import type { Plan } from '../core/class/index.ts';
import { roomClass } from '../core/test/room.ts';
import { putPlan } from './support/lead.ts';
import { expect, type Page, test } from './support/test.ts';

async function open(page: Page, id: string): Promise<void> {
  await putPlan(page.request, roomClass(id));
  await page.goto(`/classes/${id}`);
  await page.getByRole('link', { name: 'Room', exact: true }).click();
}
const stored = async (page: Page, id: string) =>
  ((await (await page.request.get(`/api/plans/${id}`)).json()) as { plan: Plan }).plan;
const station = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^Station \\d, ${name}`) });

test('a room is drawn, stations are set out, moved by keys and by hand, and the troubles are told', async ({
  page,
}) => {
  await open(page, 'room-drawn');
  await page.getByRole('button', { name: 'Draw the room' }).first().click();
  await page.getByRole('tab', { name: 'Room' }).click();
  await page.getByRole('button', { name: 'A corner left out' }).click();
  await page.getByLabel('Wide', { exact: true }).fill('26');
  await page.getByLabel('Wide', { exact: true }).press('Enter');
  await page.getByLabel('Deep', { exact: true }).fill('16,5');
  await page.getByLabel('Deep', { exact: true }).press('Enter');
  await expect(page.getByRole('group', { name: 'Room, 26 by 16.5 m' })).toBeVisible();
  // Bad input stays and is marked.
  await page.getByLabel('Wide', { exact: true }).fill('900');
  await page.getByLabel('Wide', { exact: true }).press('Enter');
  await expect(page.getByLabel('Wide', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Wide', { exact: true }).press('Escape');
  await page.getByRole('button', { name: 'Post' }).click();
  await expect(page.getByRole('button', { name: /^Post: 12.8 m from the left/ })).toBeVisible();

  await page.getByRole('tab', { name: 'Places' }).click();
  await page.getByRole('button', { name: 'Set the stations out' }).click();
  await expect(page.getByText('This is the shortest round.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'The walk' }).getByRole('listitem')).toHaveCount(4);

  // By keys: half a metre, with Shift 10 cm.
  const swing = station(page, 'Kettlebell swing');
  const at = async () => Number(/: ([\d.]+) m from the left/.exec((await swing.getAttribute('aria-label')) ?? '')?.[1]);
  const before = await at();
  const inward = before > 13 ? 'ArrowLeft' : 'ArrowRight';
  const sign = before > 13 ? -1 : 1;
  await swing.focus();
  await page.keyboard.press(inward);
  await page.keyboard.press(`Shift+${inward}`);
  expect(await at()).toBeCloseTo(before + sign * 0.6, 5);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  expect(await at()).toBeCloseTo(before, 5);

  // By hand: onto the neighbour, which is too near.
  const from = (await swing.locator('rect').boundingBox())!;
  const to = (await station(page, 'Box step-up').locator('rect').boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 2 + 30, to.y + to.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect(
    page.getByText(/^Kettlebell swing and Box step-up are .* apart; for 13 at each they want/),
  ).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  expect((await stored(page, 'room-drawn')).layout).toMatchObject({ shape: 'corner', widthM: 26, depthM: 16.5 });

  // The checks of the class say it too, and mend it.
  await page.getByRole('link', { name: 'Sheet' }).click();
  await page.getByRole('button', { name: /^Checks: \d+$/ }).click();
  await expect(
    page.getByRole('complementary', { name: 'Checks' }).getByText('Kettlebell swing and Box step-up are'),
  ).toBeVisible();
});
