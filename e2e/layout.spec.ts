import type { Plan, Station } from '../core/class/index.ts';
import { circuit, planOf, s, TONES_ALONE } from '../core/test/build.ts';
import { FULL } from './support/attack.ts';
import { openDesk, putPlan } from './support/lead.ts';
import { type BrowserContext, expect, type Page, test } from './support/test.ts';
import { notWhole } from './support/whole.ts';

/** Phones, a laptop at 200 % zoom, tablets, laptops, a wall both ways, a large screen; each time the tightest and one of every day. */
const ALL_SIZES = [
  [360, 640],
  [640, 400],
  [820, 1180],
  [1280, 800],
  [1366, 768],
  [1080, 1920],
  [3840, 2160],
] as const;
const SIZES = FULL ? ALL_SIZES : ([ALL_SIZES[0], ALL_SIZES[1], ALL_SIZES[3]] as const);

/** Names of 4 to 80 letters; the longest word has 22. */
const NAMES = [
  'Hops',
  'Mooring rope slam',
  'Single-arm kettlebell squat clean and press',
  'Kneeling counter-rotational sandbag shoulder-to-shoulder press with a slow lower',
] as const;

const station = (id: string, move: string): Station => ({
  id,
  move,
  sides: { mode: 'split', first: 'left' },
  reps: { count: 8, per: 'side' },
});

/** Long enough that nothing passes by itself while it is looked at. */
const classOf = (name: string, k: number, use: 'together' | 'stations'): Plan => ({
  ...planOf({
    ...circuit([station('s1', name), station('s2', `${name.slice(0, -1)}y`)], 1800, 600, 2, { roundBreakMs: s(180) }),
    use,
    id: 'main',
    title: name.slice(0, 60).trim(),
  }),
  id: `layout-${use}-${k}`,
  title: name,
  countInMs: s(60),
  cueLevels: TONES_ALONE,
  ...(use === 'stations' ? { heads: 5, squads: ['Heron', 'Teal'] } : {}),
});

/** The phases, and the keys that lead on to each. */
const ALL_PHASES: [word: string, ...keys: string[]][] = [
  ['Get ready', ' '],
  ['Work', 'ArrowRight'],
  ['Paused', ' '],
  ['Rest', ' ', 'ArrowRight'],
  ['Round break', 'ArrowRight', 'ArrowRight'],
  // Held, and over: it waits for a tap.
  ['Round break', 'h', ...Array<string>(20).fill('-')],
];
/** Each time up to the first rest, of which the set and the rest are looked at. */
const PHASES = FULL ? ALL_PHASES : ALL_PHASES.slice(0, 4);
const isLookedAt = (word: string) => FULL || word === 'Work' || word === 'Rest';

async function follow(context: BrowserContext, address: string): Promise<Page> {
  const page = await context.newPage();
  await page.goto(address);
  await page.getByTestId('phase-word').waitFor();
  return page;
}

for (const use of ['together', 'stations'] as const)
  test(`whole at every size, in every phase, by every name: ${use === 'together' ? 'desk, wall, remote' : 'station and squad pages'}`, async ({
    page,
    context,
  }) => {
    test.slow();
    const problems: string[] = [];
    for (const [k, name] of NAMES.entries()) {
      // The whole matrix is gone through by `npm run attack`; each time, the longest name.
      if (!FULL && k < NAMES.length - 1) continue;
      const plan = classOf(name, k, use);
      await page.setViewportSize({ width: 1280, height: 800 });
      await putPlan(page.request, plan);
      await openDesk(page, plan.id);
      await page.getByTestId('phase-word').waitFor();
      const runId = page.url().split('/').at(-1);
      const codes = await (await page.request.post(`/api/runs/${runId}/codes`)).json();
      const followers: [string, string][] =
        use === 'together'
          ? [
              ['wall', `/wall/${codes.watch}`],
              ['remote', `/remote/${codes.remote}`],
            ]
          : [
              ['station', `/station/${codes.watch}/1`],
              ['squad', `/squad/${codes.squad}/Heron`],
            ];
      const screens: [string, Page][] = use === 'together' ? [['desk', page]] : [];
      for (const [kind, address] of followers) screens.push([kind, await follow(context, address)]);
      for (const [word, ...keys] of PHASES) {
        await page.bringToFront();
        await page.setViewportSize({ width: 1280, height: 800 });
        for (const key of keys) await page.keyboard.press(key);
        await expect(page.getByTestId('phase-word')).toHaveText(word);
        if (!isLookedAt(word)) continue;
        for (const [kind, screen] of screens) {
          await screen.bringToFront();
          await expect(screen.getByTestId('phase-word')).toHaveText(word);
          if (keys[0] === 'h') await expect(screen.getByTestId('remaining')).toHaveText(/tap|–/);
          for (const [width, height] of SIZES) {
            await screen.setViewportSize({ width, height });
            const now = word === 'Work' || word === 'Paused';
            // In a gap a squad is told where to go next, all else show what comes in the place of the move.
            const what = now ? ['move', 'next'] : [kind === 'squad' ? 'next' : 'move'];
            const ids = ['remaining', 'phase-word', 'side', 'reps', ...what];
            for (const problem of await notWhole(screen, ids))
              problems.push(
                `${kind} ${width} × ${height}, ${keys[0] === 'h' ? 'waiting' : word}, ${name.length} letters: ${problem}`,
              );
          }
        }
      }
      for (const [, screen] of screens) if (screen !== page) await screen.close();
    }
    expect(problems).toEqual([]);
  });
