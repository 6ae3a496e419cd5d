import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { compile } from '../../time/index.ts';
import { planCueSheet } from './plan-cues.ts';

const sheet = (p: Plan) => planCueSheet(p, compile(p).intervals);
const said = (p: Plan) =>
  sheet(p)
    .cues.filter((c) => c.text !== null)
    .map((c) => [c.atMs / 1000, c.text]);
const notes = (p: Plan) => sheet(p).notes.map((n) => `${n.what}: ${n.text} (${n.reason})`);
const named = (move: string, more: object = {}) => ({ id: move, move, sides: { mode: 'none' as const }, ...more });

const from = (seconds: number, p: Plan) => said(p).filter(([at]) => (at as number) >= seconds);

describe('what gives way', () => {
  it('in 8 s of rest: 0.7 s tone, 4.3 s to talk, 3 s countdown; a name that is longer goes before it', () => {
    const long = [
      named('Squat'),
      // "Next: Slow press" 3 words, 1.2 s, then "kettlebell" 0.4 s
      named('Slow press', { kit: ['kettlebell'] }),
      // 12 words are 4.8 s: into the 20 s of work before, 20 − 3 − 4.8 − 0.3
      named('Walk out to a high plank and reach one arm up'),
    ];
    const p = planOf(circuit(long, 20, 8, 1));
    // work 20, rest 8: rests start at 20 and 48
    expect(from(20, p)).toEqual([
      [20.7, 'Next: Slow press'],
      [22.2, 'kettlebell'],
      [39.9, 'Next: Walk out to a high plank and reach one arm up'],
      [48.7, 'Last one'],
    ]);
    expect(notes(p)).toEqual([]);
  });

  it('after 5 s of work there is room nowhere: it is told, with the rest that it needs', () => {
    const p = planOf(circuit([named('Hop'), named('Walk out to a high plank and reach one arm up')], 5, 8, 1));
    expect(sheet(p).notes.map((n) => [n.what, n.text, n.room])).toEqual([
      // Eleven words are 4.4 s and one more 4.8 s, with the tone and the ticks 8.5.
      ['dropped', 'Next: Walk out to a high plank and reach one arm up', 'a rest of 9 s'],
    ]);
  });

  it('what is left over of a short rest goes to the kit last', () => {
    // 6 s: 0.7 tone, 2.3 to talk. "Next: Row" 0.8 + 0.3 + "Change weights: 16 kilos" 1.6: the weight alone, then no kit.
    const bells = [named('Swing', { weightKg: 12 }), named('Row', { weightKg: 16, kit: ['kettlebell'] })];
    const p = planOf(circuit(bells, 20, 6, 1));
    expect(from(20, p).slice(0, 1)).toEqual([[20.7, 'Next: Row']]);
    expect(sheet(p).notes.map((n) => `${n.what}: ${n.text}, ${n.room}`)).toEqual([
      'dropped: Change weights: 16 kilos, a rest of 7 s',
    ]);
    expect(from(20, p)).toContainEqual([22.6, 'kettlebell']);
  });

  it('next up goes before the round call, which is made as the round begins where there is no room for both', () => {
    // Break 7 s: 3.3 s to talk. "Next: Hop" 0.8 s + 0.3 + "Round 2 of 3" 1.6 s: both fit.
    const both = planOf(circuit([named('Hop')], 20, 0, 3, { roundBreakMs: s(7) }));
    expect(from(20, both).slice(0, 2)).toEqual([
      [20.7, 'Next: Hop'],
      [21.8, 'Round 2 of 3'],
    ]);
    // "Next: Slow hop to a stop" 6 words, 2.4 s: no room for 1.6 more.
    const one = planOf(circuit([named('Slow hop to a stop')], 20, 0, 3, { roundBreakMs: s(7) }));
    expect(from(20, one).slice(0, 2)).toEqual([
      [20.7, 'Next: Slow hop to a stop'],
      [27.7, 'Round 2 of 3'],
    ]);
  });

  it('half way is left out beside a phase, and said where it is 3 s away', () => {
    const phased = (ms: number) =>
      planOf(circuit([named('Hop', { phases: [{ when: 'at', ms, say: 'Other foot' }] })], 30, 0, 1));
    const texts = (p: Plan) => said(p).map(([, text]) => text);
    expect(texts(phased(16_000))).toEqual(['Hop', 'Other foot', 'Ten seconds']);
    expect(texts(phased(10_000))).toEqual(['Hop', 'Other foot', 'Half way', 'Ten seconds']);
  });

  it('a side switch stands, and the ticks under it give way', () => {
    // 5 s of work: switch at 2.5 to 3.3, ticks at 2, 3, 4
    const p = planOf(circuit([named('Lunge', { sides: { mode: 'split', first: 'left' } })], 5, 0, 1));
    expect(from(2, p)).toEqual([[2.5, 'Switch sides']]);
    expect(
      sheet(p)
        .cues.filter((c) => c.tone === 'tick')
        .map((c) => c.atMs),
    ).toEqual([2000, 4000]);
    expect(notes(p).filter((n) => n.startsWith('dropped: tick'))).toHaveLength(1);
  });

  it('a side switch that does not end in time is said in one word', () => {
    // One second of work, half a second after the switch: "Switch sides" is 0.8 s, "Switch" 0.4 s.
    const p = planOf(circuit([named('Lunge', { sides: { mode: 'split', first: 'left' } })], 1, 10, 2));
    expect(said(p).filter(([, text]) => String(text).startsWith('Switch'))).toEqual([
      [0.5, 'Switch'],
      [11.5, 'Switch'],
    ]);
  });

  it('where work follows work, next up is said before the countdown', () => {
    const p = planOf(block(format('ladder', { rounds: 1, workMs: s(15) }), [named('Step'), named('Hop')]));
    // 15 − 3 countdown − 0.8 for "Next: Hop" − 0.3
    expect(said(p)).toEqual([
      [0.7, 'Step'],
      [10.9, 'Next: Hop'],
      [15.7, 'Last one'],
    ]);
  });
});

