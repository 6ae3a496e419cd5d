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

export const listTracks = endpoint({
  method: 'GET',
  path: '/music',
  says: 'The music that is kept on the server, by title',
  status: 200,
  answer: v.array(TrackInfoSchema),
});

export const saveTrack = endpoint({
  method: 'PUT',
  path: '/music/{id}',
  says: 'Keeps what is known of a track whose file is kept; of one that is not, its file is asked for',
  body: TrackInfoSchema,
  status: 204,
  answer: null,
  problems: [400, 404],
});

export const saveTrackFile = endpoint({
  method: 'PUT',
  path: '/music/{id}/file',
  says: 'Keeps a file of music, of 40 MB at most, with what is known of it as JSON in `info`',
  query: v.object({ info: v.pipe(v.string(), v.maxLength(4000), v.parseJson(), TrackInfoSchema) }),
  body: { media: 'application/octet-stream' },
  status: 204,
  answer: null,
  problems: [400, 413, 422],
});

export const getTrackFile = endpoint({
  method: 'GET',
  path: '/music/{id}/file',
  says: 'A file of music',
  status: 200,
  answer: { media: 'application/octet-stream' },
  problems: [404],
});

export const dropTrack = endpoint({
  method: 'DELETE',
  path: '/music/{id}',
  says: 'Takes a track from the server',
  status: 204,
  answer: null,
  problems: [404],
});
