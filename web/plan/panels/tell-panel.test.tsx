// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keyOf, libraryOf, type Move } from '../../../core/moves/index.ts';
import { circuit, planOf } from '../../../core/test/build.ts';
import { on, TEST_LIBRARY } from '../../../core/test/moves.ts';
import { useLibrary } from '../../base/index.ts';
import { TellPanel } from './tell-panel.tsx';

let kept: Move[];
const failing = vi.fn(async () => Promise.reject(new Error('out of reach')));

beforeEach(() => {
  kept = [];
  useLibrary.setState({
    state: 'ready',
    library: libraryOf(TEST_LIBRARY.moves),
    keepMoves: async (moves) => {
      kept.push(...moves);
      const keys = new Set(moves.map((m) => keyOf(m.name)));
      const others = useLibrary.getState().library.moves.filter((m) => !keys.has(keyOf(m.name)));
      useLibrary.setState({ library: libraryOf([...others, ...moves]) });
    },
  });
});
afterEach(cleanup);

const show = (...names: string[]) => render(<TellPanel plan={planOf(circuit(on(...names), 40, 20, 1))} name={null} />);
const card = () => screen.getByRole('group', { name: /: / });
const keys = (text: string) => {
  for (const key of text) fireEvent.keyDown(card(), { key });
};

describe('moves to tell of', () => {
  it('are told by five keys, one after the other; the guesses come first', async () => {
    show('Squat', 'Kelp', 'Heron lunge', 'Ebb');
    expect(screen.getAllByRole('listitem').map((li) => li.textContent)).toEqual([
      'Heron lungeguess',
      'Kelpnot known',
      'Ebbnot known',
    ]);
    fireEvent.keyDown(card(), { key: 'Enter' });
    await waitFor(() => expect(card().getAttribute('aria-label')).toContain('Kelp'));
    expect(kept[0]).toMatchObject({ name: 'Heron lunge', pattern: 'lunge', oneSided: true });
    // Jump, calves, standing, hard, both at once.
    keys('94131');
    await waitFor(() => expect(card().getAttribute('aria-label')).toContain('Ebb'));
    expect(kept[1]).toMatchObject({ name: 'Kelp', pattern: 'jump', main: ['calves'], impact: 'high', oneSided: false });
  });

  it('take no key that answers nothing, go back a question, and keep nothing that is not whole', () => {
    show('Kelp');
    keys('zZ!');
    fireEvent.keyDown(card(), { key: 'Enter' });
    expect(kept).toEqual([]);
    keys('1');
    expect(card().getAttribute('aria-label')).toBe('Kelp: What does it work or stretch most?');
    fireEvent.keyDown(card(), { key: 'Backspace' });
    expect(card().getAttribute('aria-label')).toBe('Kelp: What is it most?');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Keep it' }).disabled).toBe(true);
  });

  it('with sides and counts are one to tell of', () => {
    show('left Kelp', '10 x kelp', 'Kelp right');
    expect(screen.getAllByRole('listitem')).toHaveLength(1);
  });

  it('are another name of a known move where the instructor says so', async () => {
    show('Kelp');
    fireEvent.change(screen.getByLabelText('Or another name of'), { target: { value: 'deep' } });
    fireEvent.click(screen.getByRole('button', { name: 'Deep squat' }));
    await waitFor(() => expect(screen.getByText('Every move of this class is known.')).toBeDefined());
    expect(kept[0]).toMatchObject({ name: 'Deep squat', aliases: ['Kelp'] });
  });

  it('stay to be told where the server does not keep them', async () => {
    useLibrary.setState({ keepMoves: failing });
    show('Kelp');
    keys('11111');
    await waitFor(() => expect(failing).toHaveBeenCalled());
    expect(card().getAttribute('aria-label')).toContain('Kelp');
    expect(screen.getAllByRole('listitem')).toHaveLength(1);
  });
});
