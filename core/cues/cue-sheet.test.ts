import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Plan } from '../plan/index.ts';
import { runIntervals } from '../run/index.ts';
import { planArb } from '../test/arbitrary.ts';
import { block, circuit, format, planOf, s, stations } from '../test/build.ts';
import { compile } from '../timeline/index.ts';
import { type Cue, planCueSheet } from './index.ts';

const sheet = (p: Plan) => planCueSheet(p, compile(p).intervals);
const said = (p: Plan) =>
  sheet(p)
    .cues.filter((c) => c.text !== null)
    .map((c) => [c.atMs / 1000, c.text]);
const notes = (p: Plan) => sheet(p).notes.map((n) => `${n.what}: ${n.text} (${n.reason})`);
const named = (move: string, more: object = {}) => ({ id: move, move, sides: { mode: 'none' as const }, ...more });

describe('what gives way', () => {
  it('in 8 s of rest: 0.7 s tone, 4.3 s to talk, 3 s countdown; kit goes first, then the lead-in, then all of it', () => {
    const long = [
      named('Squat'),
      // "Next: Slow press. kettlebell" 4 words, 1.6 s: fits
      named('Slow press', { kit: ['kettlebell'] }),
      // 11 words with the kit are 4.4 s, 9 without are 3.6 s
      named('Slow one leg deadlift with a long reach', { kit: ['light kettlebell'] }),
      // 11 words with "Next:" are 4.4 s, the ten of the name alone 4 s
      named('Walk out to a high plank and reach each arm'),
      // 12 words are 4.8 s, 11 alone 4.4 s: no room at all
      named('Walk out to a high plank and reach one arm up'),
    ];
    const p = planOf(circuit(long, 20, 8, 1));
    // work 20, rest 8: rests start at 20, 48, 76, 104
    expect(said(p)).toEqual([
      [20.7, 'Next: Slow press. kettlebell'],
      [48.7, 'Next: Slow one leg deadlift with a long reach'],
      [76.7, 'Walk out to a high plank and reach each arm'],
      // "Last one" has the room that next up could not use
      [104.7, 'Last one'],
    ]);
    expect(notes(p)).toEqual([
      'shortened: Next: Slow one leg deadlift with a long reach. light kettlebell (takes 4.4 s, the rest is 8 s; the countdown is there)',
      'shortened: Next: Walk out to a high plank and reach each arm (takes 4.4 s, the rest is 8 s; the countdown is there)',
      'dropped: Next: Walk out to a high plank and reach one arm up (takes 4.8 s, the rest is 8 s; the countdown is there)',
    ]);
  });

  it('next up goes before the round call where there is no room for both', () => {
    // Break 7 s: 3.3 s to talk. "Round 2 of 3" 1.6 s + 0.3 + "Next: Hop" 0.8 s = 2.7 s: both fit, the call first.
    const both = planOf(circuit([named('Hop')], 20, 0, 3, { roundBreakMs: s(7) }));
    expect(said(both).slice(0, 2)).toEqual([
      [20.7, 'Round 2 of 3'],
      [22.6, 'Next: Hop'],
    ]);
    // "Next: Slow hop to a stop" 6 words, 2.4 s: no room for 1.6 + 0.3 + 2.4
    const one = planOf(circuit([named('Slow hop to a stop')], 20, 0, 3, { roundBreakMs: s(7) }));
    expect(said(one)[0]).toEqual([20.7, 'Next: Slow hop to a stop']);
    expect(notes(one)[0]).toBe('dropped: Round 2 of 3 (takes 1.6 s, the break is 7 s; next up is there)');
  });

  it('half way moves aside for a phase', () => {
    const p = planOf(circuit([named('Hop', { phases: [{ when: 'at', ms: 15_000, say: 'Other foot' }] })], 30, 0, 1));
    // The phase is said at 15 for 0.8 s; half way follows 0.3 s later, 1.1 s off its time.
    expect(said(p)).toEqual([
      [15, 'Other foot'],
      [16.1, 'Half way'],
      [20, 'Ten seconds'],
    ]);
  });

  it('a side switch stands, and the ticks under it give way', () => {
    // 5 s of work: switch at 2.5 to 3.3, ticks at 2, 3, 4
    const p = planOf(circuit([named('Lunge', { sides: { mode: 'split', first: 'left' } })], 5, 0, 1));
    expect(said(p)).toEqual([[2.5, 'Switch sides']]);
    expect(
      sheet(p)
        .cues.filter((c) => c.tone === 'tick')
        .map((c) => c.atMs),
    ).toEqual([2000, 4000]);
    expect(notes(p)).toHaveLength(1);
  });

  it('where work follows work, next up is said before the countdown', () => {
    const p = planOf(block(format('ladder', { rounds: 1, workMs: s(15) }), [named('Step'), named('Hop')]));
    // 15 − 3 countdown − 0.8 for "Next: Hop" − 0.3
    expect(said(p)).toEqual([[10.9, 'Next: Hop']]);
  });
});

