// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { outlineOf } from '../../../core/time/index.ts';
import { MiniSheet } from './mini-sheet.tsx';

afterEach(cleanup);

/** How many strokes a path has, by the letter they begin with. */
const strokes = (path: Element | null, letter: string) =>
  (path?.getAttribute('d') ?? '').split('').filter((c) => c === letter).length;

describe('a class as its shape', () => {
  it('draws each work and each rest once, and one thread through all visits', () => {
    // Three stations, two rounds: six works, five rests, for none ends the class.
    render(<MiniSheet outline={outlineOf(planOf(circuit(stations(3), 40, 20, 2)))} width={300} height={40} />);
    const [rest, work, thread] = screen.getByRole('img', { name: 'Shape of the class' }).querySelectorAll('path');
    expect([strokes(work ?? null, 'M'), strokes(rest ?? null, 'M')]).toEqual([6, 5]);
    expect([strokes(thread ?? null, 'M'), strokes(thread ?? null, 'L')]).toEqual([1, 5]);
  });

  it('puts blocks side by side, and draws nothing for none', () => {
    const two = outlineOf(planOf(circuit(stations(2), 40, 20, 2), circuit(stations(2), 30, 10, 1)));
    const { container, rerender } = render(<MiniSheet outline={two} width={300} height={40} />);
    const places = [...container.querySelectorAll('g')].map((g) => g.getAttribute('transform'));
    expect(places).toHaveLength(2);
    expect(places[0]).toBe('translate(0 0)');
    expect(places[1]).not.toBe(places[0]);
    rerender(<MiniSheet outline={[]} width={300} height={40} />);
    expect(container.querySelectorAll('g')).toHaveLength(0);
  });
});
