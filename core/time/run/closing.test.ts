import { describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { lastUndoable, type RunEvent } from './events.ts';
import { foldRun, stateAt } from './fold.ts';
import { closingOf, correctionsOf, endedByHand, recordsOf, setsNotCounted } from './records.ts';

const T0 = 1_790_000_000_000;
/** No count-in: work 30, rest 10, work 30, break 60, work 30, rest 10, work 30. */
const plan = { ...planOf(circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60) })), countInMs: 0 };
const event = (seq: number, seconds: number, what: object) =>
  ({ id: `event-${seq}`, seq, atMs: T0 + s(seconds), ...what }) as RunEvent;
const run = (...steps: [number, object][]) => [
  event(1, 0, { type: 'start' }),
  ...steps.map(([at, what], k) => event(k + 2, at, what)),
];
const at = (events: RunEvent[], seconds: number) => stateAt(plan, events, T0 + s(seconds));

describe('an end that is taken back', () => {
  it('leaves the run paused where it was ended; it goes on from there', () => {
    const ended = run([50, { type: 'finish' }]);
    expect(at(ended, 60).status).toBe('finished');
    // 50 s in: 10 s of the second set.
    const back = [...ended, event(3, 200, { type: 'reopen' })];
    expect(at(back, 300)).toMatchObject({ status: 'paused', index: 2, elapsedMs: s(10), endedAtMs: null });
    const on = [...back, event(4, 300, { type: 'resume' })];
    expect(at(on, 305)).toMatchObject({ status: 'running', index: 2, elapsedMs: s(15) });
    // What was paused is in the record: from 50 to 300 s.
    expect(at(on, 321).segments.at(-1)).toMatchObject({ intervalIndex: 2, pausedMs: s(250), ranMs: s(30) });
  });

  it('works for a run that was abandoned, before its start too, and twice', () => {
    const twice = run(
      [20, { type: 'abandon' }],
      [30, { type: 'reopen' }],
      [40, { type: 'resume' }],
      [45, { type: 'finish' }],
      [60, { type: 'reopen' }],
    );
    expect(at(twice, 70)).toMatchObject({ status: 'paused', index: 0, elapsedMs: s(25) });
    const unstarted = [event(1, 0, { type: 'abandon' }), event(2, 5, { type: 'reopen' })];
    expect(foldRun(plan, unstarted).status).toBe('ready');
  });

  it('does not open a run that came to its end by itself', () => {
    // 30 + 10 + 30 + 60 + 30 + 10 + 30 = 200 s.
    const done = run([200, { type: 'finish' }]);
    expect(endedByHand(at(done, 201))).toBe(false);
    expect(at([...done, event(3, 210, { type: 'reopen' })], 220).status).toBe('finished');
    expect(endedByHand(at(run([50, { type: 'finish' }]), 60))).toBe(true);
    expect(endedByHand(at(run([50, { type: 'abandon' }]), 60))).toBe(true);
  });

  it('is nothing that Undo takes back: the last change before it is', () => {
    const events = run([10, { type: 'adjust', deltaMs: 5000 }], [20, { type: 'finish' }], [30, { type: 'reopen' }]);
    expect(lastUndoable(events)?.type).toBe('adjust');
  });
});

describe('what is written down at the close', () => {
  it('is the last that was said of each, also after the end, by any desk', () => {
    const events = run(
      [200, { type: 'finish' }],
      [210, { type: 'close', came: 12, effort: 7 }],
      [220, { type: 'close', came: 11, by: 'desk-b' }],
      [230, { type: 'close', next: 'Bring the rope first', trial: true }],
      [240, { type: 'close', effort: null }],
    );
    expect(closingOf(events)).toEqual({ came: 11, effort: null, next: 'Bring the rope first', trial: true, felt: [] });
    expect(closingOf(run())).toEqual({ came: null, effort: null, next: '', trial: false, felt: [] });
    expect(at(events, 300).endedAtMs).toBe(T0 + s(200));
  });

  it('is how hard it was for each squad and person, as each said last; null takes it back', () => {
    const felt = (squad: string | null, effort: number | null, person?: string) => ({
      type: 'felt',
      squad,
      effort,
      ...(person === undefined ? {} : { person }),
    });
    const events = run(
      [210, felt('Heron', 6)],
      [211, felt('Teal', 9)],
      [212, felt('Heron', 7)],
      [213, felt('Heron', 4, 'p1')],
      [214, felt('Teal', null)],
    );
    expect(closingOf(events).felt).toEqual([
      { squad: 'Heron', effort: 7 },
      { squad: 'Heron', person: 'p1', effort: 4 },
    ]);
  });
});

describe('what was corrected', () => {
  it('is what stood there and what it became, each who by themselves; the same again is no correction', () => {
    const said = (count: number | null, more: object = {}) => ({
      type: 'reps',
      stationId: 's1',
      round: 1,
      squad: 'Heron',
      count,
      ...more,
    });
    const events = run(
      [40, said(12)],
      [41, said(12)],
      [42, said(14, { person: 'p1' })],
      [300, said(13)],
      [301, said(null)],
      [302, said(null, { note: 'left it out' })],
    );
    expect(correctionsOf(events).map(({ was, now }) => [was.count, now.count, now.note])).toEqual([
      [12, 13, undefined],
      [13, null, undefined],
      [null, null, 'left it out'],
    ]);
  });
});

describe('sets without a count', () => {
  it('are those done at stations that are counted: by the plan, or because another set was', () => {
    const [first, second] = stations(2);
    const counted = {
      ...planOf(
        circuit([{ ...first!, reps: { count: 8, per: 'total' } }, second!], 30, 10, 2, { roundBreakMs: s(60) }),
      ),
      countInMs: 0,
    };
    const events = run([35, { type: 'reps', stationId: 's1', round: 1, squad: null, count: 8 }]);
    const missing = (list: RunEvent[], seconds: number) =>
      setsNotCounted(stateAt(counted, list, T0 + s(seconds)), recordsOf(list).reps).map((m) => [m.stationId, m.round]);
    // Round 2 of the first station was done, 130–160 s; of the second nothing is counted.
    expect(missing(events, 250)).toEqual([['s1', 2]]);
    // It has not been done yet.
    expect(missing(events, 120)).toEqual([]);
    const both = [...events, event(3, 80, { type: 'reps', stationId: 's2', round: 1, squad: 'Heron', count: 20 })];
    expect(missing(both, 250)).toEqual([
      ['s1', 2],
      ['s2', 2],
    ]);
  });
});
