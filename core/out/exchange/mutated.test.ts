import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { readShorthand, writeShorthand } from '../../class/index.ts';
import { mulberry32 } from '../../judge/index.ts';
import { circuit, planOf, stations, testId } from '../../test/build.ts';
import { guessClassColumns, readClassRows } from './class-csv.ts';
import { guessHeartColumns, readHeartRows } from './heart-rates.ts';
import { readCalendar } from './icalendar.ts';
import { readM3u8 } from './m3u8.ts';
import { readPlanFile, writePlanFile } from './plan-file.ts';
import { readXspf, writeXspf } from './xspf.ts';

/*
 * Files that something has happened to: bytes changed, cut out, doubled. Each is read or named with a place, none hangs, none throws.
 */

const FILES = 10_000;

type Told = readonly { place: string; message: string }[];

const table = (text: string) => {
  const [header = [], ...rows] = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' }).data;
  return { header, rows };
};

const plan = planOf(circuit(stations(3), 40, 20, 3));
const KINDS: Record<string, { file: string; read: (text: string) => Told }> = {
  m3u8: {
    file: '#EXTM3U\n#EXTINF:184,Saltmarsh - Rip\nmusic/rip.mp3\n#EXTINF:12,Chop\nchop.ogg\n',
    read: (text) => readM3u8(text).problems.map((p) => ({ place: `line ${p.line}`, message: p.message })),
  },
  xspf: {
    file: writeXspf('Tide', [{ location: 'a.mp3', title: 'A', artist: 'B', lengthMs: 1000 }]),
    read: (text) => readXspf(text).problems.map((p) => ({ place: `line ${p.line}`, message: p.message })),
  },
  'class table': {
    file: 'block,move,work,rest,sides,weight\nMain,Goblet squat,40,20,,16 kg\nMain,Side plank,30,20,each side,\n',
    read: (text) => {
      const { header, rows } = table(text);
      const { problems } = readClassRows(guessClassColumns(header), rows, { title: 'x', makeId: testId, unit: 'kg' });
      return problems.map((p) => ({ place: `${p.row} ${p.column}`, message: p.message }));
    },
  },
  'heart rates': {
    file: 'time,who,bpm\n0:01,1,101\n0:02,1,103\n0:03,2,140\n',
    read: (text) => {
      const { header, rows } = table(text);
      return readHeartRows(guessHeartColumns(header), rows).problems.map((p) => ({
        place: `${p.row} ${p.column}`,
        message: p.message,
      }));
    },
  },
  calendar: {
    file: 'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//a//b//EN\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTART:20261105T061500Z\r\nDTEND:20261105T065500Z\r\nRRULE:FREQ=WEEKLY;COUNT=4\r\nSUMMARY:First Light\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n',
    read: (text) =>
      readCalendar(text, 'Europe/London', '2026-01-01', '2027-12-31').problems.map((p) => ({
        place: p.path,
        message: p.message,
      })),
  },
  'plan file': {
    file: writePlanFile([plan]),
    read: (text) => readPlanFile(text).problems.map((p) => ({ place: p.path, message: p.message })),
  },
  text: {
    file: writeShorthand(plan),
    read: (text) => readShorthand(text).problems.map((p) => ({ place: `line ${p.line}`, message: p.message })),
  },
};

/** A file with one to four things done to it. */
function mutated(file: string, random: () => number): string {
  let text = file;
  const at = () => Math.floor(random() * (text.length + 1));
  for (let k = 0; k <= random() * 4; k++) {
    const [a, b] = [at(), at()].sort((x, y) => x - y) as [number, number];
    const odd =
      ['\0', '\uFFFD', '"', '<', '&', '-', '9'.repeat(20), '\n', ',', '{', ']', '\u{1F6F6}'][
        Math.floor(random() * 12)
      ] ?? '';
    const ways = [
      () => text.slice(0, a) + odd + text.slice(a),
      () => text.slice(0, a) + text.slice(Math.min(b, a + 40)),
      () => text.slice(0, b) + text.slice(a, Math.min(b, a + 60)).repeat(3) + text.slice(b),
      () => text.slice(0, a),
      () => text.slice(0, a) + odd + text.slice(a + 1),
    ];
    text = ways[Math.floor(random() * ways.length)]?.() ?? text;
  }
  return text;
}

describe('files that something has happened to', () => {
  it.each(Object.entries(KINDS))('%s: read, or named with a place', (kind, { file, read }) => {
    expect(read(file)).toEqual([]);
    const random = mulberry32(kind.length);
    for (let k = 0; k < FILES / Object.keys(KINDS).length; k++) {
      const text = mutated(file, random);
      for (const { place, message } of read(text)) {
        expect(place.trim(), text).not.toBe('');
        expect(message.trim(), text).not.toBe('');
      }
    }
  });
});
