import type { AddressInfo } from 'node:net';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { readWav, toPcm16, wavHeader } from '../../core/voice/index.ts';
import type { Database } from '../db/database.ts';
import { bundledSpeech, type SpeechEngine } from '../speech/engine.ts';
import { checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';

const RATE = 16_000;
/** Half a second of sound between a quarter of a second of silence at either end. */
function wav(level: number): Uint8Array {
  const samples = new Float32Array(RATE).fill(level, RATE / 4, (RATE * 3) / 4);
  return new Uint8Array([...wavHeader(samples.length, RATE), ...toPcm16(samples)]);
}

let db: Database;
const spoken: string[] = [];
const engine: SpeechEngine = {
  speak: async (voice, rate, text) => {
    spoken.push(`${voice} ${rate} ${text}`);
    if (text === 'mute') throw new Error('no');
    return wav(0.05);
  },
  close: async () => {},
};
const app = (speech: SpeechEngine | null = engine) =>
  checkedApp({ db, now: () => 0, log: () => {}, speech, webDir: '/nowhere' });
const lengths = (texts: string[], speech?: SpeechEngine | null) =>
  request(app(speech)).post('/api/speech/lengths').send({ voice: 'slt', rate: 1, texts });
const binary = (res: request.Response) => new Uint8Array(res.body as Buffer);

beforeAll(async () => {
  db = await emptyDatabase();
});
afterAll(() => db.close());

describe('speech', () => {
  it('is spoken once for each voice, rate and text, and measured without its silence', async () => {
    const { body } = await lengths(['Half way', 'Rest']);
    // half a second of sound and a hundredth after it
    expect(body.clips).toEqual([
      { text: 'Half way', ms: 510 },
      { text: 'Rest', ms: 510 },
    ]);
    await lengths(['Half way', 'Rest', 'Water']);
    expect(spoken).toEqual(['slt 1 Half way', 'slt 1 Rest', 'slt 1 Water']);
  });

  it('gives clips that begin with their sound, all of one loudness', async () => {
    const res = await request(app())
      .get('/api/speech/clip?voice=slt&rate=1&text=Rest')
      .buffer(true)
      .parse((r, done) => {
        const parts: Buffer[] = [];
        r.on('data', (d: Buffer) => parts.push(d));
        r.on('end', () => done(null, Buffer.concat(parts)));
      });
    const clip = readWav(binary(res))!;
    // brought from 0.05 to the common loudness of 0.14
    expect(clip.samples[0]).toBeCloseTo(0.14, 2);
    expect(clip.samples.length).toBe(RATE / 2 + RATE / 100);
  });

  it('leaves out what cannot be spoken, and says when there is no voice at all', async () => {
    expect((await lengths(['Rest', 'mute'])).body.clips.map((c: { text: string }) => c.text)).toEqual(['Rest']);
    const none = await lengths(['Rest'], null);
    expect([none.status, none.body.title]).toEqual([
      503,
      'Speech is not to be had on this server; tones and text go on',
    ]);
    expect((await request(app()).post('/api/speech/lengths').send({ voice: 'kelp', rate: 1, texts: [] })).status).toBe(
      400,
    );
  });

  it('keeps one’s own recording for a class or for all, and drops it', async () => {
    const put = (plan: string) =>
      request(app())
        .put(`/api/speech/recording?plan=${plan}&text=Rest`)
        .set('Content-Type', 'audio/wav')
        .send(Buffer.from(wav(0.3)));
    expect((await put('')).body.ms).toBe(510);
    await put('tide').expect(200);
    const list = async (plan: string) => (await request(app()).get(`/api/speech/recordings?plan=${plan}`)).body;
    expect((await list('tide')).map((r: { planId: string }) => r.planId)).toEqual(['tide', '']);
    expect(await list('other')).toHaveLength(1);
    await request(app()).delete('/api/speech/recording?plan=tide&text=Rest').expect(204);
    expect((await list('tide')).map((r: { planId: string }) => r.planId)).toEqual(['']);
    const bad = await request(app())
      .put('/api/speech/recording?text=Rest')
      .set('Content-Type', 'audio/wav')
      .send(Buffer.from('no sound'));
    expect(bad.status).toBe(422);
  });

  it('streams the class as one WAV of the length told before', async () => {
    const plan = { ...planOf(circuit(stations(2), 20, 10, 1)), id: 'track' };
    await request(app()).put('/api/plans/track').send({ plan, baseVersion: 0 }).expect(200);
    const fetched = (query: string) =>
      request(app())
        .get(`/api/tracks/track${query}`)
        .buffer(true)
        .parse((r, done) => {
          const parts: Buffer[] = [];
          r.on('data', (d: Buffer) => parts.push(d));
          r.on('end', () => done(null, Buffer.concat(parts)));
        });
    const res = await fetched('');
    // 10 s count-in, 50 s of class, 1.5 s for the last tone to fade, 24,000 samples of two bytes a second
    expect(res.headers['content-length']).toBe(String(44 + 61.5 * 24_000 * 2));
    const track = readWav(binary(res))!;
    expect(track.samples.length).toBe(61.5 * 24_000);
    // the first work tone at 10 s
    expect(track.samples[10 * 24_000 - 1]).toBe(0);
    expect(Math.abs(track.samples[10 * 24_000]!)).toBeGreaterThan(0.01);
    // What comes first is said in the count-in, before its last three seconds are counted.
    const isHeard = (samples: Float32Array) => samples.subarray(0, 6.5 * 24_000).some((x) => Math.abs(x) > 0.01);
    expect(isHeard(track.samples)).toBe(true);
    expect(isHeard(readWav(binary(await fetched('?voice=0')))!.samples)).toBe(false);
  });

  it('is made one at a time, holds nobody up, refuses a crowd, and ends with whoever asked for it', async () => {
    const plan = { ...planOf(circuit(stations(20), 50, 10, 6)), id: 'long-track' };
    await request(app()).put('/api/plans/long-track').send({ plan, baseVersion: 0 }).expect(200);
    const server = app().listen(0, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const stop = new AbortController();
    const tracks = Array.from({ length: 8 }, () =>
      fetch(`${url}/api/tracks/long-track?voice=0&music=1`, { signal: stop.signal }).then(
        (r) => r.status,
        () => 'gone',
      ),
    );
    // While an hour and more of sound is mixed, other questions are answered at once.
    for (let k = 0; k < 20; k++) expect((await fetch(`${url}/api/plans?limit=1`)).status).toBe(200);
    const refused = (await Promise.race([Promise.all(tracks.slice(4)), new Promise((d) => setTimeout(d, 20_000))])) as
      | unknown[]
      | undefined;
    expect(refused).toEqual([503, 503, 503, 503]);
    stop.abort();
    // The next one waits for none of those that went away.
    let next = await fetch(`${url}/api/tracks/track`);
    // That they are gone is heard a moment after they went.
    for (let k = 0; k < 20 && next.status === 503; k++) {
      await new Promise((done) => setTimeout(done, 50));
      next = await fetch(`${url}/api/tracks/track`);
    }
    expect([next.status, (await next.arrayBuffer()).byteLength]).toEqual([200, 44 + 61.5 * 24_000 * 2]);
    server.closeAllConnections();
    server.close();
  });
});

describe('the bundled engine', () => {
  it('speaks with each voice, faster at a higher rate, and goes on after many texts', async () => {
    const own = bundledSpeech();
    const length = async (voice: string, rate: number) =>
      readWav(await own.speak(voice, rate, 'Switch sides'))!.samples.length;
    for (const voice of ['slt', 'rms', 'awb', 'kal', 'kal16']) expect(await length(voice, 1)).toBeGreaterThan(4000);
    expect(await length('slt', 1.6)).toBeLessThan((await length('slt', 0.8)) * 0.7);
    for (let k = 0; k < 30; k++) await own.speak('kal', 1, `Round ${k}`);
    await own.close();
  });

  it('ends when it has nothing to say, and begins again when asked', async () => {
    const own = bundledSpeech(20);
    const first = await own.speak('kal', 1, 'Switch sides');
    await new Promise((done) => setTimeout(done, 300));
    expect(await own.speak('kal', 1, 'Switch sides')).toEqual(first);
    await own.close();
  });
});
