import { type ListedTrack, nameOf, writeM3u8, writeXspf } from '../../../core/out/index.ts';
import { readAside } from '../workers/index.ts';
import type { OwnTrack } from './kept-tracks.ts';

/** A track as a list names it: by its file, or by its title where there is none. */
const listed = (t: Pick<OwnTrack, 'title' | 'artist' | 'lengthMs' | 'file'>): ListedTrack => ({
  location: t.file || `${t.title}.wav`,
  title: t.title,
  artist: t.artist,
  lengthMs: t.lengthMs,
});

export const listAs = {
  m3u8: (_title: string, tracks: readonly OwnTrack[]) => writeM3u8(tracks.map(listed)),
  xspf: (title: string, tracks: readonly OwnTrack[]) => writeXspf(title, tracks.map(listed)),
};

const plain = (text: string) => text.normalize('NFC').toLowerCase().trim();

/** The tracks of this device that a list names, in its order, and what of it is not here. Found by file, else by title with the artist where both say one. */
function matchList(
  items: readonly ListedTrack[],
  own: readonly OwnTrack[],
): { found: OwnTrack[]; missing: ListedTrack[] } {
  const byFile = new Map(own.flatMap((t) => (t.file === '' ? [] : [[plain(nameOf(t.file)), t] as const])));
  const found: OwnTrack[] = [];
  const missing: ListedTrack[] = [];
  for (const item of items) {
    const track =
      byFile.get(plain(nameOf(item.location))) ??
      own.find(
        (t) =>
          plain(t.title) === plain(item.title) &&
          (t.artist === '' || item.artist === '' || plain(t.artist) === plain(item.artist)),
      );
    if (track) found.push(track);
    else missing.push(item);
  }
  return { found, missing };
}

/** Reads a list of music, of either kind: what it names, which of it is on this device, and the lines that cannot be read. Throws where it takes too long. */
export async function readList(file: File, own: readonly OwnTrack[]) {
  const { tracks, problems } = await readAside('playlist', await file.text());
  return { named: tracks.length, ...matchList(tracks, own), problems };
}
