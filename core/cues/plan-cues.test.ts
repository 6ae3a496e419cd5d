import { describe, expect, it } from 'vitest';
import { runIntervals } from '../run/index.ts';
import { circuit, planOf, s, stations } from '../test/build.ts';
import { compile } from '../timeline/index.ts';
import { estimateSpokenMs, planCues } from './index.ts';

const plan = planOf(circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60) }));
const listed = (p = plan, intervals = compile(p).intervals) =>
  planCues(p, intervals).map((c) => [c.atMs / 1000, c.tone ?? c.text]);

describe('cues of a circuit', () => {
  it('sound, count down and say everything at its second', () => {
    // work 0–30, rest 30–40, work 40–70, break 70–130, work 130–160, rest 160–170, work 170–200
    expect(listed().slice(0, 25)).toEqual([
      [0, 'work'],
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
      [70.7, 'Last round'],
      [71.8, 'Next: Move 1'],
      [73.3, 'Water'],
      [127, 'tick'],
      [128, 'tick'],
      [129, 'tick'],
      [130, 'work'],
    ]);
    expect(listed().at(-1)).toEqual([200, 'end']);
  });

  it('tell the last one', () => {
    expect(listed()).toContainEqual([160.7, 'Last one']);
  });

  it('count the run in, without a tone at its start', () => {
    const list = planCues(plan, runIntervals(plan)).map((c) => [c.atMs / 1000, c.tone ?? c.text]);
    expect(list.slice(0, 6)).toEqual([
      [0.7, 'Round 1 of 2'],
      [2.6, 'Next: Move 1'],
      [7, 'tick'],
      [8, 'tick'],
      [9, 'tick'],
      [10, 'work'],
    ]);
  });

  it('sound one countdown where work follows work', () => {
    const ladder = planOf(circuit(stations(2), 12, 0, 1));
    expect(listed(ladder)).toEqual([
      [0, 'work'],
      [9, 'tick'],
      [10, 'tick'],
      [11, 'tick'],
      [12, 'work'],
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

  it('say rotate, side and kit', () => {
    const list = stations(2, (x) => ({ ...x, kit: ['box'], sides: { mode: 'byRound', first: 'left' } }));
    const p = planOf({ ...circuit(list, 30, 10, 1), use: 'stations' });
    expect(planCues(p, compile(p).intervals).map((c) => c.text)).toContain('Rotate. Next: Move 2, left side. box');
  });
});

describe('spoken length', () => {
  it('is two and a half words a second until it is measured', () => {
    expect(estimateSpokenMs('Next up Box step-up left side')).toBe(2400);
  });
});