const OFF = {
  half: 'off',
  tenSeconds: 'off',
  nextUp: 'off',
  rounds: 'off',
  left: 'off',
  formCues: 'off',
} as const;

describe('as the instructor sets it', () => {
  const base = planOf(circuit([named('Hop', { formCues: ['Soft knees', 'Tall'] }), named('Plank')], 30, 10, 2));

  it('levels by class, block and station: off, tone, voice, both', () => {
    const off: Plan = { ...base, cueLevels: OFF };
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
    const p: Plan = { ...base, cueLevels: { ...OFF, half: 'tone', tenSeconds: 'tone' } };
    const times = sheet(p).cues.map((c) => c.atMs);
    expect(times.slice(0, 6)).toEqual([0, 15_000, 20_000, 27_000, 28_000, 29_000]);
    expect(times).toEqual([...times].sort((a, b) => a - b));
  });

  it('form cues that are written at a station are said, in turns over the sets', () => {
    expect(said(base).filter(([, t]) => t === 'Soft knees' || t === 'Tall')).toEqual([
      [4, 'Soft knees'],
      [84, 'Tall'],
    ]);
  });

  it('sentences in other words, a name said another way', () => {
    const p: Plan = {
      ...base,
      phrases: { nextUp: 'Then {move}', half: 'Middle', lastOne: 'One to go' },
      blocks: base.blocks.map((b) => ({
        ...b,
        stations: b.stations.map((x) => (x.move === 'Plank' ? { ...x, sayAs: 'the plank' } : x)),
      })),
    };
    const texts = said(p).map(([, t]) => t);
    expect(texts).toContain('Then the plank');
    expect(texts).toContain('Middle');
    expect(texts).toContain('One to go');
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
    // Five seconds fit into 20 s of work and nowhere into 8 s of rest.
    expect(slow.cues.filter((c) => c.text !== null).map((c) => [c.atMs, c.text])).toEqual([
      [700, 'Hop'],
      [11_700, 'Next: Plank'],
      // The last one is told as it begins.
      [28_700, 'Last one'],
    ]);
  });
});
