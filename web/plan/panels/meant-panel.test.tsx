// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keyOf, libraryOf, type Move } from '../../../core/moves/index.ts';
import { circuit, planOf } from '../../../core/test/build.ts';
import { move, on, TEST_LIBRARY } from '../../../core/test/moves.ts';
import { useLibrary } from '../../base/index.ts';
import { MeantPanel } from './meant-panel.tsx';

let kept: Move[];
const failing = vi.fn(async () => Promise.reject(new Error('out of reach')));

beforeEach(() => {
  kept = [];
  useLibrary.setState({
    state: 'ready',
    library: libraryOf([
      ...TEST_LIBRARY.moves,
      move('Up-down on the spot', { kit: ['mat'] }),
      move('Plank walk-up', { oneSided: true }),
    ]),
    keepMoves: async (moves) => {
      kept.push(...moves);
      const keys = new Set(moves.map((m) => keyOf(m.name)));
      const others = useLibrary.getState().library.moves.filter((m) => !keys.has(keyOf(m.name)));
      useLibrary.setState({ library: libraryOf([...others, ...moves]) });
    },
  });
});
afterEach(cleanup);

const show = (...names: string[]) => render(<MeantPanel plan={planOf(circuit(on(...names), 40, 20, 1))} name={null} />);
const list = () => screen.getByRole('group', { name: /is this what you mean/ });
const card = () => screen.getByRole('group', { name: /^Kelp: (?!is this)/ });
const press = (...keys: string[]) => {
  for (const key of keys) fireEvent.keyDown(list(), { key });
};
const keys = (text: string) => {
  for (const key of text) fireEvent.keyDown(card(), { key });
};
const names = () => screen.getAllByRole('listitem').map((li) => li.querySelector('.font-semibold')?.textContent);

describe('is this what you mean', () => {
  it('shows several meanings first, then guesses, then what is not known', () => {
    show('Squat', 'Kelp', 'Heron lunge', 'Up-downs', 'Ebb');
    expect(names()).toEqual(['Up-downs', 'Heron lunge', 'Kelp', 'Ebb']);
    const buttons = screen.getByRole('group', { name: 'What is \u201cUp-downs\u201d?' }).querySelectorAll('button');
    expect([...buttons].map((b) => b.textContent)).toEqual([
      '1Up-down on the spotstanding, mat',
      '2Plank walk-upstanding, one side at a time',
      'None of these T',
    ]);
  });

  it('takes one key for each: a meaning becomes another name, a guess a move of its own', async () => {
    show('Up-downs', 'Heron lunge');
    press('2');
    await waitFor(() => expect(names()).toEqual(['Heron lunge']));
    press('Enter');
    await waitFor(() => expect(screen.getByText('Every move of this class is known.')).toBeDefined());
    expect(kept.map((m) => [m.name, m.aliases])).toEqual([
      ['Plank walk-up', ['Up-downs']],
      ['Heron lunge', []],
    ]);
    expect(kept[1]).toMatchObject({ pattern: 'lunge', oneSided: true });
  });

  it('takes one key for all guesses, and leaves what is not known', async () => {
    show('Up-downs', 'Heron lunge', 'up downs', 'Kelp');
    press('a');
    await waitFor(() => expect(names()).toEqual(['Kelp']));
    expect(kept.map((m) => m.name)).toEqual(['Up-down on the spot', 'Heron lunge']);
  });

  it('asks five questions about a name that is none of these, one key each', async () => {
    show('Kelp', 'Ebb');
    press('t');
    // Jump, calves, standing, hard, both at once.
    keys('94131');
    await waitFor(() => expect(names()).toEqual(['Ebb']));
    expect(kept[0]).toMatchObject({ name: 'Kelp', pattern: 'jump', main: ['calves'], impact: 'high', oneSided: false });
  });

  it('takes no key that answers nothing, goes back a question, and keeps nothing that is not whole', () => {
    show('Kelp');
    press('t');
    keys('zZ!');
    fireEvent.keyDown(card(), { key: 'Enter' });
    expect(kept).toEqual([]);
    keys('1');
    expect(card().getAttribute('aria-label')).toBe('Kelp: What does it work or stretch most?');
    fireEvent.keyDown(card(), { key: 'Backspace' });
    expect(card().getAttribute('aria-label')).toBe('Kelp: What is it most?');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Keep it' }).disabled).toBe(true);
  });

  it('has names with sides and counts once', () => {
    show('left Kelp', '10 x kelp', 'Kelp right');
    expect(names()).toHaveLength(1);
  });

  it('makes a name another of a known move where the instructor says so', async () => {
    show('Kelp');
    press('t');
    fireEvent.change(screen.getByLabelText('Or another name of'), { target: { value: 'deep' } });
    fireEvent.click(screen.getByRole('button', { name: 'Deep squat' }));
    await waitFor(() => expect(screen.getByText('Every move of this class is known.')).toBeDefined());
    expect(kept[0]).toMatchObject({ name: 'Deep squat', aliases: ['Kelp'] });
  });

  it('leaves them to be settled where the server does not keep them', async () => {
    useLibrary.setState({ keepMoves: failing });
    show('Up-downs');
    press('Enter');
    await waitFor(() => expect(failing).toHaveBeenCalled());
    expect(names()).toEqual(['Up-downs']);
  });
});
