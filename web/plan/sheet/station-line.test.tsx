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

it('a few words are typed in their own field: kept when it is left, gone when it is emptied', () => {
  const kept: Station[] = [];
  let now = SQUAT;
  const line = () => <StationLine read={() => now} onChange={(station) => kept.push(station)} />;
  const { rerender } = render(line());
  fireEvent.click(screen.getByRole('button', { name: 'All of Goblet squat' }));
  const effort = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'effort' });
  fireEvent.change(effort(), { target: { value: ' easy, then hard ' } });
  fireEvent.blur(effort());
  now = { ...SQUAT, effort: 'easy, then hard' };
  expect(kept).toEqual([now]);
  rerender(line());
  expect(effort().value).toBe('easy, then hard');
  fireEvent.change(effort(), { target: { value: '' } });
  fireEvent.keyDown(effort(), { key: 'Enter' });
  expect(kept.at(-1)).toEqual(SQUAT);
});
