import { type Block, type MusicPart, type MusicSource, moduleOf } from '../../class/index.ts';
import { type Interval, isBreak } from '../../time/index.ts';

/** The part of its block's music that an interval belongs to. */
export const musicPartOf = (interval: Pick<Interval, 'kind'>): MusicPart =>
  isBreak(interval) ? 'break' : interval.kind === 'rest' ? 'rest' : 'work';

/** The tempo a block is counted in; null where it is counted in seconds. */
export const countedAt = (block: Pick<Block, 'format'>) => moduleOf(block.format).traits.bpm(block.format);

/** The tempo of a block's music: that of a beats block, else what it says; null for none. */
export const bpmOf = (block: Pick<Block, 'format' | 'musicBpm'>): number | null =>
  countedAt(block) ?? block.musicBpm ?? null;

const BEATS: MusicSource = { from: 'beats' };

/** The music in an interval of a block; null for none. */
export function sourceAt(block: Block, interval: Pick<Interval, 'kind'>): MusicSource | null {
  const part = musicPartOf(interval);
  const { music } = block;
  const work = music?.work ?? (bpmOf(block) === null ? null : BEATS);
  // After a block there is silence, unless its break has music of its own.
  const found = interval.kind === 'blockBreak' ? (music?.break ?? null) : (music?.[part] ?? work);
  return found === null || found.from === 'quiet' ? null : found;
}
