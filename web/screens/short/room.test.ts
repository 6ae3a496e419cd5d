import { expect, it } from 'vitest';
import { roomClass } from '../../../core/test/room.ts';
import { type Page, put } from '../../test/screens.test.support.tsx';
import { page } from '../../test/shared-page.test.support.ts';

async function open(page: Page, id: string): Promise<void> {
  await put(roomClass(id));
  await page.goto(`/classes/${id}`);
  await page.getByRole('link', { name: 'Room', exact: true }).click();
}
const station = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^Station \\d, ${name}`) });

it('Delete takes a thing away; the room of another class is taken over with its things', async () => {
  await open(page, 'room-taken');
  await page.getByLabel('Take the room of another class').selectOption({ label: 'Slipway, Boat bay' });
  await expect(page.getByRole('group', { name: 'Room, 24 by 12 m' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Station/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Post:/ })).toHaveCount(2);
  await page
    .getByRole('button', { name: /^Post:/ })
    .first()
    .focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: /^Post:/ })).toHaveCount(1);
  await page.getByRole('tab', { name: 'Places' }).click();
  await page.getByRole('button', { name: 'Place Front plank' }).click();
  await station(page, 'Front plank').focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: 'Place Front plank' })).toBeVisible();
});

it('groups, every change, and the kit that is short with what could stand in', async () => {
  await open(page, 'room-groups');
  await page.getByRole('tab', { name: 'Groups' }).click();
  await page.getByLabel('Squads, apart by commas').fill('Heron, Teal, Curlew, Plover, Dunlin');
  await page.getByLabel('Squads, apart by commas').blur();
  const groups = page.getByRole('region', { name: 'Groups' }).getByRole('listitem');
  await expect(groups).toHaveCount(4);
  await expect(groups.nth(0)).toContainText('Heron and Dunlin');
  await expect(groups.nth(0)).toContainText('13');
  const rows = page.getByRole('region', { name: 'Rotation' }).locator('tbody tr');
  await expect(rows).toHaveCount(12);
  // Second change: everybody one station on.
  await expect(rows.nth(1).locator('td').nth(1)).toHaveText('2');
  await expect(rows.nth(1).locator('td').nth(4)).toHaveText('1');
  await page.getByRole('tab', { name: 'Kit' }).click();
  // Thirteen at the ropes, two to one: seven wanted of six. Thirteen bells of eighteen, thirteen mats of thirty, seven boxes.
  await expect(page.getByText('For 52 people 1 × mooring rope is missing.')).toBeVisible();
  await expect(page.getByText('Could stand in: two wet towels.')).toBeVisible();
});
