// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import type { Standing } from '../../../core/record/index.ts';
import { PulseLine } from './pulse-line.tsx';

const { state } = vi.hoisted(() => ({ state: { standings: [] as unknown[] } }));
vi.mock('./this-pulse.ts', () => ({
  usePulse: () => ({ source: 'x', onDesk: true, onWall: false, share: 0.7, formula: 'tanaka', ...state }),
}));
vi.mock('../session/index.ts', () => ({ command: () => {} }));
afterEach(cleanup);

const standing = (strap: string, share: number | null): Standing => ({
  wearer: { strap, name: `strap ${strap}`, onWall: false },
  state: share === null ? 'silent' : 'ok',
  bpm: share === null ? null : share * 200,
  share,
  zone: share === null ? null : 2,
});
const said = (standings: Standing[], isHeld = true) => {
  state.standings = standings;
  render(<PulseLine gap isHeld={isHeld} />);
  return screen.getByRole('status').textContent;
};
const goOn = () => screen.queryByRole('button', { name: /Nine of ten/ });

it('says nothing of those that are not heard: where no strap is, that is what it says', () => {
  expect(said([standing('1', null), standing('2', null)])).toBe('No strap is heard.');
  expect(goOn()).toBeNull();
});

it('names who has not come down, and proposes to go on when all who are heard have, while it is held', () => {
  expect(said([standing('1', 0.8), standing('2', 0.6)])).toBe('Not below 70 % yet: strap 1.');
  expect(goOn()).toBeNull();
  cleanup();
  expect(said([standing('1', 0.5), standing('2', null)])).toBe('All who are heard are below 70 %.');
  expect(goOn()).not.toBeNull();
  cleanup();
  said([standing('1', 0.5)], false);
  expect(goOn()).toBeNull();
});
