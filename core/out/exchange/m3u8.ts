import { type ListedTrack, MOST_LISTED, nameOf, type ReadPlaylist } from './playlist.ts';

/*
 * Lists of music as extended M3U in UTF-8: a line `#EXTM3U`, then for each track `#EXTINF:seconds,Artist - Title` and where it lies. Other lines that begin with
 * `#` are remarks (RFC 8216, section 4.1, for the lines; `EXTINF` with attributes is read too).
 */

const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim();

export function writeM3u8(tracks: readonly ListedTrack[]): string {
  const lines = tracks.flatMap(({ location, title, artist, lengthMs }) => {
    const name = oneLine(artist === '' ? title : `${artist} - ${title}`);
    const seconds = lengthMs === null ? -1 : Math.round(lengthMs / 1000);
    // A line that begins with # would be a remark.
    return [`#EXTINF:${seconds},${name}`, oneLine(location).replace(/^#/, './#')];
  });
  return `${['#EXTM3U', ...lines].join('\n')}\n`;
}

/** Reads a list with or without its extended lines; a plain M3U is a list of places. */
export function readM3u8(text: string): ReadPlaylist {
  const tracks: ListedTrack[] = [];
  const problems: ReadPlaylist['problems'] = [];
  let said: { name: string; lengthMs: number | null; line: number } | null = null;
  for (const [k, raw] of text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|[\r\n]/)
    .entries()) {
    const line = raw.trim();
    if (line === '') continue;
    if (line.startsWith('#EXTINF:')) {
      if (said) problems.push({ line: said.line, message: 'No place follows it' });
      said = readInfo(line.slice(8), k + 1, problems);
    } else if (!line.startsWith('#')) {
      if (/\0/.test(line)) problems.push({ line: k + 1, message: 'No place in a file of music' });
      else if (tracks.length < MOST_LISTED) tracks.push(trackOf(line, said));
      else if (tracks.length === MOST_LISTED) {
        problems.push({ line: k + 1, message: `More than ${MOST_LISTED} tracks: the rest is left out` });
        break;
      }
      said = null;
    }
  }
  if (said) problems.push({ line: said.line, message: 'No place follows it' });
  return { tracks, problems };
}

function readInfo(text: string, line: number, problems: ReadPlaylist['problems']) {
  const comma = text.indexOf(',');
  const head = comma < 0 ? text : text.slice(0, comma);
  const seconds = /^\s*(-?\d+(?:\.\d+)?)/.exec(head)?.[1];
  if (seconds === undefined) problems.push({ line, message: 'Its length is no number of seconds' });
  const value = Number(seconds ?? -1);
  return {
    name: comma < 0 ? '' : text.slice(comma + 1).trim(),
    lengthMs: value > 0 ? Math.round(value * 1000) : null,
    line,
  };
}

function trackOf(location: string, said: { name: string; lengthMs: number | null } | null): ListedTrack {
  const [, artist, title] = /^(.*?) - (.*)$/.exec(said?.name ?? '') ?? [];
  return {
    location,
    title: (title ?? said?.name) || nameOf(location),
    artist: artist ?? '',
    lengthMs: said?.lengthMs ?? null,
  };
}
