// @vitest-environment jsdom
import { expect, it } from 'vitest';
import type { Plan } from '../../core/plan/index.ts';
import { circuit, planOf, s, stations } from '../../core/test/build.ts';
import { leadClass, TONES_ALONE, withScreens } from '../test/screens.test.support.tsx';

const page = withScreens();

it('finish by: options with their ends, applied with one key and taken back', async () => {
  const plan: Plan = {
    ...planOf({ ...circuit(stations(3), 40, 20, 4, { roundBreakMs: s(90) }), id: 'main' }),
    cueLevels: TONES_ALONE,
    id: 'live-finish',
    title: 'Finish measure',
    countInMs: 1000,
    slot: { start: null, lengthMs: s(840) },
  };
  // 4 × (120 + 40) + 3 × 90 = 910 s in a slot of 840: 70 s too late, seen at once.
  const runId = await leadClass(page, plan);
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
  const { events } = await (await page.request.get(`/api/runs/${runId}`)).json();
  expect(events.map((e: { type: string }) => e.type)).toEqual(['start', 'replan', 'undo']);
});
