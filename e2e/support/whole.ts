import type { Page } from './test.ts';

/** What is wrong with how some parts of a page are seen: empty when each is inside the window, unclipped and not covered. */
export function notWhole(page: Page, ids: readonly string[]): Promise<string[]> {
  return page.evaluate(async (names) => {
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    // What is measured after a change of the window is drawn after a frame or two.
    await frame();
    for (let k = 0; k < 30; k++) {
      await frame();
      if (problemsNow().length === 0) return [];
    }
    return problemsNow();

    function problemsNow() {
      const problems: string[] = [];
      for (const id of names) {
        const e = document.querySelector<HTMLElement>(`[data-testid="${id}"]`);
        const r = e?.getBoundingClientRect();
        if (!e || !r || r.width < 1 || r.height < 1) {
          problems.push(`${id} is not there`);
          continue;
        }
        if (r.left < -1 || r.top < -1 || r.right > innerWidth + 1 || r.bottom > innerHeight + 1)
          problems.push(
            `${id} reaches out of the window: ${[r.left, r.top, r.right, r.bottom].map(Math.round).join(' ')} of ${innerWidth} × ${innerHeight}`,
          );
        if (e.scrollWidth > e.clientWidth + 1 && getComputedStyle(e).display !== 'inline')
          problems.push(`${id} is wider than its place by ${e.scrollWidth - e.clientWidth}`);
        for (let up = e.parentElement; up; up = up.parentElement) {
          if (getComputedStyle(up).overflow === 'visible') continue;
          const p = up.getBoundingClientRect();
          // The box of a line of words is a little higher than its letters.
          const line = Math.max(2, r.height * 0.08);
          if (r.left < p.left - 2 || r.top < p.top - line || r.right > p.right + 2 || r.bottom > p.bottom + line)
            problems.push(`${id} is cut by its ${up.tagName.toLowerCase()}.${up.className.split(' ')[0]}`);
        }
        for (const [x, y] of [
          [0.5, 0.5],
          [0.08, 0.3],
          [0.92, 0.7],
        ] as const) {
          const at = document.elementFromPoint(r.left + r.width * x, r.top + r.height * y);
          if (at && !e.contains(at) && !at.contains(e))
            problems.push(`${id} is covered by ${at.tagName.toLowerCase()} “${at.textContent?.slice(0, 20)}”`);
        }
      }
      return problems;
    }
  }, ids);
}
