import type { Plan } from '../../core/class/index.ts';
import { circuit, planOf, s, stations, TONES_ALONE } from '../../core/test/build.ts';
import { leadClass } from './lead.ts';
import type { Page } from './test.ts';

const plan = (id: string): Plan => ({
  ...planOf({
    ...circuit(
      stations(3, (x, k) => ({ ...x, move: ['Rope slam', 'Press-up', 'Band row'][k]! })),
      60,
      20,
      3,
      { roundBreakMs: s(30) },
    ),
    use: 'stations',
    id: 'main',
  }),
  cueLevels: TONES_ALONE,
  id,
  title: 'Followed measure',
  countInMs: 1000,
  heads: 7,
  squads: ['Heron', 'Teal', 'Curlew'],
});

/** Leads a class of three stations and gives the codes of its screens. */
export async function leadFollowed(page: Page, id: string): Promise<Record<'wall' | 'squad' | 'remote', string>> {
  await leadClass(page, plan(id));
  await page.keyboard.press('w');
  const code = (name: string) =>
    page
      .getByTestId(`code-${name}`)
      .textContent()
      .then((t) => t ?? '');
  const codes = { wall: await code('wall'), squad: await code('squad'), remote: await code('remote') };
  await page.keyboard.press('Escape');
  return codes;
}
