import fc from 'fast-check';
import { JSDOM } from 'jsdom';
import { Parser } from 'm3u8-parser';
import { describe, expect, it } from 'vitest';
import { readM3u8, writeM3u8 } from './m3u8.ts';
import { type ListedTrack, MOST_LISTED, nameOf } from './playlist.ts';
import { readXspf, writeXspf } from './xspf.ts';

const tracks: ListedTrack[] = [
  { location: 'music/Rip & Chop.mp3', title: 'Rip & Chop', artist: 'Saltmarsh', lengthMs: 184_000 },
  { location: '#1 <wave>.ogg', title: '#1 <wave>', artist: '', lengthMs: null },
];

const text = fc.stringMatching(/^[A-Za-z&<>"'# .,;-]{0,18}$/).map((t) => `x${t.trim().replace(/\s+/g, ' ')}`);
const listed = fc.record({
  location: text,
  title: text.filter((t) => !t.includes(' - ')),
  artist: fc.oneof(
    fc.constant(''),
    text.filter((t) => !t.includes(' - ')),
  ),
  lengthMs: fc.oneof(
    fc.constant(null),
    fc.integer({ min: 1, max: 3600 }).map((s) => s * 1000),
  ),
});

describe('M3U8', () => {
  it('is written as players write it, and read by another parser', () => {
    const file = writeM3u8(tracks);
    expect(file).toBe(
      '#EXTM3U\n#EXTINF:184,Saltmarsh - Rip & Chop\nmusic/Rip & Chop.mp3\n#EXTINF:-1,#1 <wave>\n./#1 <wave>.ogg\n',
    );
    const parser = new Parser();
    parser.push(file);
    parser.end();
    const [one, two] = parser.manifest.segments ?? [];
    expect([one?.uri, one?.title, one?.duration, two?.uri]).toEqual([
      'music/Rip & Chop.mp3',
      'Saltmarsh - Rip & Chop',
      184,
      './#1 <wave>.ogg',
    ]);
  });

  it('reads the example of RFC 8216, section 8.1', () => {
    const file =
      '#EXTM3U\n#EXT-X-TARGETDURATION:10\n\n#EXTINF:9.009,\nhttp://media.example.com/first.ts\n#EXTINF:9.009,\nhttp://media.example.com/second.ts\n#EXTINF:3.003,\nhttp://media.example.com/third.ts\n';
    expect(readM3u8(file)).toEqual({
      problems: [],
      tracks: [
        { location: 'http://media.example.com/first.ts', title: 'first', artist: '', lengthMs: 9009 },
        { location: 'http://media.example.com/second.ts', title: 'second', artist: '', lengthMs: 9009 },
        { location: 'http://media.example.com/third.ts', title: 'third', artist: '', lengthMs: 3003 },
      ],
    });
  });

  it('reads a plain list, and tells the lines of what it cannot', () => {
    const read = readM3u8('\uFEFFC:\\Music\\Ebb.mp3\r\n#EXTINF:soon,Flow\r\nflow.mp3\r\n#EXTINF:12,Alone\r\n');
    expect(read.tracks.map((t) => t.title)).toEqual(['Ebb', 'Flow']);
    expect(read.problems.map((p) => p.line)).toEqual([2, 4]);
    const long = readM3u8(Array.from({ length: MOST_LISTED + 5 }, (_, k) => `${k}.mp3`).join('\n'));
    expect([long.tracks.length, long.problems[0]?.line]).toEqual([MOST_LISTED, MOST_LISTED + 1]);
  });

  it('comes back as it went', () => {
    fc.assert(
      fc.property(fc.array(listed, { maxLength: 6 }), (list) => {
        expect(readM3u8(writeM3u8(list))).toEqual({ tracks: list, problems: [] });
      }),
    );
  });
});

const dom = (file: string) => new new JSDOM('').window.DOMParser().parseFromString(file, 'application/xml');

describe('XSPF', () => {
  it('is read by another parser as it was meant', () => {
    const document = dom(writeXspf('Tide & time', tracks));
    expect(document.documentElement.namespaceURI).toBe('http://xspf.org/ns/0/');
    const of = (name: string) => [...document.getElementsByTagName(name)].map((e) => e.textContent);
    expect(of('title')).toEqual(['Tide & time', 'Rip & Chop', '#1 <wave>']);
    expect(of('creator')).toEqual(['Saltmarsh']);
    expect(of('location')).toEqual(['music/Rip%20%26%20Chop.mp3', '%231%20%3Cwave%3E.ogg']);
    expect(of('duration')).toEqual(['184000']);
  });

  it('reads the examples of its specification', () => {
    const simple = `<?xml version="1.0" encoding="UTF-8"?>
<playlist version="1" xmlns="http://xspf.org/ns/0/">
  <trackList>
    <track><location>http://example.com/song_1.ogg</location></track>
    <track><location>http://example.com/song_2.flac</location></track>
    <track><location>http://example.com/song_3.mp3</location></track>
  </trackList>
</playlist>`;
    expect(readXspf(simple).tracks.map((t) => t.title)).toEqual(['song_1', 'song_2', 'song_3']);
    const one = `<playlist version="1" xmlns="http://xspf.org/ns/0/"><trackList><track>
      <location>file:///mp3s/titel_1.mp3</location><title>Nobody Move, Nobody Get Hurt</title>
      <creator>We Are Scientists</creator><duration>271066</duration></track></trackList></playlist>`;
    expect(readXspf(one).tracks).toEqual([
      {
        location: 'file:///mp3s/titel_1.mp3',
        title: 'Nobody Move, Nobody Get Hurt',
        artist: 'We Are Scientists',
        lengthMs: 271_066,
      },
    ]);
    expect(readXspf('<playlist version="1" xmlns="http://xspf.org/ns/0/"><trackList/></playlist>')).toEqual({
      tracks: [],
      problems: [],
    });
  });

  it('names what is no such list, at its line, and takes no entities of a file', () => {
    expect(readXspf('<playlist>\n<trackList>\n</playlist>').problems).toMatchObject([{ line: 3 }]);
    expect(readXspf('<rss/>').problems[0]?.message).toContain('outermost element');
    expect(readXspf('<!DOCTYPE x [<!ENTITY a "b">]><playlist/>').problems[0]?.message).toContain('document type');
  });

  it('comes back as it went', () => {
    fc.assert(
      fc.property(fc.array(listed, { maxLength: 6 }), (list) => {
        const back = readXspf(writeXspf('x', list));
        expect(back.tracks.map(({ location: _, ...t }) => t)).toEqual(list.map(({ location: _, ...t }) => t));
        expect(back.tracks.map((t) => decodeURIComponent(t.location))).toEqual(list.map((t) => t.location));
      }),
    );
  });

  it('takes a name from a place, whatever the place', () => {
    expect(['a/b/Slow%20Tide.mp3?x=1', 'C:\\x\\y.flac', 'http://h/', '%E0%A4%A.mp3', ''].map(nameOf)).toEqual([
      'Slow Tide',
      'y',
      'h',
      '%E0%A4%A',
      '',
    ]);
  });
});
