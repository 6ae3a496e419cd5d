import { fireEvent } from '@testing-library/dom';
import { expect, it, vi } from 'vitest';
import { newLayout, type Plan } from '../../../core/class/index.ts';
import { block, circuit, format, planOf, s, stations } from '../../../core/test/build.ts';
import { useLibrary } from '../../base/index.ts';
import type { Page } from '../../test/screens.test.support.tsx';
import { page } from '../../test/shared-page.test.support.ts';

/*
 * What is entered is never lost, never silently changed and never drawn wrong: each thing that once was, tried as an
 * instructor would do it.
 */

const total = (page: Page) => page.getByTestId('total');
const saved = (page: Page) => expect(page.getByText('Saved', { exact: true })).toBeVisible();
const stored = async (page: Page, id: string): Promise<Plan> =>
  (await (await page.request.get(`/api/plans/${id}`)).json()).plan;

let made = 0;
async function save(page: Page, plan: Plan, baseVersion = 0): Promise<Plan> {
  const answer = await page.request.put(`/api/plans/${plan.id}`, { data: { plan, baseVersion } });
  expect(answer.status()).toBe(200);
  return plan;
}
const named = (title: string, plan: Plan): Plan => ({ ...plan, id: `model-${++made}-${Date.now()}`, title });

async function openText(page: Page, text: string): Promise<void> {
  const plan = await save(page, named('Text', planOf()));
  await page.goto(`/classes/${plan.id}?view=text`);
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText(text);
}
const problems = (page: Page) => page.getByRole('list', { name: 'Not understood' });

/** A class with something in it that no shorthand says, and much that belongs to a move. */
const rich = (): Plan => {
  const own = stations(2, (x, k) =>
    k === 0
      ? {
          ...x,
          move: 'Goblet squat',
          weightKg: 16,
          lowImpact: 'Box squat',
          sayAs: 'Goblets',
          formCues: ['Mind the oars'],
          cueLevels: { nextUp: 'off' },
          cells: [{ round: 2, swap: { move: 'Press-up' } }],
        }
      : x,
  );
  const main = { ...circuit(own, 40, 20, 3), id: 'main' };
  return {
    ...planOf(main),
    layout: { ...newLayout(), spots: own.map((x, k) => ({ blockId: 'main', stationId: x.id, x: 2 + k, y: 2 })) },
    accepted: [{ key: 'missingSides:main:s2', text: 'As meant' }],
    notes: 'Mind the tide',
  };
};

it('a comment in the text, and the pencil with nothing changed, leave the class as it was', async () => {
  const plan = await save(page, named('Kept', rich()));
  await page.goto(`/classes/${plan.id}?view=text`);
  await page.locator('.cm-content').click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('# bring the long ropes');
  await saved(page);
  expect(await stored(page, plan.id)).toEqual(plan);
  // The comment is there again, and goes when it is taken back.
  await page.reload();
  await expect(page.locator('.cm-content')).toContainText('# bring the long ropes');
  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  await page.getByRole('button', { name: 'All of Goblet squat', exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'Goblet squat in shorthand' })).toHaveValue(
    /16 kg.*round 2 do Press-up/,
  );
  await page.keyboard.press('Enter');
  await saved(page);
  expect(await stored(page, plan.id)).toEqual(plan);
});

it('a copy of a class names its own stations; what is removed leaves nothing behind', async () => {
  const plan = await save(page, named('Copied', rich()));
  await page.goto('/');
  await page
    .getByRole('button', { name: `Duplicate ${plan.title}` })
    .first()
    .click();
  await expect.poll(() => page.url()).toMatch(/\/classes\/(?!model)/);
  const copy = await stored(page, page.url().split('/').at(-1) ?? '');
  const [main] = copy.blocks;
  expect(copy.layout?.spots.map((x) => [x.blockId, x.stationId])).toEqual(main!.stations.map((x) => [main!.id, x.id]));
  expect(copy.accepted?.[0]?.key).toBe(`missingSides:${main!.id}:${main!.stations[1]!.id}`);
  // The tools of a row find their place when the library is there.
  await page.getByRole('button', { name: /^Move 2: not known/ }).waitFor();
  await page.getByRole('textbox', { name: 'Name of station 2' }).hover();
  await page.getByRole('button', { name: 'Remove Move 2' }).click();
  await saved(page);
  const after = await stored(page, copy.id);
  expect([after.layout?.spots.length, after.accepted]).toEqual([1, undefined]);
});

