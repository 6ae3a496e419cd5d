// @vitest-environment jsdom
import { expect, it, vi } from 'vitest';
import type { Plan, Station } from '../../core/class/index.ts';
import { writeRunFile } from '../../core/out/index.ts';
import { block, circuit, format, planOf, s, stations, TONES_ALONE } from '../../core/test/build.ts';
import { type RunEvent, recordsOf } from '../../core/time/index.ts';
import { leadClass, type Page, put, toDesk, withScreens } from '../test/screens.test.support.tsx';

/*
 * The desk: a class led, closed and kept, with its keys.
 */

const page = withScreens();

const plan = (id: string, more: Partial<Plan> = {}): Plan => ({
  ...planOf({ ...circuit(stations(2), 600, 60, 3, { roundBreakMs: s(60) }), id: 'main' }),
  cueLevels: TONES_ALONE,
  id,
  title: id,
  countInMs: 1000,
  ...more,
});
const hold = (page: Page, name: RegExp) => page.getByRole('button', { name }).click({ delay: 1200 });
const SHORT = { cueLevels: TONES_ALONE } as const;
const named = (move: string, more: Partial<Station> = {}): Station => ({
  id: move.replace(/\W/g, ''),
  move,
  sides: { mode: 'none' },
  ...more,
});

async function lead(page: Page, plan: Plan): Promise<string> {
  await put(plan);
  await page.goto(`/classes/${plan.id}`);
  await toDesk(page);
  await page.keyboard.press(' ');
  return page.url().split('/').at(-1) ?? '';
}

const phase = (page: Page) => page.getByTestId('phase-word');
const record = async (page: Page, runId: string) =>
  (await (await page.request.get(`/api/runs/${runId}`)).json()) as { plan: Plan; events: RunEvent[]; status: string };

it('the same by mouse, in at most 20 actions beside the typing', async () => {
  let actions = 0;
  const click = async (name: string | RegExp, role: 'button' | 'link' | 'textbox' | 'combobox' = 'button') => {
    actions += 1;
    await page.getByRole(role, { name, exact: typeof name === 'string' }).click();
  };
  await page.goto('/');
  await click('New class');
  await click('Empty round sheet');
  await expect(page.getByRole('textbox', { name: 'Class title' })).toBeFocused();
  await page.keyboard.insertText('Mouse tide');
  await click('People expected', 'textbox');
  await page.keyboard.insertText('12');
  await click('Add a station to Main', 'combobox');
  // A list of names is pasted at once, as from a message.
  const names = ['Kettlebell swing', 'Press-up', 'Squat', 'Plank', 'Step-up', 'Band row'];
  for (const name of names) {
    await page.keyboard.insertText(name);
    await page.keyboard.press('Enter');
  }
  await click('Warm-up');
  await click('Cool-down');
  await click('Kit');
  await click(/^kettlebell for this class/, 'textbox');
  await page.keyboard.insertText('6');
  await click('Close');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await click('Lead this class');
  await click('To the desk');
  await click(/^Start/);
  await click(/^More/);
  actions += 1;
  await hold(page, /^Finish now/);
  await click(/^Done/);
  await click('Log', 'link');
  await expect(page.getByRole('link', { name: /Mouse tide/ })).toBeVisible();
  expect(actions).toBeLessThanOrEqual(20);
});

