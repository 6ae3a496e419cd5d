import { useCallback, useEffect, useRef, useState } from 'react';
import type { Task } from '../../base/index.ts';

export type TaskState<Result> = { kind: 'idle' } | { kind: 'running'; far: number } | { kind: 'done'; value: Result };

interface Startable<Ask, Result> {
  run: Task<Ask, Result>;
  end: () => void;
}

/** Runs a long task in a worker of its own; another `run`, `cancel` or the end of the screen breaks off the one under way. */
export function useTask<Ask, Result>(start: () => Startable<Ask, Result>) {
  const under = useRef<Startable<Ask, Result> | null>(null);
  const [state, setState] = useState<TaskState<Result>>({ kind: 'idle' });
  const end = useCallback(() => {
    under.current?.end();
    under.current = null;
  }, []);
  useEffect(() => end, [end]);
  const cancel = useCallback(() => {
    end();
    setState((s) => (s.kind === 'idle' ? s : { kind: 'idle' }));
  }, [end]);
  const run = (ask: Ask) => {
    end();
    setState({ kind: 'running', far: 0 });
    const mine = start();
    under.current = mine;
    // Progress has a way of its own: the last of it may come after the result, and says nothing any more then.
    let isOver = false;
    const tell = (next: TaskState<Result>) => {
      if (under.current === mine && !isOver) setState(next);
    };
    void mine
      .run(ask, (far) => tell({ kind: 'running', far }))
      .then((value) => {
        tell(value === null ? { kind: 'idle' } : { kind: 'done', value });
        isOver = true;
      });
  };
  return { state, run, cancel };
}
