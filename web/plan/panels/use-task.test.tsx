// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { flushPromises } from '../../test/desks.test.support.ts';
import { useTask } from './use-task.ts';

afterEach(cleanup);

/** Workers that do what the test says. */
interface Under {
  ask: string;
  far: (share: number) => void;
  done: (result: string | null) => void;
  ended: boolean;
}
let workers: Under[];
beforeEach(() => {
  workers = [];
});

function start() {
  const mine: Under = { ask: '', far: () => {}, done: () => {}, ended: false };
  workers.push(mine);
  return {
    run: (ask: string, onProgress: (far: number) => void) => {
      mine.ask = ask;
      mine.far = onProgress;
      return new Promise<string | null>((done) => {
        mine.done = done;
      });
    },
    end: () => {
      mine.ended = true;
    },
  };
}
const task = () => renderHook(() => useTask(start));
const soon = (work: () => void) =>
  act(async () => {
    work();
    await flushPromises();
  });

describe('a long task in a worker', () => {
  it('tells how far it is, and what it found', async () => {
    const { result } = task();
    expect(result.current.state).toEqual({ kind: 'idle' });
    act(() => result.current.run('tides'));
    act(() => workers[0]!.far(0.4));
    expect([workers[0]!.ask, result.current.state]).toEqual(['tides', { kind: 'running', far: 0.4 }]);
    await soon(() => workers[0]!.done('found'));
    expect(result.current.state).toEqual({ kind: 'done', value: 'found' });
    // A word of progress that was still on its way.
    act(() => workers[0]!.far(0.9));
    expect(result.current.state.kind).toBe('done');
  });

  it('is broken off by another, by hand, and by the end of the screen; what it still says is not heard', async () => {
    const { result, unmount } = task();
    act(() => result.current.run('one'));
    act(() => result.current.run('two'));
    expect(workers.map((w) => w.ended)).toEqual([true, false]);
    act(() => workers[0]!.far(0.9));
    await soon(() => workers[0]!.done('late'));
    expect(result.current.state).toEqual({ kind: 'running', far: 0 });
    act(() => result.current.cancel());
    await soon(() => workers[1]!.done('later'));
    expect([result.current.state, workers[1]!.ended]).toEqual([{ kind: 'idle' }, true]);
    act(() => result.current.run('three'));
    unmount();
    expect(workers[2]!.ended).toBe(true);
  });

  it('that gave nothing leaves nothing', async () => {
    const { result } = task();
    act(() => result.current.run('one'));
    await soon(() => workers[0]!.done(null));
    expect(result.current.state).toEqual({ kind: 'idle' });
  });
});
