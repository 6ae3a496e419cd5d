import * as v from 'valibot';
import { VOICES } from '../class/index.ts';
import { endpoint } from './endpoint.ts';

const words = v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(300));
const rate = v.pipe(v.number(), v.minValue(0.6), v.maxValue(1.8));
const planId = v.optional(v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{0,64}$/)), '');
const recordingQuery = v.object({ /** The class; none means all. */ plan: planId, text: words });
const WAV = { media: 'audio/wav' } as const;

export const measureClips = endpoint('POST /speech/lengths', {
  says: 'How long some words take, in ms; they are spoken now if they never were',
  body: v.strictObject({ voice: v.picklist(VOICES), rate, texts: v.pipe(v.array(words), v.maxLength(60)) }),
  answer: v.object({ clips: v.array(v.object({ text: v.string(), ms: v.number() })) }),
  problems: [400, 503],
});

export const getClip = endpoint('GET /speech/clip', {
  says: 'Some words as mono 16-bit WAV',
  query: v.object({
    voice: v.picklist(VOICES),
    rate: v.pipe(v.string(), v.transform(Number), rate),
    text: words,
  }),
  answer: WAV,
  problems: [400, 503],
});

export const listRecordings = endpoint('GET /speech/recordings', {
  says: 'The instructor\u2019s own recordings for a class and for all',
  query: v.object({ plan: planId }),
  answer: v.array(v.object({ planId: v.string(), words: v.string(), ms: v.number() })),
  problems: [400],
});

export const getRecording = endpoint('GET /speech/recording', {
  says: 'An own recording of some words',
  query: recordingQuery,
  answer: WAV,
  problems: [400, 404],
});

export const saveRecording = endpoint('PUT /speech/recording', {
  says: 'Keeps an own recording of some words: a mono 16-bit WAV of 20 s at most',
  query: recordingQuery,
  body: WAV,
  answer: v.object({ ms: v.number() }),
  problems: [400, 413, 422],
});

export const dropRecording = endpoint('DELETE /speech/recording', {
  says: 'Takes an own recording away',
  query: recordingQuery,
  answer: null,
  problems: [400, 404],
});

export const getTrack = endpoint('GET /tracks/{planId}', {
  says: 'A class\u2019s whole sound as one WAV, or that of one block',
  query: v.object({
    voice: v.optional(v.picklist(['0', '1']), '1'),
    music: v.optional(v.picklist(['0', '1']), '0'),
    tones: v.optional(v.picklist(['0', '1']), '1'),
    /** The id of a block: its sound alone, from its start to that of the next. */
    block: v.optional(v.pipe(v.string(), v.maxLength(64))),
  }),
  answer: WAV,
  problems: [404, 503],
});