it('the history says what changed in words, and a text can be named', async () => {
  const plan = await save(page, named('Told', rich()));
  await save(page, { ...plan, layout: { ...plan.layout!, widthM: 20 }, notes: 'Mind the wind' }, 1);
  await page.goto(`/classes/${plan.id}/compare`);
  const row = page.getByRole('list', { name: 'Earlier texts' }).getByRole('listitem').first();
  await expect(row).toContainText('Room plan changed');
  await row.getByRole('button', { name: /^1 / }).click();
  const told = page.getByRole('list', { name: 'Differences' });
  await expect(told).toContainText('Room plan changed');
  await expect(told).toContainText('Notes Mind the tide \u2192 Mind the wind');
  await row.getByRole('button', { name: 'Name version 1' }).click();
  await page.getByRole('textbox', { name: 'Name of version 1' }).fill('As at the boathouse');
  await page.keyboard.press('Enter');
  await expect(row).toContainText('As at the boathouse');
});

it('a station renamed has nothing of the old move, says so, and undo brings it back', async () => {
  const plan = await save(page, named('Renamed', rich()));
  await page.goto(`/classes/${plan.id}`);
  const name = page.getByRole('textbox', { name: 'Name of station 1' });
  await name.fill('Plank');
  await name.press('Enter');
  await expect(
    page.getByText('Plank: with Goblet squat went its weight, how it is said, low-impact move.'),
  ).toBeVisible();
  await saved(page);
  const [station] = (await stored(page, plan.id)).blocks[0]!.stations;
  // The cue the instructor wrote is theirs; so are the round with another move, and the cue levels of the place.
  expect(station).toEqual({
    id: 's1',
    move: 'Plank',
    sides: { mode: 'none' },
    formCues: ['Mind the oars'],
    cueLevels: { nextUp: 'off' },
    cells: [{ round: 2, swap: { move: 'Press-up' } }],
  });
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await saved(page);
  expect(await stored(page, plan.id)).toEqual(plan);
});

