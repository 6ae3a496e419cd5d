// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { MetreField, parseMetres } from './metre-field.tsx';

afterEach(cleanup);

describe('metres', () => {
  it.each([
    ['3', 3],
    ['3.5', 3.5],
    ['3,25 m', 3.25],
    [' 12M ', 12],
    ['3.555', null],
    ['-1', null],
    ['', null],
    ['3ft', null],
  ])('%j is %j', (text, metres) => {
    expect(parseMetres(text)).toBe(metres);
  });

  it('are taken within their bounds, and stepped by half a metre or ten centimetres', () => {
    const got: number[] = [];
    render(<MetreField label="Width" value={7.8} min={2} max={8} onChange={(m) => got.push(m)} />);
    const input = screen.getByLabelText<HTMLInputElement>('Width');
    fireEvent.change(input, { target: { value: '9' } });
    expect(input.getAttribute('aria-invalid')).toBe('true');
    fireEvent.blur(input);
    fireEvent.change(input, { target: { value: '6,4' } });
    fireEvent.blur(input);
    fireEvent.keyDown(input, { key: 'ArrowUp' });
    fireEvent.keyDown(input, { key: 'ArrowDown', shiftKey: true });
    expect(got).toEqual([6.4, 8, 7.7]);
  });
});
