// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { prefer } from '../device/index.ts';
import { useActionList, useActions } from './actions.ts';

let done: string[];
function Place() {
  const run = (name: string) => () => done.push(name);
  useActions('Here', [
    { name: 'Add', key: 'a', run: run('add') },
    { name: 'Log', key: 'g l', run: run('log') },
    { name: 'Lower', key: 'l', run: run('l') },
    { name: 'Skip', key: '→', run: run('skip'), heard: true },
    { name: 'Export', run: run('export') },
  ]);
  return <input aria-label="Name" />;
}
const press = (key: string, on: Element = document.body, more = {}) => fireEvent.keyDown(on, { key, ...more });

beforeEach(() => {
  done = [];
  render(<Place />);
});
afterEach(() => {
  cleanup();
  prefer({ shortcuts: true });
});

describe('actions', () => {
  it('are done by their keys, one or two, and listed while their place is shown', () => {
    press('a');
    press('A');
    press('g');
    press('l');
    press('l');
    press('→');
    expect(done).toEqual(['add', 'add', 'log', 'l']);
    const [here] = useActionList.getState().places;
    expect(here?.actions.map((a) => [a.name, a.key])).toEqual([
      ['Add', 'a'],
      ['Log', 'g l'],
      ['Lower', 'l'],
      ['Skip', '→'],
      ['Export', undefined],
    ]);
    here?.actions.at(-1)?.run();
    expect(done.at(-1)).toBe('export');
    cleanup();
    expect(useActionList.getState().places).toEqual([]);
  });

  it('leave letters alone that are typed, pressed with another key, or turned off', () => {
    press('a', screen.getByRole('textbox'));
    press('a', document.body, { ctrlKey: true });
    press('a', document.body, { repeat: true });
    prefer({ shortcuts: false });
    press('a');
    expect(done).toEqual([]);
  });

  it('wait while something lies over the screen', () => {
    const over = document.createElement('div');
    over.dataset.overDesk = '';
    document.body.append(over);
    press('a');
    over.remove();
    press('a');
    expect(done).toEqual(['add']);
  });
});
