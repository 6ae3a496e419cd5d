// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { intensityOf } from '../../../core/judge/index.ts';
import { libraryOf } from '../../../core/moves/index.ts';
import { circuit, planOf } from '../../../core/test/build.ts';
import { move, on } from '../../../core/test/moves.ts';
import { compile, totals } from '../../../core/time/index.ts';
import { ClassStrip } from './class-strip.tsx';

afterEach(cleanup);

const library = libraryOf([move('Five', { effort: 5 })]);
const show = (plan: ReturnType<typeof planOf>) => {
  const timeline = compile(plan);
  render(
    <ClassStrip
      plan={plan}
      timeline={timeline}
      totals={totals(plan)}
      intensity={intensityOf(plan, timeline, library)}
    />,
  );
};

describe('effort along the strip', () => {
  it('says its sums in words, for who cannot see the line', () => {
    show(planOf(circuit(on('Five'), 120, 0, 1)));
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
      'Effort along the class: 1:18 at 4 or more, 1:31 at most without a minute below 3',
    );
  });

  it('says that it is the least where part is not known', () => {
    show(planOf(circuit(on('Five', 'Kelp'), 120, 0, 1)));
    expect(screen.getByRole('img').getAttribute('aria-label')).toContain('at least');
  });

  it('is drawn with few points however long the class is', () => {
    show(planOf(circuit(on('Five'), 60, 60, 60)));
    const [line] = [...document.querySelectorAll('path')].slice(-1);
    expect(line!.getAttribute('d')!.split('L').length).toBeLessThan(1000);
  });
});
