// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, it } from 'vitest';
import type { Plan } from '../../../core/class/index.ts';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import type { Today } from '../session/index.ts';
import { PeopleHere } from './people-here.tsx';

afterEach(cleanup);

const PLAN: Plan = {
  ...planOf({ ...circuit(stations(2), 30, 10, 2), use: 'stations', title: 'Quay' }),
  heads: 9,
  squads: ['Heron', 'Tern'],
};

let today: Today;
function Here({ plan, begins }: { plan: Plan; begins: Today }) {
  const [now, setNow] = useState(begins);
  today = now;
  return <PeopleHere plan={plan} today={now} onToday={setNow} />;
}
const box = (name: string) => screen.getByRole<HTMLInputElement>('checkbox', { name });
function typed(name: string) {
  const field = screen.getByRole('textbox', { name: 'One more squad' });
  fireEvent.change(field, { target: { value: name } });
  fireEvent.keyDown(field, { key: 'Enter' });
}

it('squads go and come in the order of the class; with none there is nothing of them', () => {
  render(<Here plan={PLAN} begins={{ heads: 9, squads: ['Heron', 'Tern'] }} />);
  fireEvent.click(box('Heron'));
  expect(today).toEqual({ heads: 9, squads: ['Tern'] });
  fireEvent.click(box('Heron'));
  expect(today).toEqual({ heads: 9, squads: ['Heron', 'Tern'] });
  fireEvent.click(box('Heron'));
  fireEvent.click(box('Tern'));
  expect(today).toEqual({ heads: 9 });
  expect([box('Heron').checked, box('Tern').checked]).toEqual([false, false]);
});

it('one that came beside them is taken once, up to 40 letters', () => {
  render(<Here plan={PLAN} begins={{ heads: 9, squads: ['Tern'] }} />);
  typed('  Curlew ');
  expect(today.squads).toEqual(['Tern', 'Curlew']);
  typed('Curlew');
  typed('   ');
  typed('x'.repeat(41));
  expect(today.squads).toEqual(['Tern', 'Curlew']);
  typed('y'.repeat(40));
  expect(today.squads).toEqual(['Tern', 'Curlew', 'y'.repeat(40)]);
});

it('says who begins where; nobody counted is no number', () => {
  render(<Here plan={PLAN} begins={{ heads: 1 }} />);
  expect(screen.getByText('the class expects 9')).toBeTruthy();
  expect(screen.getByText('Quay: who begins where')).toBeTruthy();
  // One at the first of two stations, nobody at the second.
  const rows = screen.getAllByRole('listitem').map((row) => [...row.children].map((cell) => cell.textContent));
  expect(rows.map(([number, move, , size]) => [number, move, size])).toEqual([
    ['1', 'Move 1', '1'],
    ['2', 'Move 2', '0'],
  ]);
  expect(rows[1]?.[2]).toBe('–');
  fireEvent.click(screen.getByRole('button', { name: 'One person fewer' }));
  expect(today.heads).toBeNull();
  expect(screen.getByText('Say how many are here, and the groups are made.')).toBeTruthy();
});
