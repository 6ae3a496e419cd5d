import { describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { compile, runIntervals } from '../../time/index.ts';
import { planCueSheet, planCues } from './plan-cues.ts';
import { estimateSpokenMs } from './spoken.ts';

const plan = planOf(circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60) }));
const listed = (p = plan, intervals = compile(p).intervals) =>
  planCues(p, intervals).map((c): [number, string | null] => [c.atMs / 1000, c.tone ?? c.text]);

describe('cues of a circuit', () => {
  it('sound, count down and say everything at its second', () => {
    // work 0–30, rest 30–40, work 40–70, break 70–130, work 130–160, rest 160–170, work 170–200
    expect(listed().slice(0, 29)).toEqual([
      [0, 'work'],
      // No gap and no set before it: what comes first is told as it begins.
      [0.7, 'Move 1'],
      [1.8, 'Round 1 of 2'],
      [15, 'Half way'],
      [20, 'Ten seconds'],
      [27, 'tick'],
      [28, 'tick'],
      [29, 'tick'],
      [30, 'rest'],
      [30.7, 'Next: Move 2'],
      [37, 'tick'],
      [38, 'tick'],
      [39, 'tick'],
      [40, 'work'],
      [55, 'Half way'],
      [60, 'Ten seconds'],
      [67, 'tick'],
      [68, 'tick'],
      [69, 'tick'],
      [70, 'break'],
      [70.7, 'Next: Move 1'],
      [74.7, 'Water'],
      // A minute is a long gap: the warning at ten seconds, the round at its end: 130 − 3 − 0.8 − 0.3.
      [120, 'Ten seconds'],
      [125.9, 'Last round'],
      [127, 'tick'],
      [128, 'tick'],
      [129, 'tick'],
      [130, 'work'],
      [145, 'Half way'],
    ]);
    expect(listed().at(-1)).toEqual([200, 'end']);
  });

  it('tell the last one, after its name', () => {
    expect(listed().filter(([at]) => at >= 160 && at < 167)).toEqual([
      [160, 'rest'],
      [160.7, 'Next: Move 2'],
      [162.2, 'Last one'],
    ]);
  });

  it('count the run in, without a tone at its start', () => {
    const list = planCues(plan, runIntervals(plan)).map((c) => [c.atMs / 1000, c.tone ?? c.text]);
    expect(list.slice(0, 6)).toEqual([
      [0.1, 'Next: Move 1'],
      [1.6, 'Round 1 of 2'],
      [7, 'tick'],
      [8, 'tick'],
      [9, 'tick'],
      [10, 'work'],
    ]);
  });

  it('sound one countdown where work follows work, the name alone before it where the work is short', () => {
    const ladder = planOf(circuit(stations(2), 12, 0, 1));
    expect(listed(ladder)).toEqual([
      [0, 'work'],
      [0.7, 'Move 1'],
      // "Move 2" 0.8 s: 12 − 3 − 0.8 − 0.3
      [7.9, 'Move 2'],
      [9, 'tick'],
      [10, 'tick'],
      [11, 'tick'],
      [12, 'work'],
      [12.7, 'Last one'],
      [21, 'tick'],
      [22, 'tick'],
      [23, 'tick'],
      [24, 'end'],
    ]);
  });

  it('say "half way" from 30 s and "ten seconds" from 25 s on', () => {
    const texts = (work: number) =>
      planCues(plan, compile(planOf(circuit(stations(1), work, 0, 1))).intervals).map((c) => c.text);
    expect(texts(24)).not.toContain('Ten seconds');
    expect(texts(25)).toContain('Ten seconds');
    expect(texts(29)).not.toContain('Half way');
  });

  it('always say when to switch sides', () => {
    const split = planOf(
      circuit(
        stations(1, (x) => ({ ...x, sides: { mode: 'split', first: 'left' } })),
        20,
        0,
        1,
      ),
    );
    const quiet = { ...split, cues: { ...split.cues, phases: false, half: false } };
    expect(listed(quiet)).toContainEqual([10, 'Switch sides']);
  });

  it('count down from five or ten, from three where that would leave no room, and say that', () => {
    const p = { ...plan, cues: { ...plan.cues, countdownBeforeWork: 10 as const, countdownBeforeEnd: 5 as const } };
    const { cues, notes } = planCueSheet(p, compile(p).intervals);
    const ticks = (from: number, to: number) =>
      cues.filter((c) => c.tone === 'tick' && c.atMs >= s(from) && c.atMs < s(to)).map((c) => c.atMs / 1000);
    expect(ticks(0, 30)).toEqual([25, 26, 27, 28, 29]);
    expect(ticks(30, 40)).toEqual([37, 38, 39]);
    expect(ticks(70, 130)).toEqual([120, 121, 122, 123, 124, 125, 126, 127, 128, 129]);
    expect(notes.map((n) => [n.what, n.text, n.reason, n.room])).toEqual([
      ['shortened', '10 seconds', 'it is 10 s long: the countdown runs from three', '20 s'],
      ['shortened', '10 seconds', 'it is 10 s long: the countdown runs from three', '20 s'],
    ]);
    // Ten seconds that are counted are not told as well.
    expect(cues.filter((c) => c.kind === 'warning')).toEqual([]);
  });

  it('tell people to get ready when the class wants it', () => {
    const p = { ...plan, cues: { ...plan.cues, warningsMs: [30_000, 15_000] } };
    const told = planCues(p, compile(p).intervals).filter((c) => c.kind === 'warning');
    expect(told.map((c) => [c.atMs / 1000, c.text])).toEqual([
      [100, '30 seconds'],
      [115, '15 seconds'],
    ]);
  });
});

describe('spoken length', () => {
  it('is two and a half words a second until it is measured', () => {
    expect(estimateSpokenMs('Next up Box step-up left side')).toBe(2400);
  });
});
