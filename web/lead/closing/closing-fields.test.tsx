// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { Closing } from '../../../core/time/index.ts';
import { ClosingFields } from './closing-fields.tsx';

afterEach(cleanup);

const CLOSING: Closing = { came: null, effort: null, next: '', trial: false, felt: [] };

it('a word for next time that comes from elsewhere is shown, and not put back by leaving the field', () => {
  const told: Partial<Closing>[] = [];
  const fields = (next: string) => (
    <ClosingFields closing={{ ...CLOSING, next }} heads={9} onTell={(change) => told.push(change)} />
  );
  const { rerender } = render(fields(''));
  rerender(fields('Bring the long rope'));
  const field = screen.getByRole<HTMLTextAreaElement>('textbox', { name: /For next time/ });
  expect(field.value).toBe('Bring the long rope');
  fireEvent.focus(field);
  fireEvent.blur(field);
  expect(told).toEqual([]);
  fireEvent.input(field, { target: { value: 'Bring the short rope ' } });
  fireEvent.blur(field);
  expect(told).toEqual([{ next: 'Bring the short rope' }]);
});
