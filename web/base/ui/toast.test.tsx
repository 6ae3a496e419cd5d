// @vitest-environment jsdom
import { cleanup, render } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Toasts, toast } from './toast.tsx';

beforeEach(() => {
  window.matchMedia = (() => ({ matches: false, addEventListener() {}, removeEventListener() {} })) as never;
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const said = () => [...document.querySelectorAll('[data-sonner-toast] [data-title]')].map((e) => e.textContent);

it('says what is said, also what was said where there was no place for it; not what is of a page that was left', async () => {
  const first = render(<Toasts />);
  toast('Pairs removed.');
  await expect.poll(said).toEqual(['Pairs removed.']);
  toast.error('Not saved.');
  await expect.poll(said).toEqual(['Not saved.', 'Pairs removed.']);
  first.unmount();
  toast('It still waits.');
  expect(said()).toEqual([]);
  render(<Toasts />);
  await expect.poll(said).toEqual(['It still waits.']);
});
