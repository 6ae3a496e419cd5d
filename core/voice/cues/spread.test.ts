import { describe, expect, it } from 'vitest';
import type { Plan, Station } from '../../class/index.ts';
import { circuit, planOf, stations } from '../../test/build.ts';
import { compile, groupsFor, isWork, sideAtStation } from '../../time/index.ts';
import { planCues } from './plan-cues.ts';

const split = { mode: 'split', first: 'left' } as const;
/** Nine stations, of which the second and the sixth are done on each side. */
const room = (heads: number, change: (x: Station, k: number) => Station = (x) => x): Plan => ({
  ...planOf({
    ...circuit(
      stations(9, (x, k) => change(k === 1 || k === 5 ? { ...x, sides: split } : x, k)),
      40,
      15,
      2,
    ),
    use: 'stations',
  }),
  heads,
});
const said = (p: Plan) => planCues(p, compile(p).intervals).filter((c) => c.text !== null);

describe('with groups spread over nine stations', () => {
  it('every turn in which someone must switch says so, and who', () => {
    const p = room(18);
    const works = compile(p).intervals.filter(isWork);
    const switches = said(p).filter((c) => c.kind === 'side');
    expect(switches.map((c) => c.atMs)).toEqual(works.map((i) => i.startMs + 20_000));
    expect(new Set(switches.map((c) => c.text))).toEqual(new Set(['Switch sides: Move 2, Move 6']));
    // No station but those hears of a half.
    expect(said(p).filter((c) => c.kind === 'half')).toEqual([]);
  });

  it('with two groups only the turns in which one of them is there', () => {
    // Groups of one person start at stations 1 and 2; 2 and 6 are taken in turns 1, 2, 5 and 6 of each round.
    const p = room(2);
    expect(groupsFor(9, 2).filter((g) => g.size > 0)).toHaveLength(2);
    const turn = (atMs: number) => Math.floor(atMs / 55_000) + 1;
    expect(
      said(p)
        .filter((c) => c.kind === 'side')
        .map((c) => [turn(c.atMs), c.text]),
    ).toEqual(
      [
        [1, 'Switch sides: Move 2'],
        [2, 'Switch sides: Move 2'],
        [5, 'Switch sides: Move 6'],
        [6, 'Switch sides: Move 6'],
      ]
        .flatMap((x) => [x])
        .concat([
          [10, 'Switch sides: Move 2'],
          [11, 'Switch sides: Move 2'],
          [14, 'Switch sides: Move 6'],
          [15, 'Switch sides: Move 6'],
        ]),
    );
  });

  it('nobody hears the name of a move that is not theirs: all move on', () => {
    const next = said(room(18)).filter((c) => c.kind === 'nextUp');
    expect(next).toHaveLength(18);
    expect([...new Set(next.map((c) => c.text))]).toEqual(['To your stations', 'Rotate']);
  });

  it('phases are said of those who have them', () => {
    const p = room(18, (x, k) => (k === 3 ? { ...x, phases: [{ when: 'at', ms: 10_000, say: 'other foot' }] } : x));
    const phases = said(p).filter((c) => c.kind === 'phase');
    expect(phases).toHaveLength(18);
    expect(phases[0]?.text).toBe('Move 4: other foot');
  });

  it('a station has its side of the moment, whichever of them the clock counts', () => {
    const p = room(18, (x, k) => (k === 8 ? { ...x, sides: { mode: 'byRound', first: 'right' } } : x));
    const works = compile(p).intervals.filter(isWork);
    const [second, ninth] = [p.blocks[0]!.stations[1]!, p.blocks[0]!.stations[8]!];
    expect([0, 19_999, 20_000].map((ms) => sideAtStation(second, works[4]!, ms))).toEqual(['left', 'left', 'right']);
    expect([works[0]!, works[9]!].map((i) => sideAtStation(ninth, i, 0))).toEqual(['right', 'left']);
  });
});
