import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { type ListedTrack, MOST_LISTED, nameOf, type ReadPlaylist } from './playlist.ts';

/*
 * Lists of music as XSPF, version 1 (xspf.org, 2008): places are addresses, lengths are ms.
 */

const escaped = (text: string) =>
  text
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    // What XML 1.0 has no letters for.
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '\uFFFD');

/** A place as an address: a path with what may not stand in one written by its number. */
const addressOf = (location: string) =>
  /^[a-z][a-z0-9+.-]*:/i.test(location) ? location : location.split('/').map(encodeURIComponent).join('/');

export function writeXspf(title: string, tracks: readonly ListedTrack[]): string {
  const lines = tracks.map((t) =>
    [
      '    <track>',
      ...(t.location === '' ? [] : [`      <location>${escaped(addressOf(t.location))}</location>`]),
      `      <title>${escaped(t.title)}</title>`,
      ...(t.artist === '' ? [] : [`      <creator>${escaped(t.artist)}</creator>`]),
      ...(t.lengthMs === null ? [] : [`      <duration>${Math.round(t.lengthMs)}</duration>`]),
      '    </track>',
    ].join('\n'),
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<playlist version="1" xmlns="http://xspf.org/ns/0/">
  <title>${escaped(title)}</title>
  <trackList>
${lines.join('\n')}
  </trackList>
</playlist>
`;
}

type Node = { [name: string]: unknown };

/** Reads a list; what is no XML, or another kind of it, is one problem at its place. */
export function readXspf(text: string): ReadPlaylist {
  const none = (line: number, message: string): ReadPlaylist => ({ tracks: [], problems: [{ line, message }] });
  // A list names no entities of its own: one that does wants something else.
  if (/<!DOCTYPE/i.test(text)) return none(1, 'A list of music has no document type');
  let root: unknown;
  try {
    const sound = XMLValidator.validate(text);
    if (sound !== true) return none(sound.err.line, `This is no XML: ${sound.err.msg.replace(/\.$/, '')}`);
    root = new XMLParser({
      ignoreAttributes: true,
      removeNSPrefix: true,
      parseTagValue: false,
      isArray: (name) => name === 'track' || name === 'location',
    }).parse(text);
  } catch (error) {
    return none(1, `This is no XML: ${error instanceof Error ? error.message : 'it cannot be read'}`);
  }
  const list = inner(inner(root, 'playlist'), 'trackList');
  if (inner(root, 'playlist') === undefined)
    return none(1, 'This is no list of music: its outermost element is not playlist');
  const found = list?.track;
  const all = Array.isArray(found) ? found : [];
  const problems: ReadPlaylist['problems'] =
    all.length > MOST_LISTED ? [{ line: 1, message: `More than ${MOST_LISTED} tracks: the rest is left out` }] : [];
  return { tracks: all.slice(0, MOST_LISTED).map(trackOf), problems };
}

const inner = (node: unknown, name: string): Node | undefined => {
  const found = typeof node === 'object' && node !== null ? (node as Node)[name] : undefined;
  // An element with nothing in it is an empty text.
  return typeof found === 'object' && found !== null ? (found as Node) : found === '' ? {} : undefined;
};

function trackOf(node: unknown): ListedTrack {
  const text = (name: string) => {
    const value = typeof node === 'object' && node !== null ? (node as Node)[name] : '';
    const first = Array.isArray(value) ? value[0] : value;
    return typeof first === 'string' ? first.trim() : '';
  };
  const location = text('location');
  const ms = /^\d+$/.test(text('duration')) ? Number(text('duration')) : 0;
  return { location, title: text('title') || nameOf(location), artist: text('creator'), lengthMs: ms > 0 ? ms : null };
}
