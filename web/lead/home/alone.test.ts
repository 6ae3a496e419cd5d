import { describe, expect, it, vi } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { advance } from '../../../core/time/index.ts';
import { toMulaw } from '../../../core/voice/index.ts';
import { notBegun, withDone } from './alone.ts';
import { carriedVoice } from './carried-voice.ts';

const plan = { ...planOf(circuit(stations(2), 30, 10, 1)), countInMs: 10_000 };

describe('a class led alone', () => {
  it('is a run like any other: what is done is an event, and the state their fold', () => {
    let alone = notBegun(plan);
    expect(alone.folded.status).toBe('ready');
    alone = withDone(plan, alone, 'start', 1_000_000.4);
    alone = withDone(plan, alone, 'pause', 1_020_000);
    expect(advance(alone.folded, 1_090_000)).toMatchObject({ status: 'paused', index: 1, elapsedMs: 10_000 });
    alone = withDone(plan, alone, 'resume', 1_100_000);
    alone = withDone(plan, alone, 'skip', 1_105_000);
    expect(advance(alone.folded, 1_105_000)).toMatchObject({ status: 'running', index: 2, elapsedMs: 0 });
    expect(alone.events.map((e) => e.seq)).toEqual([1, 2, 3, 4]);
  });
});

describe('the voice that came along', () => {
  const base64 = (samples: Float32Array) => Buffer.from(toMulaw(samples)).toString('base64');

  it('says the words it has, and is none where it has none of them', async () => {
    const addClip = vi.fn();
    const clips = { Rest: base64(new Float32Array(8000).fill(0.25)) };
    const lengths = await carriedVoice({ clips, rate: 16_000 }, { addClip })(
      plan,
      ['Rest', 'toString'],
      () => {},
      new AbortController().signal,
    );
    expect([...lengths]).toEqual([['Rest', 500]]);
    expect(addClip).toHaveBeenCalledOnce();
    const [key, samples, rate] = addClip.mock.calls[0] ?? [];
    expect([key, rate, Math.round(samples[100] * 100) / 100]).toEqual(['1|Rest', 16_000, 0.25]);
    await expect(
      carriedVoice({ clips: {}, rate: 1 }, { addClip })(plan, ['Rest'], () => {}, new AbortController().signal),
    ).rejects.toThrow();
  });
});
