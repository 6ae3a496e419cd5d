// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { recordOf } from '../../../core/record/index.ts';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { eventsOf } from '../../../core/test/events.ts';
import { type RunCommand, recordsOf } from '../../../core/time/index.ts';
import { RecordGrid } from './record-grid.tsx';

afterEach(cleanup);

const plan = { ...planOf(circuit(stations(2), 30, 10, 2)), squads: ['Heron', 'Teal'] };
const heron: RunCommand = {
  type: 'reps',
  stationId: 's1',
  round: 1,
  squad: 'Heron',
  count: 12,
  effort: 7,
  note: 'deep',
};

/** The grid of a run of two stations, twice, with what was said in it; what it keeps. */
function shown(...said: RunCommand[]) {
  const events = eventsOf([0, { type: 'start' }], ...said.map((what): [number, RunCommand] => [45, what]), [
    300,
    { type: 'finish' },
  ]);
  const kept = vi.fn();
  // Nobody is asked for: there is no server here.
  const client = new QueryClient({ defaultOptions: { queries: { enabled: false } } });
  render(
    <QueryClientProvider client={client}>
      <RecordGrid
        sets={recordOf(plan, events).sets}
        reps={recordsOf(events).reps}
        squads={plan.squads}
        toCount={[]}
        blockNamed={() => 'Main'}
        onKeep={kept}
      />
    </QueryClientProvider>,
  );
  const cell = (name: string) => screen.getByRole<HTMLInputElement>('textbox', { name });
  const type = (name: string, text: string) => {
    const field = cell(name);
    field.focus();
    fireEvent.change(field, { target: { value: text } });
    return field;
  };
  return { kept, cell, type };
}

describe('the grid of a run', () => {
  it('shows the sets of stations that are counted, and the others when asked', () => {
    const { cell } = shown(heron);
    expect(cell('Move 1, Main, round 1: Heron').value).toBe('12, effort 7, deep');
    expect(cell('Move 1, Main, round 2: Teal').value).toBe('');
    expect(screen.queryByRole('textbox', { name: /^Move 2/ })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'The other 2 sets too' }));
    expect(cell('Move 2, Main, round 2: Heron').value).toBe('');
  });

  it('says that nothing was counted, and lets it be entered', () => {
    const { kept, type } = shown();
    fireEvent.click(screen.getByRole('button', { name: 'Enter counts: all 4 sets' }));
    fireEvent.blur(type('Move 2, Main, round 1: Teal', '9'));
    expect(kept).toHaveBeenCalledWith([{ type: 'reps', stationId: 's2', round: 1, squad: 'Teal', count: 9 }]);
  });

  it('keeps a count, a weight, effort and note, once', () => {
    const { kept, type, cell } = shown(heron);
    const field = type('Move 1, Main, round 1: Heron', '13 x 16, effort 7, deeper');
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(document.activeElement).toBe(cell('Move 1, Main, round 2: Heron'));
    expect(kept.mock.calls).toEqual([
      [
        [
          {
            type: 'reps',
            stationId: 's1',
            round: 1,
            squad: 'Heron',
            count: 13,
            weightKg: 16,
            effort: 7,
            note: 'deeper',
          },
        ],
      ],
    ]);
    // What is the same as it was is no entry; emptied, nothing was counted.
    fireEvent.blur(type('Move 1, Main, round 1: Heron', '12, RPE 7, deep'));
    expect(kept).toHaveBeenCalledTimes(1);
    fireEvent.blur(type('Move 1, Main, round 1: Heron', ''));
    expect(kept.mock.calls[1]?.[0]).toEqual([{ type: 'reps', stationId: 's1', round: 1, squad: 'Heron', count: null }]);
  });

  it('keeps what cannot be read in its cell, marked, and nothing else; Escape gives it up', () => {
    const { kept, type, cell } = shown(heron);
    const field = type('Move 1, Main, round 1: Heron', 'a dozen');
    fireEvent.blur(field);
    expect([field.value, field.getAttribute('aria-invalid')]).toEqual(['a dozen', 'true']);
    expect(kept).not.toHaveBeenCalled();
    fireEvent.keyDown(field, { key: 'Escape' });
    expect(cell('Move 1, Main, round 1: Heron').value).toBe('12, effort 7, deep');
  });

  it('takes a table from the cell it is pasted in, and says what of it cannot be read', () => {
    const { kept, cell } = shown(heron);
    fireEvent.paste(cell('Move 1, Main, round 1: Heron'), {
      clipboardData: { getData: () => '14\t11 x 12\nnine\t10\tbeyond\n1\t1' },
    });
    expect(kept.mock.calls[0]?.[0]).toEqual([
      { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', count: 14, effort: 7, note: 'deep' },
      { type: 'reps', stationId: 's1', round: 1, squad: 'Teal', count: 11, weightKg: 12 },
      { type: 'reps', stationId: 's1', round: 2, squad: 'Teal', count: 10 },
    ]);
    expect(screen.getByRole('status').textContent).toContain('\u201cnine\u201d cannot be read');
  });
});
