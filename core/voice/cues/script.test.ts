import { describe, expect, it } from 'vitest';
import type { Bound, Plan } from '../../class/index.ts';
import { moveBlock, moveStation, removeBlock } from '../../class/index.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { compile } from '../../time/index.ts';
import { planCueSheet } from './plan-cues.ts';

/** Talk 60; circuit a: 2 × 30/10 × 2, round break 40, to 60 + 30 + 10 + 30 + 40 + 70 = 240; break 60; b: one of 30 at 300. */
const a = {
  ...circuit(stations(2), 30, 10, 2, { roundBreakMs: s(40) }),
  id: 'a',
  breakAfter: { ms: s(60), untilTap: false },
};
const b = { ...circuit(stations(1), 30, 0, 1), id: 'b' };
const plan = planOf({ ...block(format('open', { lengthMs: s(60) })), id: 'talk' }, a, b);
const withLine = (at: Bound, spoken = false, p: Plan = plan): Plan => ({
  ...p,
  lines: [{ at, text: 'Eyes on the water', spoken }],
});
const times = (p: Plan) =>
  planCueSheet(p, compile(p).intervals)
    .cues.filter((c) => c.text === 'Eyes on the water')
    .map((c) => c.atMs / 1000);

describe('a line of the script', () => {
  it.each<[string, Bound, number[]]>([
    ['the class', { on: 'class', afterMs: s(5) }, [5]],
    ['a block', { on: 'block', blockId: 'a', afterMs: 0 }, [60]],
    ['a round', { on: 'round', blockId: 'a', round: 2, afterMs: s(2) }, [172]],
    ['the break after a block', { on: 'break', blockId: 'a', afterMs: s(10) }, [250]],
    ['the break after a round', { on: 'break', blockId: 'a', round: 1, afterMs: 0 }, [130]],
    ['a station', { on: 'station', blockId: 'a', stationId: 's2', afterMs: s(4) }, [104, 214]],
    ['a station in one round', { on: 'station', blockId: 'a', stationId: 's2', round: 2, afterMs: s(4) }, [214]],
  ])('bound to %s comes where that does', (_, at, expected) => {
    expect(times(withLine(at))).toEqual(expected);
  });

  it('stays with what it is bound to through edits, and goes with it', () => {
    const p = withLine({ on: 'station', blockId: 'a', stationId: 's2', round: 1, afterMs: 0 });
    expect(times(p)).toEqual([100]);
    expect(times(moveStation(p, 'a', 's2', 0))).toEqual([60]);
    // The talk after it: the block begins the class.
    expect(times(moveBlock(p, 'talk', 1))).toEqual([40]);
    expect(removeBlock(p, 'a').lines).toBeUndefined();
  });

  it('is shown, or spoken where there is room, and told where what it is bound to does not come', () => {
    const p = withLine({ on: 'block', blockId: 'a', afterMs: 0 }, true);
    const [cue] = planCueSheet(p, compile(p).intervals).cues.filter((c) => c.kind === 'own');
    // The tone has 0.7 s.
    expect([cue?.atMs, cue?.spokenMs]).toEqual([60_700, 1600]);
    const never = withLine({ on: 'round', blockId: 'a', round: 7, afterMs: 0 });
    expect(planCueSheet(never, compile(never).intervals).notes.map((n) => `${n.what} ${n.text}: ${n.reason}`)).toEqual([
      'dropped Eyes on the water: what it is bound to does not come in this class',
    ]);
  });
});
