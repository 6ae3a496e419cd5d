import * as v from 'valibot';
import { documentId, ms, name } from '../values/index.ts';

/** A piece of music as a class names it: what it is, so that it can be found again, asked for, and fitted without being at hand. */
export const TrackSchema = v.strictObject({
  /** By its sound: the same file has the same id on every device. */
  id: documentId,
  title: name(120),
  lengthMs: ms(1000),
  /** Beats a minute. */
  bpm: v.pipe(v.number(), v.minValue(40), v.maxValue(260)),
  /** Its first beat, ms from its start. */
  beatMs: ms(),
});
export type Track = v.InferOutput<typeof TrackSchema>;

/** More tracks than this no part of a block takes. */
export const MOST_TRACKS = 40;

/** A source of music: tracks in a loop, the application's own beats, or silence. */
export const SourceSchema = v.variant('from', [
  v.strictObject({
    from: v.literal('tracks'),
    tracks: v.pipe(v.array(TrackSchema), v.minLength(1), v.maxLength(MOST_TRACKS)),
  }),
  v.strictObject({ from: v.literal('beats') }),
  v.strictObject({ from: v.literal('quiet') }),
]);
export type MusicSource = v.InferOutput<typeof SourceSchema>;

/** The parts of a block that may have music of their own. */
export const MUSIC_PARTS = ['work', 'rest', 'break'] as const;
export type MusicPart = (typeof MUSIC_PARTS)[number];

/** The music of a block. A part that says nothing goes on with that of the work; after the block there is none. */
export const MusicSchema = v.strictObject({
  work: v.optional(SourceSchema),
  rest: v.optional(SourceSchema),
  break: v.optional(SourceSchema),
  /** Tracks are played faster or slower to the block's tempo where that takes 6 % or less. */
  stretch: v.optional(v.boolean()),
  /** The beats rise evenly from the block's tempo to this one, beats a minute. */
  risesTo: v.optional(v.pipe(v.number(), v.minValue(60), v.maxValue(200))),
});
export type Music = v.InferOutput<typeof MusicSchema>;
