import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { readPlaylist } from '../../../core/out/index.ts';
import type { TrackInfo } from '../../../core/wire/index.ts';
import { giveWorkers } from '../../test/workers.test.support.ts';
import type { OwnTrack } from './kept-tracks.ts';
import { listAs, readList } from './lists.ts';
import { together } from './use-tracks.ts';

vi.mock('idb-keyval', () => ({ createStore: () => ({}) }));
vi.mock('./read-track.ts', () => ({}));
beforeEach(() => void giveWorkers(() => ({ playlist: readPlaylist })));
afterEach(() => vi.unstubAllGlobals());

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

const list = (text: string) => new File([text], 'list');

it('a list finds tracks by their file, else by title and artist, and names what is not here', async () => {
  const tracks = [own('keel', { artist: 'Saltmarsh' }), own('ebb', { file: '', title: 'Ebb' })];
  const text = '#EXTM3U\n#EXTINF:1,Other - Keel\n/music/KEEL.flac\nebb.ogg\n#EXTINF:9,Wrong - Keel\nnot-here.mp3\n';
  const { named, found, missing } = await readList(list(text), tracks);
  expect([named, found.map((t) => t.id), missing.map((m) => m.location)]).toEqual([
    3,
    ['keel', 'ebb'],
    ['not-here.mp3'],
  ]);
});

it('lists of either kind find their own tracks again', async () => {
  const tracks = [own('a b'), own('ż', { artist: 'X & Y' }), own('loop', { file: '', title: 'Slack', from: 'loop' })];
  for (const kind of ['m3u8', 'xspf'] as const) {
    const { found } = await readList(list(listAs[kind]('All', tracks)), tracks);
    expect(found.map((t) => t.id)).toEqual(['a b', 'ż', 'loop']);
  }
});
