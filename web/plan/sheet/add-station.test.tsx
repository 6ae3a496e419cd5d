// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { defaultFormat, newBlock } from '../../../core/class/index.ts';
import { libraryOf } from '../../../core/moves/index.ts';
import { move } from '../../../core/test/moves.ts';
import { AddStation } from './add-station.tsx';

const moves = [move('Squat'), move('Squat jump'), move("Farmer's walk", { kit: ['kettlebell'] }), move('Plank')];
let added: string[][];

beforeEach(() => {
  added = [];
  const used = [{ name: 'planks', uses: 9 }];
  render(
    <AddStation
      block={{ ...newBlock('b', 'main', defaultFormat('circuit')), title: 'Main' }}
      ofClass={undefined}
      library={libraryOf(moves)}
      used={used}
      onAdd={(names) => added.push(names)}
    />,
  );
});
afterEach(cleanup);

const field = () => screen.getByRole<HTMLInputElement>('combobox', { name: 'Add a station to Main' });
function type(text: string): void {
  fireEvent.focus(field());
  fireEvent.change(field(), { target: { value: text } });
}
const press = (key: string) => fireEvent.keyDown(field(), { key });
const offered = () => screen.queryAllByRole('option').map((o) => o.firstElementChild?.textContent);

describe('adding a station', () => {
  it('offers moves whose words begin as typed, names first; arrows and Enter take one', () => {
    type('squ');
    expect(offered()).toEqual(['Squat', 'Squat jump']);
    press('ArrowDown');
    press('ArrowDown');
    press('Enter');
    expect(added).toEqual([['Squat jump']]);
    expect(field().value).toBe('');
    expect(offered()).toEqual([]);
  });

  it('takes what is typed where nothing is chosen, in the library\u2019s own spelling where it knows it', () => {
    type('Oar pull');
    press('Enter');
    type('FARMER\u2019S  walk');
    press('Enter');
    expect(added).toEqual([['Oar pull'], ["Farmer's walk"]]);
  });

  it('keeps what is typed by Enter, takes the best by Tab, and says which', () => {
    type('pla');
    expect(screen.getByRole('status').textContent).toBe('Enter pla: not known \u00b7 Tab Plank');
    press('Enter');
    type('pla');
    press('Tab');
    type('jump squ');
    press('Enter');
    expect(added).toEqual([['pla'], ['Plank'], ['jump squ']]);
  });

  it('keeps a known name as it is typed, and says what it is read as', () => {
    type('left leg squats');
    expect(screen.getByRole('status').textContent).toContain('Enter left leg squats: Squat, left side');
    press('Enter');
    type('Heron lunge');
    expect(screen.getByRole('status').textContent).toContain('Enter Heron lunge: guess: lunge, standing, lower body');
    type('Kelp');
    expect(screen.getByRole('status').textContent).toContain('Enter Kelp: not known');
    expect(added).toEqual([['left leg squats']]);
  });

  it('takes a move that is clicked', () => {
    type('kettle');
    fireEvent.click(screen.getByRole('option'));
    expect(added).toEqual([["Farmer's walk"]]);
  });

  it('adds nothing for a name that is too long, and says so; nothing for none', () => {
    type('x'.repeat(81));
    press('Enter');
    expect(screen.getByRole('alert').textContent).toContain('at most 80 letters');
    type('   ');
    press('Enter');
    expect(added).toEqual([]);
  });

  it('keeps what is typed when the field is left', () => {
    type('Squ');
    press('ArrowDown');
    fireEvent.blur(field());
    expect([field().value, offered(), added]).toEqual(['Squ', [], []]);
  });

  it('adds a pasted list, one a line', () => {
    fireEvent.paste(field(), { clipboardData: { getData: () => 'Squat\n\n  Plank \r\n' } });
    expect(added).toEqual([['Squat', 'Plank']]);
  });
});
