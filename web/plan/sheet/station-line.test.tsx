// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { Station } from '../../../core/class/index.ts';
import { StationLine } from './station-line.tsx';

afterEach(cleanup);

const SQUAT: Station = { id: 's1', move: 'Goblet squat', sides: { mode: 'none' } };

it('a line that does not fit is marked and not kept; one that does is kept and closes', () => {
  const kept: Station[] = [];
  render(<StationLine read={() => SQUAT} onChange={(station) => kept.push(station)} />);
  fireEvent.click(screen.getByRole('button', { name: 'All of Goblet squat' }));
  const line = () => screen.getByRole<HTMLTextAreaElement>('textbox', { name: 'Goblet squat in shorthand' });
  expect(line().value).toBe('Goblet squat');
  fireEvent.change(line(), { target: { value: 'Goblet squat, tempo 3-1' } });
  expect(line().getAttribute('aria-invalid')).toBe('true');
  fireEvent.keyDown(line(), { key: 'Enter' });
  expect(kept).toEqual([]);
  fireEvent.change(line(), { target: { value: 'Goblet squat,\n8 reps' } });
  expect(line().value).toBe('Goblet squat, 8 reps');
  expect(line().getAttribute('aria-invalid')).toBe('false');
  fireEvent.keyDown(line(), { key: 'Enter' });
  expect(kept).toEqual([{ ...SQUAT, reps: { count: 8, per: 'total' } }]);
  expect(screen.queryByRole('textbox', { name: 'Goblet squat in shorthand' })).toBeNull();
});
