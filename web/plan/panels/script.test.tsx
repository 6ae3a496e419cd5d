// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../../core/test/build.ts';
import { useBuilder } from '../editing/index.ts';
import { Counting } from './counting.tsx';
import { ScriptLines } from './script.tsx';

const block = {
  ...circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60) }),
  id: 'main',
  title: 'Main',
  breakAfter: { ms: s(60), untilTap: false },
};
const plan = { ...planOf(block), id: 'low-tide' };
const now = () => useBuilder.getState().plan!;

function Shown() {
  const open = useBuilder((x) => x.plan);
  if (!open) return null;
  return (
    <>
      <ScriptLines lines={open.lines ?? []} block={open.blocks[0] ?? null} />
      <Counting plan={open} />
    </>
  );
}

beforeEach(() => {
  useBuilder.getState().load(plan, 1, { kind: 'saved' });
  render(<Shown />);
});
afterEach(cleanup);

describe('lines of a block', () => {
  const where = () => screen.getByRole<HTMLSelectElement>('combobox', { name: 'Where a new line of Main belongs' });
  const field = () => screen.getByRole('textbox', { name: 'A line of your own for Main' });

  it('can be bound to its beginning, its stations, rounds and breaks', () => {
    expect([...where().options].map((o) => o.textContent)).toEqual([
      'Main begins',
      'Move 1, each time',
      'Move 2, each time',
      'Move 1, round 1',
      'Move 1, round 2',
      'Move 2, round 1',
      'Move 2, round 2',
      'round 1 begins',
      'round 2 begins',
      'the break after round 1',
      'the break after Main',
    ]);
  });

  it('are typed where they belong, moved, spoken and taken out, each to be taken back', () => {
    fireEvent.change(where(), { target: { value: 'main/s2/2' } });
    fireEvent.change(field(), { target: { value: 'Heels down' } });
    fireEvent.submit(field().closest('form')!);
    const at = { on: 'station', blockId: 'main', stationId: 's2', round: 2, afterMs: 0 };
    expect(now().lines).toEqual([{ at, text: 'Heels down', spoken: false }]);
    fireEvent.click(screen.getByRole('checkbox', { name: 'spoken' }));
    fireEvent.change(screen.getByRole('combobox', { name: 'Where \u201cHeels down\u201d belongs' }), {
      target: { value: 'main/break/1' },
    });
    expect(now().lines).toEqual([
      { at: { on: 'break', blockId: 'main', round: 1, afterMs: 0 }, text: 'Heels down', spoken: true },
    ]);
    fireEvent.click(screen.getByRole('button', { name: 'Remove Heels down' }));
    expect(now().lines).toBeUndefined();
    useBuilder.getState().undo();
    expect(now().lines).toHaveLength(1);
  });

  it('of nothing but spaces are not kept', () => {
    fireEvent.change(field(), { target: { value: '   ' } });
    fireEvent.submit(field().closest('form')!);
    expect(now().lines).toBeUndefined();
  });
});

describe('counting', () => {
  it('runs from three, five, ten or not at all', () => {
    fireEvent.change(screen.getByRole('combobox', { name: 'before work' }), { target: { value: '10' } });
    fireEvent.change(screen.getByRole('combobox', { name: 'before its end' }), { target: { value: '0' } });
    expect([now().cues.countdownBeforeWork, now().cues.countdownBeforeEnd]).toEqual([10, 0]);
  });

  it('takes the seconds of the warnings as they are typed, and keeps and marks what are none', () => {
    const warned = () => screen.getByRole<HTMLInputElement>('textbox', { name: /get ready at/ });
    fireEvent.change(warned(), { target: { value: '10 15' } });
    fireEvent.blur(warned());
    expect([now().cues.warningsMs, warned().value]).toEqual([[15_000, 10_000], '15 10']);
    fireEvent.change(warned(), { target: { value: '15 soon' } });
    fireEvent.blur(warned());
    expect([now().cues.warningsMs, warned().value]).toEqual([[15_000, 10_000], '15 soon']);
    expect(screen.getByRole('alert').textContent).toContain('whole seconds from 4 to 120');
    fireEvent.change(warned(), { target: { value: '' } });
    fireEvent.blur(warned());
    expect(now().cues.warningsMs).toEqual([]);
  });
});
