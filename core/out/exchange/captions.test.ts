import { describe, expect, it } from 'vitest';
import webvtt from 'webvtt-parser';
import type { Plan } from '../../class/index.ts';
import { doneStretches } from '../../record/index.ts';
import { block, circuit, format, planOf, stations } from '../../test/build.ts';
import { eventsOf, T0 } from '../../test/events.ts';
import type { RunCommand } from '../../time/index.ts';
import { isWork } from '../../time/index.ts';
import { captionsOf, chapterLines, chaptersOf, ledRecording, plannedRecording } from './captions.ts';
import { writeWebVtt } from './webvtt.ts';

/** Count-in 10, then work 30, rest 10 four times over, the last rest left out: sets begin at 10, 50, 90 and 130. */
const plan: Plan = { ...planOf(circuit(stations(2), 30, 10, 2)), countInMs: 10_000 };
const start: [number, RunCommand] = [0, { type: 'start' }];

describe('a recording of a class', () => {
  it('has each set at the head of the picture while it lasts, and the words as they are said', () => {
    const texts = captionsOf(plannedRecording(plan));
    expect(texts.filter((t) => t.atTop).map((t) => [t.startMs, t.endMs, t.text])).toEqual([
      [10_000, 40_000, 'Move 1'],
      [50_000, 80_000, 'Move 2'],
      [90_000, 120_000, 'Move 1'],
      [130_000, 160_000, 'Move 2'],
    ]);
    const said = texts.filter((t) => !t.atTop);
    expect(said.map((t) => t.text)).toContain('Next: Move 2');
    // One is gone when the next comes.
    expect(said.every((t, k) => t.endMs <= (said[k + 1]?.startMs ?? Number.POSITIVE_INFINITY))).toBe(true);
  });

  it('has a led class by what its record says, to the ms: pauses, a skip and a step back with it', () => {
    const events = eventsOf(
      start,
      [20.123, { type: 'pause' }],
      [35.5, { type: 'resume' }],
      // The first set ends at 55.377, its rest at 65.377.
      [70, { type: 'skip' }],
      [75, { type: 'back' }],
      [300, { type: 'finish' }],
    );
    const { cues, errors } = new webvtt.WebVTTParser().parse(
      writeWebVtt(captionsOf(ledRecording(plan, events), 4000)),
      'metadata',
    );
    expect(errors).toEqual([]);
    const record = doneStretches(plan, events).filter((d) => isWork(d.interval));
    const sets = cues.filter((c) => /^Move \d$/.test(c.text));
    expect(sets.map((c) => Math.round(c.startTime * 1000))).toEqual(record.map((d) => d.startedAtMs - T0 + 4000));
    expect(sets.map((c) => Math.round(c.endTime * 1000))).toEqual(
      record.map((d) => d.startedAtMs + d.ranMs + d.pausedMs - T0 + 4000),
    );
    // By hand: the first set began at 10 s, ran 30 s and was paused for 15.377 s.
    expect([sets[0]?.startTime, sets[0]?.endTime]).toEqual([14, 59.377]);
  });

  it('says after a pause what was said before it only once, and later by as much as it took', () => {
    const led = ledRecording(
      plan,
      eventsOf(start, [20, { type: 'pause' }], [50, { type: 'resume' }], [300, { type: 'finish' }]),
    );
    const half = (texts: ReturnType<typeof captionsOf>) =>
      texts.filter((t) => t.text === 'Half way').map((t) => t.startMs);
    const planned = half(captionsOf(plannedRecording(plan)));
    // Half way through the first set lies behind the pause; those of all later sets are as late.
    expect(half(captionsOf(led))).toEqual(planned.map((ms) => ms + 30_000));
  });

  it('leaves out what lies before the recording, and cuts what lies across its start', () => {
    const texts = captionsOf(plannedRecording(plan), -60_000).filter((t) => t.atTop);
    expect(texts.map((t) => [t.startMs, t.endMs])).toEqual([
      [0, 20_000],
      [30_000, 60_000],
      [70_000, 100_000],
    ]);
  });

  it('has chapters without gaps from its very start, by block, round and set', () => {
    const two: Plan = {
      ...planOf(
        { ...circuit(stations(2), 30, 10, 2), title: 'Main', breakAfter: { ms: 60_000, untilTap: false } },
        block(format('open', { lengthMs: 120_000 }), [], { title: 'Talk' }),
      ),
      countInMs: 10_000,
    };
    const recorded = plannedRecording(two);
    // Main is 150 s, with the count-in and the break 220.
    expect(chapterLines(chaptersOf(recorded, 'block'))).toBe('0:00 Main\n3:40 Talk\n');
    expect(chapterLines(chaptersOf(recorded, 'round', 5000))).toBe(
      '0:00 Before the class\n0:05 Main\n0:15 Main, round 1\n1:35 Main, round 2\n3:45 Talk\n',
    );
    const sets = chaptersOf(recorded, 'set');
    expect(sets.every((c, k) => k === 0 || c.startMs === sets[k - 1]?.endMs)).toBe(true);
    expect(sets.at(-1)?.endMs).toBe(340_000);
  });
});