it('on the sheet /20 is the rest, and a row or a column taken by its head is all of it', async () => {
  const plan = await save(page, named('Sheet', planOf(circuit(stations(3), 40, 15, 3))));
  await page.goto(`/classes/${plan.id}`);
  // 9 × 40 + 8 × 15 = 480 s
  await expect(total(page)).toHaveText('8:00');
  await page.getByRole('button', { name: 'Select all of Move 2' }).click();
  await page.keyboard.type('45');
  await page.keyboard.press('Enter');
  await expect(total(page)).toHaveText('8:15');
  await page.getByTitle('Select round 3').click();
  await page.keyboard.type('50');
  await page.keyboard.press('Enter');
  // Round 3: 3 × 50 in place of 40 + 45 + 40.
  await expect(total(page)).toHaveText('8:40');
  await page.getByRole('grid').press('Control+a');
  await page.keyboard.type('/20');
  await page.keyboard.press('Enter');
  await expect(total(page)).toHaveText('9:20');
  await page.keyboard.type('240:00');
  await page.keyboard.press('Enter');
  await expect(page.getByText('A visit takes at most an hour')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(total(page)).toHaveText('9:20');
});

it('shorthand marks what does not fit, and says swaps and phases of one round', async () => {
  await openText(page, 'main: circuit, 3 rounds, 40/20, until tapped, cap 8 min, 128 bpm, 10 reps\n  Row');
  for (const words of ['until tapped', 'cap 8 min', '128 bpm', '10 reps'])
    await expect(problems(page)).toContainText(`\u201c${words}\u201d does not fit Circuit`);
  await page.keyboard.press('Control+a');
  await page.keyboard.insertText(
    'talk: 2 min\nmain: 3 rounds, 40/20\n  Row, 16 kg, round 2 do Swing, round 3 say Pulse',
  );
  await expect(problems(page)).toHaveCount(0);
  await saved(page);
  const { blocks } = await stored(page, page.url().split('/').at(-1)?.split('?')[0] ?? '');
  expect(blocks.map((b) => b.format.kind)).toEqual(['open', 'circuit']);
  expect(blocks[1]?.stations[0]).toMatchObject({
    weightKg: 16,
    cells: [{ round: 2, swap: { move: 'Swing' } }, { round: 3 }],
  });
});

it('each side has the rest of the block between, or its own; right first; stretches come each side', async () => {
  const plan = await save(
    page,
    named(
      'Sides',
      planOf(
        { ...circuit(stations(2), 30, 10, 1), id: 'main' },
        { ...block(format('holds', { holdMs: s(15) }), []), id: 'end', title: 'Cool-down' },
      ),
    ),
  );
  await page.goto(`/classes/${plan.id}`);
  const sides = page.getByRole('combobox', { name: 'Sides of Move 1' });
  await sides.selectOption('Each side in turn');
  // 3 × 30 + 2 × 10
  await expect(total(page)).toHaveText('1:50');
  await page.getByRole('button', { name: /^Move 1: not known/ }).waitFor();
  await page.getByRole('textbox', { name: 'Name of station 1' }).first().focus();
  await page.getByRole('button', { name: 'All of Move 1', exact: true }).click();
  await page.getByRole('combobox', { name: 'Move 1: first side' }).selectOption('right first');
  await page.getByRole('checkbox', { name: 'between the sides as between stations' }).uncheck();
  const between = page.getByRole('textbox', { name: 'Move 1: between the sides' });
  await between.fill('3');
  await between.press('Enter');
  await expect(total(page)).toHaveText('1:43');
  await page.keyboard.press('Escape');
  await saved(page);
  expect((await stored(page, plan.id)).blocks[0]?.stations[0]?.sides).toEqual({
    mode: 'each',
    first: 'right',
    restMs: 3000,
  });
  await sides.selectOption('Left only');
  await expect(total(page)).toHaveText('1:10');
  // A stretch done on one side at a time has its whole time on each.
  await page.getByRole('button', { name: 'Open all blocks' }).click();
  const add = page.getByRole('combobox', { name: 'Add a station to Cool-down' });
  await add.fill('Hip flexor');
  await add.press('ArrowDown');
  await add.press('Enter');
  await saved(page);
  expect((await stored(page, plan.id)).blocks[1]?.stations[0]?.sides).toEqual({ mode: 'each', first: 'left' });
});

it('what is being typed stays when the library comes', async () => {
  await openText(page, 'main: 3 rounds, 40/20, flying\n  Row');
  await expect(problems(page)).toContainText('flying');
  useLibrary.setState(({ library }) => ({ library: { ...library, moves: [...library.moves] } }));
  await expect(page.locator('.cm-content')).toContainText('flying');
  await page.keyboard.press('Control+End');
  await page.keyboard.type(', 16 kg');
  await expect(page.locator('.cm-content')).toHaveText(/flying.*Row, 16 kg/);
});

it('in pairs means the same chosen and written; a break in place of the rest is told as one', async () => {
  const plan = await save(
    page,
    named('Pairs', planOf({ ...circuit(stations(4), 40, 20, 3, { roundBreakMs: s(60) }), id: 'main' })),
  );
  await page.goto(`/classes/${plan.id}`);
  await page.getByRole('combobox', { name: 'Main: go' }).selectOption('in pairs');
  // 12 × 40 + 11 × 20
  await expect(total(page)).toHaveText('11:40');
  await expect(page.getByText('With it: break between rounds 1:00 \u2192 0:00.')).toBeVisible();
  await expect(page.getByText('a 5 s break between rounds in place of the rest')).toBeVisible();
  await openText(page, 'main: 3 rounds in pairs, 40/20\n  A move\n  B move\n  C move\n  D move');
  await expect(total(page)).toHaveText('11:40');
});

it('a break held between rounds waits, and gives time to get ready', async () => {
  const plan = await save(
    page,
    named('Held', planOf({ ...circuit(stations(1), 30, 10, 2, { roundBreakMs: s(60) }), id: 'main' })),
  );
  await page.goto(`/classes/${plan.id}`);
  await page.getByRole('combobox', { name: 'Main: round break' }).selectOption('until I tap');
  await expect(total(page)).toHaveText('2:05');
  const ready = page.getByRole('textbox', { name: 'Main: to get ready' });
  await ready.fill('8');
  await ready.press('Enter');
  await expect(total(page)).toHaveText('2:08');
});

it('Ctrl Z in the text takes the text back; a title typed is one step', async () => {
  await openText(page, 'class: Back\nmain: 3 rounds, 40/20\n  Row');
  await expect(total(page)).toHaveText('2:40');
  // What is typed within half a second is one step.
  await new Promise((done) => setTimeout(done, 600));
  await page.keyboard.type(', work 50');
  await expect(total(page)).toHaveText('3:10');
  await page.keyboard.press('Control+z');
  await expect(total(page)).toHaveText('2:40');
  await expect(page.locator('.cm-content')).not.toContainText('work 50');
  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  const title = page.getByRole('textbox', { name: 'Class title' });
  await title.fill('');
  await title.pressSequentially('A longer title.');
  await page.getByRole('button', { name: 'Undo (Ctrl Z)' }).click();
  await expect(title).toHaveValue('Back');
});

it('a class newer than the page stands beside the others, named', async () => {
  const plan = await save(page, named('Of today', planOf(circuit(stations(1), 40, 20, 2))));
  const ask = globalThis.fetch;
  vi.stubGlobal('fetch', async (input: string, init?: RequestInit) => {
    const answer = await ask(input, init);
    if (!/\/api\/plans(\?|$)/.test(input)) return answer;
    const body = await answer.json();
    const later = { ...plan, id: 'next-year', title: 'Next year', version: 9 };
    body.items.push({ plan: later, version: 1, updatedAt: '', lastLedAt: null, told: [] });
    return Response.json(body);
  });
  await page.goto('/');
  await expect(page.getByRole('link', { name: /^Of today/ }).first()).toBeVisible();
  await expect(page.getByText(/Next year/)).toBeVisible();
});

it('what does not fit is refused or named: stations, letters, and times of day as people write them', async () => {
  const plan = await save(page, named('Bounds', planOf({ ...circuit(stations(2), 40, 20, 1), id: 'main' })));
  await page.goto(`/classes/${plan.id}`);
  const grid = page.getByRole('grid');
  await grid.click();
  const text = Array.from({ length: 300 }, (_, k) => `  Row no${k}`).join('\n');
  fireEvent.paste(await grid.one(), { clipboardData: { getData: () => text } });
  await expect(
    page.getByText('A block holds 60 stations. Left out: Row no58, Row no59, Row no60, Row no61 and 238 more.'),
  ).toBeVisible();
  const title = page.getByRole('textbox', { name: 'Class title' });
  await title.fill('x'.repeat(200));
  await expect(page.getByText('At most 80 letters: 120 too many. Till then it stays as it was.')).toBeVisible();
  await expect(title).toHaveValue('x'.repeat(200));
  await title.press('Escape');
  await expect(title).toHaveValue('Bounds');
  const start = page.getByRole('textbox', { name: 'Slot start' });
  for (const [typed, shown] of [
    ['0615', '06:15'],
    ['6 pm', '18:00'],
    ['6:15pm', '18:15'],
  ]) {
    await start.fill(typed!);
    await start.blur();
    await expect(start).toHaveValue(shown!);
  }
});

it('a run whose desk was closed before its end says what is not known', async () => {
  const plan = named('Left open', planOf(circuit(stations(1), 40, 20, 3)));
  const id = `run-left-${Date.now()}`;
  await page.request.post('/api/runs', { data: { id, plan } });
  const atMs = Date.now() - 3_600_000;
  const events = [
    { id: `${id}-a`, seq: 1, type: 'start', atMs },
    { id: `${id}-b`, seq: 2, type: 'note', atMs: atMs + 12_000, stationId: null, round: null, text: 'Wind' },
  ];
  await page.request.post(`/api/runs/${id}/events`, { data: { events } });
  await page.goto(`/log/${id}`);
  await expect(page.getByText('no end recorded')).toBeVisible();
  await expect(page.getByText(/The last entry came 0:12 in\. The desk was closed before the end/)).toBeVisible();
  await expect(page.getByText('Nothing: it ran as planned')).toHaveCount(0);
});
