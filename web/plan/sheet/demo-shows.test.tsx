// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Block } from '../../../core/class/index.ts';
import { libraryOf } from '../../../core/moves/index.ts';
import { block, circuit, format, s } from '../../../core/test/build.ts';
import { move, on } from '../../../core/test/moves.ts';
import { compile, stationAt } from '../../../core/time/index.ts';
import { DemoShows } from './demo-shows.tsx';

const library = libraryOf([move('Squat', { explainMs: s(8) }), move('Rope wave', { explainMs: s(20) })]);
const warm = { ...block(format('holds'), on('Arm circles')), id: 'warm', title: 'Warm-up', role: 'warmUp' as const };
const main = { ...circuit(on('Squat', 'Rope wave', 'Heron dip'), 30, 10, 1), id: 'main', title: 'Main' };
let demo: Block;

function Shown() {
  const [own, setOwn] = useState<Block>({ ...block(format('demo', { perStationMs: s(10) })), title: 'Look' });
  demo = own;
  return <DemoShows block={own} following={[warm, main]} library={library} onEdit={setOwn} />;
}
/** What is shown in the class: names and seconds. */
const shows = () => {
  const plan = { blocks: [demo, warm, main] };
  return compile(plan)
    .intervals.filter((i) => i.kind === 'demo')
    .map((i) => `${stationAt(plan, i)?.move} ${i.durationMs / 1000}`);
};
afterEach(cleanup);

describe('what a demo shows', () => {
  it('is the main block before the warm-up; another can be chosen', () => {
    render(<Shown />);
    expect(shows()).toEqual(['Squat 10', 'Rope wave 10', 'Heron dip 10']);
    fireEvent.change(screen.getByRole('combobox', { name: 'Look: shows the moves of' }), { target: { value: 'warm' } });
    expect(shows()).toEqual(['Arm circles 10']);
  });

  it('is as long as each takes to explain, in another order, and without what is left out', () => {
    render(<Shown />);
    fireEvent.click(screen.getByRole('button', { name: 'As long as each takes to explain' }));
    expect(shows()).toEqual(['Squat 8', 'Rope wave 20', 'Heron dip 10']);
    fireEvent.click(screen.getByRole('button', { name: 'Show Rope wave earlier' }));
    expect(shows()).toEqual(['Rope wave 20', 'Squat 8', 'Heron dip 10']);
    const field = screen.getByRole('textbox', { name: 'How long Squat is shown' });
    fireEvent.change(field, { target: { value: '0' } });
    fireEvent.blur(field);
    expect(shows()).toEqual(['Rope wave 20', 'Heron dip 10']);
    expect(screen.getByText(/Squat, not shown/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'All alike' }));
    expect(shows()).toEqual(['Squat 10', 'Rope wave 10', 'Heron dip 10']);
  });
});
