import { newBlock, type Plan } from '../class/index.ts';
import { block, circuit, format, planOf, s, stations } from './build.ts';

/** Twenty minutes of every kind of block, the short ones first. */
export function mixedClass(id: string): Plan {
  const named = (...names: string[]) =>
    names.map((move, k) => ({ id: `${move.slice(0, 3)}${k}`, move, sides: { mode: 'none' as const } }));
  const split = { mode: 'split' as const, first: 'left' as const };
  return {
    ...planOf(
      newBlock('talk', 'other', format('open', { lengthMs: s(8) })),
      { ...circuit(named('Box step-up', 'Rope slam', 'Press-up'), 25, 10, 2, { roundBreakMs: s(14) }), id: 'main' },
      {
        ...block(format('ladder', { rounds: 1, workMs: s(15), restMs: 0 }), named('Easy step', 'Skater step')),
        id: 'lad',
      },
      {
        ...circuit(
          named('Side plank').map((x) => ({ ...x, sides: split })),
          20,
          8,
          1,
        ),
        id: 'half',
      },
      {
        ...block(format('windows', { onMs: s(30), offMs: s(12), count: 2 }), named('Goblet squat', 'Band row')),
        id: 'win',
      },
      { ...block(format('beats', { bpm: 120, counts: 32 }), named('March')), id: 'beat' },
      { ...block(format('emom', { periodMs: s(60), workMs: s(35), rounds: 4 }), stations(4)), id: 'emom' },
    ),
    id,
    title: 'Mixed measure',
    countInMs: s(5),
  };
}
