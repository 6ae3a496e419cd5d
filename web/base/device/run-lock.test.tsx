// @vitest-environment jsdom
import { cleanup, renderHook } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { useRunLock, whenNoRunIsShown } from './run-lock.ts';

afterEach(cleanup);

it('what would load the window anew waits until its last run is left', () => {
  const done: string[] = [];
  whenNoRunIsShown(() => done.push('none shown'));
  expect(done).toEqual(['none shown']);
  const desk = renderHook(useRunLock);
  const ready = renderHook(useRunLock);
  whenNoRunIsShown(() => done.push('left'));
  desk.unmount();
  expect(done).toEqual(['none shown']);
  ready.unmount();
  expect(done).toEqual(['none shown', 'left']);
  renderHook(useRunLock).unmount();
  expect(done).toEqual(['none shown', 'left']);
});
