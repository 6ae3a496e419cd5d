import { expect, it, vi } from 'vitest';
import { readPlaylist } from '../../core/exchange/index.ts';
import type { TrackInfo } from '../../core/wire/index.ts';
import type { OwnTrack } from './kept-tracks.ts';
import { listAs, matchList } from './lists.ts';
import { together } from './use-tracks.ts';

vi.mock('idb-keyval', () => ({ createStore: () => ({}) }));
vi.mock('./read-track.ts', () => ({}));

const info = (id: string, more: Partial<TrackInfo> = {}): TrackInfo => ({
  id,
  title: id,
  lengthMs: 60_000,
  bpm: 120,
  beatMs: 0,
  artist: '',
  file: `${id}.mp3`,
  bytes: 9,
  tempoBy: 'heard',
  ...more,
});
const own = (id: string, more: Partial<OwnTrack> = {}): OwnTrack => ({
  ...info(id),
  from: 'file',
  isHere: true,
  onServer: false,
  ...more,
});

it('the tracks of this browser and of the server are one list, each once, what is known here first', () => {
  const all = together([info('keel', { bpm: 126 }), info('ebb')], [info('keel', { bpm: 63 }), info('wake')]);
  expect(all.map((t) => [t.title, t.bpm, t.isHere, t.onServer])).toEqual([
    ['ebb', 120, true, false],
    ['keel', 126, true, true],
    ['wake', 120, false, true],
  ]);
});

it('a list finds tracks by their file, else by title and artist, and names what is not here', () => {
  const tracks = [own('keel', { artist: 'Saltmarsh' }), own('ebb', { file: '', title: 'Ebb' })];
  const { tracks: items } = readPlaylist(
    '#EXTM3U\n#EXTINF:1,Other - Keel\n/music/KEEL.flac\nebb.ogg\n#EXTINF:9,Wrong - Keel\nnot-here.mp3\n',
  );
  const { found, missing } = matchList(items, tracks);
  expect([found.map((t) => t.id), missing.map((m) => m.location)]).toEqual([['keel', 'ebb'], ['not-here.mp3']]);
});

it('lists of either kind find their own tracks again', () => {
  const tracks = [own('a b'), own('ż', { artist: 'X & Y' }), own('loop', { file: '', title: 'Slack', from: 'loop' })];
  for (const kind of ['m3u8', 'xspf'] as const)
    expect(matchList(readPlaylist(listAs[kind]('All', tracks)).tracks, tracks).found.map((t) => t.id)).toEqual(
      tracks.map((t) => t.id),
    );
});
