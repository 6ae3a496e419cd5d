import * as v from 'valibot';
import { TrackSchema, text } from '../class/index.ts';
import { endpoint } from './endpoint.ts';

/** The largest file of music that the server keeps, bytes. */
export const MOST_TRACK_BYTES = 40_000_000;

/** A track with its artist, file and size. */
export const TrackInfoSchema = v.object({
  ...TrackSchema.entries,
  artist: text(120),
  /** The name of its file. */
  file: text(255),
  bytes: v.pipe(v.number(), v.integer(), v.minValue(0)),
  /** How the tempo was found. */
  tempoBy: v.picklist(['heard', 'tag', 'hand', 'unknown']),
});
export type TrackInfo = v.InferOutput<typeof TrackInfoSchema>;

export const listTracks = endpoint('GET /music', {
  says: 'The music that is kept on the server, by title',
  answer: v.array(TrackInfoSchema),
});

export const saveTrack = endpoint('PUT /music/{id}', {
  says: 'Keeps what is known of a track whose file is kept; of one that is not, its file is asked for',
  body: TrackInfoSchema,
  answer: null,
  problems: [400, 404],
});

export const saveTrackFile = endpoint('PUT /music/{id}/file', {
  says: 'Keeps a file of music, of 40 MB at most, with what is known of it as JSON in `info`',
  query: v.object({ info: v.pipe(v.string(), v.maxLength(4000), v.parseJson(), TrackInfoSchema) }),
  body: { media: 'application/octet-stream' },
  answer: null,
  problems: [400, 413, 422],
});

export const getTrackFile = endpoint('GET /music/{id}/file', {
  says: 'A file of music',
  answer: { media: 'application/octet-stream' },
  problems: [404],
});

export const dropTrack = endpoint('DELETE /music/{id}', {
  says: 'Takes a track from the server',
  answer: null,
  problems: [404],
});