it('what is written down at the close stands in the record, is changed there, and a trial counts for nothing', async () => {
  await leadClass(page, plan('closed', { heads: 9 }));
  await page.keyboard.down('e');
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
  await page.keyboard.up('e');
  await page.getByRole('button', { name: '9, as planned' }).click();
  await page.getByRole('button', { name: 'One fewer' }).click();
  await expect(page.getByText('8 came')).toBeVisible();
  await page.getByRole('button', { name: '7', exact: true }).click();
  await page.getByRole('textbox', { name: 'For next time' }).fill('Bring the long rope');
  // The record, asked for while the last words are still on their way, has them too.
  const { fetch } = globalThis;
  vi.stubGlobal('fetch', async (input: string, init: RequestInit) => {
    if (init.method === 'POST') await new Promise((done) => setTimeout(done, 500));
    return fetch(input, init);
  });
  await page.getByRole('button', { name: /^Done/ }).click();
  const close = page.getByRole('region', { name: 'At the close' });
  await expect(close.getByRole('textbox', { name: 'People who came' })).toHaveValue('8');
  await expect(close.getByRole('button', { name: '7', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await expect(close.getByRole('textbox', { name: 'For next time' })).toHaveValue('Bring the long rope');
  await close.getByRole('checkbox', { name: /trial/ }).check();
  await expect(page.getByRole('heading', { name: 'closed' })).toContainText('trial');
  await page.getByRole('link', { name: 'Log', exact: true }).first().click();
  await expect(page.getByRole('link', { name: /closed trial/ })).toContainText('8 came, 7 of 10');
  await page.goto('/');
  await expect(page.getByRole('link', { name: /^closed/ })).toContainText('never led');
});

it('a class and a run go into the bin and come back; a class in it is not brought to life by a save', async () => {
  const id = 'binned';
  await put(plan(id));
  await page.goto(`/classes/${id}`);
  await page.getByRole('textbox', { name: 'Class title' }).waitFor();
  await page.request.delete(`/api/plans/${id}`);
  await page.getByRole('textbox', { name: 'Class title' }).fill('Changed in the bin');
  await expect(page.getByText('This class is in the bin.')).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('list', { name: 'Classes' }).getByRole('link').first()).toBeVisible();
  await expect(page.getByRole('link', { name: /^binned / })).toHaveCount(0);
  await page.getByRole('link', { name: 'Bin' }).click();
  await expect(page.getByRole('list', { name: 'Classes in the bin' })).toContainText('binned');
  // Opened from there it can be looked at, and says where it is; brought back, it has what was changed.
  await page.getByRole('link', { name: 'binned' }).click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('link', { name: /^Changed in the bin/ })).toBeVisible();

  const runId = await leadClass(page, plan('binned-run'));
  await page.goto(`/log/${runId}`);
  await page.getByRole('button', { name: 'It ended with its last entry' }).click();
  await expect(page.getByText('finished', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Put it into the bin' }).click();
  await expect(page.getByText('This run is in the bin')).toBeVisible();
  await page.goto('/bin');
  await page.getByRole('button', { name: 'Bring binned-run back' }).click();
  await page.goto('/log');
  await expect(page.getByRole('link', { name: /binned-run/ })).toBeVisible();

  // A run that a desk gave as a file is read by the log.
  const { plan: led, events } = await (await page.request.get(`/api/runs/${runId}`)).json();
  const text = writeRunFile({ id: 'brought-in-by-file', plan: { ...led, title: 'Brought in' }, events });
  const file = { name: 'run.json', mimeType: 'application/json', buffer: Buffer.from(text) };
  await page.getByLabel('File of a run').setInputFiles(file);
  await expect(page.getByRole('heading', { name: 'Brought in', exact: true })).toBeVisible();
});

it('a note in a rest belongs to the set just done; what is typed at once is in it', async () => {
  const runId = await leadClass(page, {
    ...planOf(circuit(stations(2), 2, 60, 1)),
    ...SHORT,
    id: 'noted',
    title: 'Noted',
    countInMs: s(1),
  });
  await expect(page.getByTestId('phase-word')).toHaveText('Rest');
  await page.keyboard.press('n');
  await expect(page.getByRole('dialog', { name: 'Note on Move 1, round 1' })).toBeVisible();
  await page.keyboard.type('knees in');
  // Closed over it, the note is there when it is opened again.
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('knees in');
  await page.keyboard.press('Enter');
  const notes = async () => {
    const { events } = await (await page.request.get(`/api/runs/${runId}`)).json();
    return events.filter((e: { type: string }) => e.type === 'note');
  };
  await expect.poll(notes).toMatchObject([{ stationId: 's1', round: 1, text: 'knees in' }]);
});

it('reps, beats, a held break and an AMRAP are led to the end; reps are entered while the clock runs', async () => {
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
  await expect(page.getByTestId('remaining')).toHaveText('tap');
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
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
  await expect.poll(async () => (await record(page, runId)).status).toBe('finished');
  const { reps } = recordsOf((await record(page, runId)).events);
  expect(reps.map((r) => [r.stationId, r.round, r.squad, r.count])).toEqual([
    ['x0', 1, null, 14],
    ['x0', 1, 'Heron', 9],
  ]);
});

it('one more round, drop a round, swap, hold, note and undo, each by one key, and the record holds them', async () => {
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

it('finish by: options with their ends, applied with one key and taken back', async () => {
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

it('the screen is kept awake while a class is led, and asked for again when the page comes back', async () => {
  const asked: string[] = [];
  const wakeLock = {
    request: async (kind: string) => {
      asked.push(kind);
      return { release: async () => asked.push('released') };
    },
  };
  Object.defineProperty(navigator, 'wakeLock', { configurable: true, value: wakeLock });
  await leadClass(page, plan('awake'));
  await expect.poll(() => asked).toEqual(['screen']);
  document.dispatchEvent(new Event('visibilitychange'));
  await expect.poll(() => asked).toEqual(['screen', 'screen']);
  await page.keyboard.press('m');
  await hold(page, /^Finish now/);
  await expect.poll(() => asked).toContain('released');
});

it('lines and notes are typed where they belong and come on the desk at their time; reps show what there is to reach', async () => {
  const plan: Plan = {
    ...planOf({ ...circuit([named('Goblet squat'), named('Band row')], 30, 10, 2), id: 'b0' }),
    id: 'stage-script',
    title: 'Stage measure',
    countInMs: 1000,
  };
  await put(plan);
  await page.goto(`/classes/${plan.id}`);
  const main = page.getByRole('region', { name: 'Main', exact: true });
  await main.getByText('Notes, script, body and hands').click();
  await main.getByRole('textbox', { name: 'Main: notes' }).fill('Watch the grip');
  await main
    .getByRole('combobox', { name: 'Where a new line of Main belongs' })
    .selectOption({ label: 'Band row, round 1' });
  await main.getByRole('textbox', { name: 'A line of your own for Main' }).fill('Elbows to the pocket');
  await page.keyboard.press('Enter');
  await expect(main.getByText('Watch the grip · 1 line to say')).toBeVisible();
  // Led once, with a count, to its end; then again.
  const lead = async () => {
    await toDesk(page);
    await page.getByTestId('move').waitFor();
    await page.keyboard.press(' ');
    await expect(page.getByTestId('phase-word')).toHaveText('Work');
  };
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await lead();
  await expect(page.getByText('Watch the grip')).toBeVisible();
  await page.keyboard.press('c');
  await page.keyboard.type('14');
  await page.keyboard.press('Enter');
  // The one count there is: the pad is done.
  await expect(page.getByRole('dialog', { name: /^Reps/ })).toHaveCount(0);
  for (const word of ['Rest', 'Work']) {
    await page.keyboard.press('ArrowRight');
    await expect(page.getByTestId('phase-word')).toHaveText(word);
  }
  await expect(page.getByRole('list', { name: 'Your own lines' })).toHaveText('Elbows to the pocket');
  for (let k = 0; k < 5; k++) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`/classes/${plan.id}`);
  await lead();
  await page.keyboard.press('c');
  await expect(page.getByText('last time 14 · to reach 14')).toBeVisible();
});
