import { describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { runIntervals } from '../../../core/time/index.ts';
import { flushPromises } from '../../test/desks.test.support.ts';
import type { Speaker, VoiceState } from './voice.ts';
import { VoicedCues } from './voiced-cues.ts';

const plan = planOf(circuit(stations(2), 30, 10, 2));
const intervals = runIntervals(plan);

/** A speaker that says every word in a second when it is let. */
function speaker() {
  const asked: string[][] = [];
  const waiting: { done: () => void; fail: () => void }[] = [];
  const speak: Speaker = (_, words, onProgress, signal) => {
    asked.push([...words]);
    return new Promise((done, fail) => {
      const all = new Map(words.map((w) => [w, 1000]));
      waiting.push({
        done: () => {
          onProgress(words.length, all);
          done(all);
        },
        fail: () => fail(new Error('no voice')),
      });
      signal.addEventListener('abort', () => fail(new Error('aborted')));
    });
  };
  return { speak, asked, waiting };
}

function cues() {
  const { speak, asked, waiting } = speaker();
  const states: VoiceState[] = [];
  return { voiced: new VoicedCues(speak, (s) => states.push(s)), asked, waiting, states };
}

describe('cues with their voice', () => {
  it('are planned by estimates until the voice is there, then by its lengths', async () => {
    const { voiced, waiting, states } = cues();
    const said = () => voiced.sheet(plan, intervals).cues.filter((c) => c.spokenMs > 0 && c.tone === null);
    expect(said().some((c) => c.spokenMs !== 1000)).toBe(true);
    void voiced.want(plan, intervals);
    expect(states.at(-1)).toMatchObject({ kind: 'loading', done: 0 });
    waiting[0]!.done();
    await flushPromises();
    expect(states.at(-1)?.kind).toBe('ready');
    expect(said().every((c) => c.spokenMs === 1000)).toBe(true);
  });

  it('ask only for words that are not had, and speak on meanwhile', async () => {
    const { voiced, waiting, asked, states } = cues();
    void voiced.want(plan, intervals);
    waiting[0]!.done();
    await flushPromises();
    const longer = planOf(circuit([...stations(2), { ...stations(3)[2]!, move: 'Oar pull' }], 30, 10, 2));
    void voiced.want(longer, runIntervals(longer));
    expect(states.at(-1)?.kind).toBe('ready');
    expect(asked[1]!.length).toBeLessThan(asked[0]!.length);
    expect(asked[1]!.some((w) => w.includes('Oar pull'))).toBe(true);
    waiting[1]!.done();
    await flushPromises();
    void voiced.want(longer, runIntervals(longer));
    expect(asked).toHaveLength(2);
  });

  it('ask for everything anew when the voice is another, or recordings are', async () => {
    const { voiced, waiting, asked } = cues();
    void voiced.want(plan, intervals);
    waiting[0]!.done();
    await flushPromises();
    void voiced.want({ ...plan, voice: { name: 'rms', rate: 1 } }, intervals);
    expect(asked[1]).toEqual(asked[0]);
    voiced.forget();
    void voiced.want(plan, intervals);
    expect(asked[2]).toEqual(asked[0]);
  });

  it('go on without a voice, ask for none in silence, and drop an answer nobody waits for', async () => {
    const { voiced, waiting, asked, states } = cues();
    await voiced.want({ ...plan, silent: true }, intervals);
    expect(asked).toEqual([]);
    void voiced.want(plan, intervals);
    waiting[0]!.fail();
    await flushPromises();
    expect(states.at(-1)?.kind).toBe('none');
    void voiced.want(plan, intervals);
    voiced.stop();
    const before = states.length;
    waiting[1]!.done();
    await flushPromises();
    expect(states).toHaveLength(before);
  });
});
