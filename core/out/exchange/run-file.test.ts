import { describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../test/build.ts';
import type { RunEvent } from '../../time/index.ts';
import { readRunFile } from './read-run-file.ts';
import { writeRunFile } from './run-file.ts';

const plan = planOf(circuit(stations(2), 30, 10, 2));
const events: RunEvent[] = [
  { id: 'event-0001', seq: 1, type: 'start', atMs: 1_790_000_000_000 },
  { id: 'event-0002', seq: 2, type: 'close', atMs: 1_790_000_100_000, came: 9 },
];

describe('a run as a file', () => {
  it('is read as it was written', () => {
    const text = writeRunFile({ id: 'run-00001', plan, events });
    expect(readRunFile(text)).toEqual({ ok: true, value: { id: 'run-00001', plan, events, unread: 0 } });
  });

  it('is read without the entries that are none, and says how many', () => {
    const text = writeRunFile({ id: 'run-00001', plan, events: [...events, { type: 'dance' } as unknown as RunEvent] });
    const read = readRunFile(text);
    expect(read.ok && [read.value.events.length, read.value.unread]).toEqual([2, 1]);
  });

  it('is refused when it is something else, with the place', () => {
    const problem = (text: string) => {
      const read = readRunFile(text);
      return read.ok ? null : [read.problems[0]?.path, read.problems[0]?.message];
    };
    expect(problem('{"a":\n oops')).toEqual(['line 2, column 2', 'This is not JSON']);
    expect(problem('{"format":"odd-round/classes"}')).toEqual(['file', 'This is no file of a run of Odd Round']);
    expect(problem(writeRunFile({ id: 'run-00001', plan: { ...plan, version: 99 } as never, events }))?.[1]).toContain(
      'newer',
    );
  });
});
