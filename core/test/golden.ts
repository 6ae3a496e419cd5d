import { newStation, type Plan } from '../class/index.ts';
import { block, circuit, format, planOf, s, stations } from './build.ts';

/** One plan with its totals worked out by hand. */
export interface Golden {
  name: string;
  plan: Plan;
  total: string;
  workSeconds: number;
  intervals: number;
}

const seven = (settings: Parameters<typeof circuit>[4]) =>
  planOf(circuit(stations(7), 35, 20, 3, { roundBreakMs: s(75), ...settings }));

const works = [50, 45, 40, 35, 30];
const eachOf =
  (count: number, restMs: number) =>
  (station: ReturnType<typeof newStation>, k: number): ReturnType<typeof newStation> =>
    k < count ? { ...station, sides: { mode: 'each', first: 'left', restMs } } : station;

export const GOLDEN: readonly Golden[] = [
  { name: 'circuit, replaces, drop', plan: seven({}), total: '20:45', workSeconds: 735, intervals: 41 },
  { name: 'circuit, adds', plan: seven({ breakMode: 'adds' }), total: '21:25', workSeconds: 735, intervals: 43 },
  { name: 'circuit, keep', plan: seven({ lastRest: 'keep' }), total: '21:05', workSeconds: 735, intervals: 42 },
  {
    name: 'tabata, 5 moves, keep',
    plan: planOf(block(format('tabata'), stations(5))),
    total: '20:00',
    workSeconds: 800,
    intervals: 80,
  },
  {
    name: 'tabata, group break 45, drop',
    plan: planOf(block(format('tabata', { breakMs: s(45), lastRest: 'drop' }), stations(5))),
    total: '22:10',
    workSeconds: 800,
    intervals: 79,
  },
  {
    name: 'EMOM, uneven',
    plan: planOf(
      block(
        format('emom', { rounds: 3 }),
        stations(5, (x, k) => ({ ...x, workMs: s(works[k] ?? 0) })),
      ),
    ),
    total: '15:00',
    workSeconds: 600,
    intervals: 30,
  },
  {
    name: 'windows 90/60 × 6',
    plan: planOf(block(format('windows'), stations(3))),
    total: '14:00',
    workSeconds: 540,
    intervals: 11,
  },
  {
    name: 'add-on, 5 moves',
    plan: planOf(block(format('addOn', { workMs: s(25), restMs: s(40) }), stations(5))),
    total: '8:55',
    workSeconds: 375,
    intervals: 19,
  },
  {
    name: 'add-on with the reverse pass',
    plan: planOf(block(format('addOn', { workMs: s(25), restMs: s(40), reverse: true }), stations(5))),
    total: '18:30',
    workSeconds: 750,
    intervals: 39,
  },
  {
    name: 'add-on, within 5',
    plan: planOf(block(format('addOn', { workMs: s(30), restMs: s(45), withinMs: s(5) }), stations(4))),
    total: '7:45',
    workSeconds: 300,
    intervals: 19,
  },
  {
    name: 'circuit, work by round',
    plan: planOf(circuit(stations(5), 40, 15, 3, { workByRoundMs: [s(30), s(45), s(30)] })),
    total: '12:15',
    workSeconds: 525,
    intervals: 29,
  },
  {
    name: 'ladder, 4 rungs × 12 s',
    plan: planOf(block(format('ladder', { workMs: s(12), restMs: s(30), rounds: 5 }), stations(4))),
    total: '6:00',
    workSeconds: 240,
    intervals: 24,
  },
  {
    name: '8 stations in pairs × 3',
    plan: planOf(circuit(stations(8), 40, 15, 3, { groupSize: 2, groupBreakMs: s(45) })),
    total: '23:15',
    workSeconds: 960,
    intervals: 47,
  },
  {
    name: '6 stations, 2 of them each side',
    plan: planOf(circuit(stations(6, eachOf(2, s(5))), 30, 15, 2, { roundBreakMs: s(60) })),
    total: '11:50',
    workSeconds: 480,
    intervals: 31,
  },
  {
    name: 'chain of 3 on each side',
    plan: planOf(
      circuit(
        stations(3, (x) => ({ ...x, sides: { mode: 'chain', first: 'left', breakMs: s(20) } })),
        30,
        10,
        1,
      ),
    ),
    total: '4:00',
    workSeconds: 180,
    intervals: 11,
  },
  {
    name: 'holds, 7 stretches, 5 each side',
    plan: planOf(block(format('holds', { holdMs: s(25), changeMs: s(5) }), stations(7, eachOf(5, s(5))))),
    total: '5:55',
    workSeconds: 300,
    intervals: 23,
  },
  {
    name: 'beats, 64 counts at 128',
    plan: planOf(block(format('beats', { bpm: 128, counts: 64 }), [newStation('b1', 'Step touch')])),
    total: '0:30',
    workSeconds: 30,
    intervals: 1,
  },
];
