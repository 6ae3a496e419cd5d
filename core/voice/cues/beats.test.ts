import { describe, expect, it } from 'vitest';
import { block, format, planOf } from '../../test/build.ts';
import { compile } from '../../time/index.ts';
import { planCueSheet } from './plan-cues.ts';

const layers = [
  { name: 'step touch', counts: 16 },
  { name: 'add arms', counts: 16 },
];
const dance = (bpm: number) =>
  planOf(
    block(format('beats', { bpm }), [
      { id: 'a', move: 'Grapevine', sides: { mode: 'none' }, layers },
      { id: 'b', move: 'Box step', sides: { mode: 'none' }, layers: [{ name: 'easy', counts: 32 }] },
    ]),
  );
/** Words as long as they are when measured: 350 ms each. */
const spoken = (text: string) => 350 * text.split(' ').length;
const cuesAt = (bpm: number, ms = spoken) => planCueSheet(dance(bpm), compile(dance(bpm)).intervals, ms);

describe('a block in beats', () => {
  it('counts four, three, two on the last beats before each change, and ticks the last', () => {
    // 120 BPM: a beat is 500 ms. Layers end at 8, 16 and 32 s.
    const { cues } = cuesAt(120);
    const counts = cues.filter((c) => c.kind === 'count').map((c) => [c.atMs, c.text]);
    expect(counts).toEqual(
      [8000, 16_000, 32_000].flatMap((end) => [
        [end - 2000, 'Four'],
        [end - 1500, 'Three'],
        [end - 1000, 'Two'],
      ]),
    );
    expect(cues.filter((c) => c.tone === 'tick').map((c) => c.atMs)).toEqual([7500, 15_500, 31_500]);
  });

  it('falls on the beat at any tempo, within half a millisecond', () => {
    const beatMs = 60_000 / 130;
    const { cues } = cuesAt(130);
    const onBeat = cues.filter((c) => c.kind === 'count' || c.tone === 'tick');
    expect(onBeat.length).toBeGreaterThan(9);
    for (const c of onBeat) expect(Math.abs(c.atMs / beatMs - Math.round(c.atMs / beatMs)) * beatMs).toBeLessThan(1);
  });

  it('names a layer one phrase of eight before it begins, and the next move too', () => {
    const { cues } = cuesAt(120);
    expect(cues.filter((c) => c.kind === 'layer').map((c) => [c.atMs, c.text])).toEqual([[4000, 'add arms']]);
    const next = cues.filter((c) => c.text?.includes('Box step'));
    expect(next.map((c) => c.text)).toEqual(['Box step']);
    expect(next[0]!.atMs + next[0]!.spokenMs).toBeLessThanOrEqual(14_000);
  });

  it('ticks three beats where words are longer than a beat', () => {
    const { cues } = cuesAt(180);
    expect(cues.some((c) => c.kind === 'count')).toBe(false);
    // A beat is 333.3 ms; 16 counts end at 5333.
    expect(
      cues
        .filter((c) => c.tone === 'tick')
        .map((c) => c.atMs)
        .slice(0, 3),
    ).toEqual([4333, 4666, 5000]);
  });
});
