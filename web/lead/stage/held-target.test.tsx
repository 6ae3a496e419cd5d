// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { HeldTarget } from './held-target.tsx';

let held: number;
const button = () => screen.getByRole('button', { name: /^Finish now/ });

beforeEach(() => {
  held = 0;
  vi.useFakeTimers();
  render(<HeldTarget name="Finish now" onHeld={() => held++} />);
});
afterEach(() => {
  vi.useRealTimers();
  cleanup();
});
const pass = (ms: number) => act(() => vi.advanceTimersByTime(ms));

describe('a target that is held', () => {
  it('does nothing at a tap, also at ten', () => {
    for (let k = 0; k < 10; k++) {
      fireEvent.pointerDown(button());
      pass(100);
      fireEvent.pointerUp(button());
      fireEvent.click(button());
    }
    expect(held).toBe(0);
  });

  it('acts once after a second, by a pointer or a key, and not when it is let go or left before', () => {
    fireEvent.pointerDown(button());
    pass(999);
    expect(held).toBe(0);
    pass(1);
    expect(held).toBe(1);
    pass(5000);
    fireEvent.pointerUp(button());
    fireEvent.keyDown(button(), { key: 'Enter' });
    pass(900);
    fireEvent.keyUp(button(), { key: 'Enter' });
    pass(900);
    fireEvent.pointerDown(button());
    pass(900);
    fireEvent.pointerLeave(button());
    pass(900);
    expect(held).toBe(1);
    fireEvent.keyDown(button(), { key: ' ' });
    fireEvent.keyDown(button(), { key: ' ', repeat: true });
    pass(1000);
    expect(held).toBe(2);
  });

  it('is taken at the second press of who has neither pointer nor key', () => {
    pass(10_000);
    fireEvent.click(button());
    expect(held).toBe(0);
    expect(screen.getByRole('status').textContent).toBe('keep holding it');
    fireEvent.click(button());
    expect(held).toBe(1);
  });
});