describe('as the instructor sets it', () => {
  const base = planOf(circuit([named('Hop', { formCues: ['Soft knees', 'Tall'] }), named('Plank')], 30, 10, 2));

  it('levels by class, block and station: off, tone, voice, both', () => {
    const off: Plan = { ...base, cueLevels: { half: 'off', tenSeconds: 'off', nextUp: 'off', rounds: 'off' } };
    expect(said(off)).toEqual([]);
    const own: Plan = { ...off, blocks: off.blocks.map((b) => ({ ...b, cueLevels: { half: 'both' as const } })) };
    expect(said(own).map(([, t]) => t)).toEqual(Array(4).fill('Half way'));
    expect(
      sheet(own)
        .cues.filter((c) => c.tone === 'chime')
        .map((c) => c.atMs),
    ).toEqual([15_000, 55_000, 95_000, 135_000]);
    const quiet: Plan = {
      ...own,
      blocks: own.blocks.map((b) => ({
        ...b,
        stations: b.stations.map((x) => (x.move === 'Hop' ? { ...x, cueLevels: { half: 'off' as const } } : x)),
      })),
    };
    expect(said(quiet).map(([at]) => at)).toEqual([55, 135]);
  });

  it('chimes in place of words come at their time, in order with the ticks', () => {
    const p: Plan = { ...base, cueLevels: { half: 'tone', tenSeconds: 'tone', nextUp: 'off', rounds: 'off' } };
    const times = sheet(p).cues.map((c) => c.atMs);
    expect(times.slice(0, 6)).toEqual([0, 15_000, 20_000, 27_000, 28_000, 29_000]);
    expect(times).toEqual([...times].sort((a, b) => a - b));
  });

  it('form cues take turns over the sets', () => {
    const p: Plan = { ...base, cues: { ...base.cues, formCues: true } };
    expect(said(p).filter(([, t]) => t === 'Soft knees' || t === 'Tall')).toEqual([
      [4, 'Soft knees'],
      [84, 'Tall'],
    ]);
  });

  it('sentences in other words, a name said another way, lines at a time', () => {
    const p: Plan = {
      ...base,
      phrases: { nextUp: 'Then {move}', half: 'Middle', lastOne: 'One to go' },
      lines: [
        { atMs: 2000, text: 'Welcome aboard', spoken: true },
        { atMs: 3000, text: 'Walk to the door', spoken: false },
      ],
      blocks: base.blocks.map((b) => ({
        ...b,
        stations: b.stations.map((x) => (x.move === 'Plank' ? { ...x, sayAs: 'the plank' } : x)),
      })),
    };
    const texts = said(p).map(([, t]) => t);
    expect(texts).toContain('Then the plank');
    expect(texts).toContain('Middle');
    expect(texts).toContain('One to go');
    expect(said(p).slice(0, 2)).toEqual([
      [2, 'Welcome aboard'],
      [3, 'Walk to the door'],
    ]);
    expect(sheet(p).cues.find((c) => c.kind === 'script')?.spokenMs).toBe(0);
  });

  it('milestones: half of the class and the last five minutes', () => {
    const p: Plan = { ...planOf(circuit(stations(10), 50, 10, 2)), cues: { ...base.cues, milestones: true } };
    // 20 × 50 + 19 × 10 = 1190 s: half at 595, five minutes before the end at 890
    const found = sheet(p).cues.filter((c) => c.kind === 'milestone');
    expect(found.map((c) => c.text)).toEqual(['Half of the class is done', 'Last five minutes']);
    for (const [k, at] of [595, 890].entries()) expect(Math.abs(found[k]!.atMs / 1000 - at)).toBeLessThan(10);
  });

  it('measured lengths count in place of estimates', () => {
    const p = planOf(circuit([named('Hop'), named('Plank')], 20, 8, 1));
    const slow = planCueSheet(p, compile(p).intervals, () => 5000);
    expect(slow.cues.filter((c) => c.text !== null)).toEqual([]);
    expect(slow.notes.map((n) => n.what)).toEqual(['dropped', 'dropped']);
  });
});

describe('any class', () => {
  const overlaps = (cues: readonly Cue[]) => {
    const spoken = cues.filter((c) => c.spokenMs > 0).sort((a, b) => a.atMs - b.atMs);
    return spoken.filter((c, k) => k > 0 && c.atMs < spoken[k - 1]!.atMs + spoken[k - 1]!.spokenMs).map((c) => c.text);
  };

  it('no spoken cue overlaps another, covers a countdown or runs out of its interval', () => {
    fc.assert(
      fc.property(planArb, fc.integer({ min: 100, max: 900 }), (p, msAWord) => {
        const all: Plan = { ...p, cues: { ...p.cues, formCues: true, milestones: true } };
        const intervals = runIntervals(all);
        const { cues } = planCueSheet(all, intervals, (t) => t.split(' ').length * msAWord);
        expect(overlaps(cues)).toEqual([]);
        const ticks = cues.filter((c) => c.tone === 'tick').map((c) => c.atMs);
        for (const c of cues.filter((x) => x.spokenMs > 0)) {
          expect(ticks.filter((t) => t >= c.atMs && t < c.atMs + c.spokenMs)).toEqual([]);
          const i = intervals[c.intervalIndex]!;
          expect(c.atMs + c.spokenMs).toBeLessThanOrEqual(i.startMs + i.durationMs);
        }
      }),
      { numRuns: 400 },
    );
  });
});
