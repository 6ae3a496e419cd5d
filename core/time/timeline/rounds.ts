import type { Block, Plan, Station } from '../../class/index.ts';
import { defaultSides, isOneSided, moduleOf, roundsOf, withRounds } from '../../class/index.ts';
import { compile } from './compile.ts';
import { isWork } from './types.ts';

/** A station that goes by round, or a part of a complex whose windows alternate sides, and gets one side a set short. */
export interface OddStation {
  stationIndex: number;
  move: string;
  left: number;
  right: number;
}

/** A way to make the sides even, with what it does to the length of the class in ms. */
export interface EvenChoice {
  kind: 'oneMore' | 'oneFewer' | 'split';
  rounds: number | null;
  block: Block;
  costMs: number;
}

/** One block whose sides come out uneven, and the even choices. */
export interface OddRound {
  blockIndex: number;
  rounds: number | null;
  stations: OddStation[];
  choices: EvenChoice[];
}

/** Windows whose sides alternate give each part of the complex that has sides one side a window. */
function unevenWindows(block: Block): OddStation[] {
  const sides = compile({ blocks: [block] }).intervals.flatMap((i) => (isWork(i) && i.side ? [i.side] : []));
  const left = sides.filter((side) => side === 'left').length;
  const right = sides.length - left;
  if (left === right) return [];
  return block.stations.flatMap((s, stationIndex) =>
    isOneSided(s) ? [{ stationIndex, move: s.move, left, right }] : [],
  );
}

function unevenStations(block: Block): OddStation[] {
  if (moduleOf(block.format).traits.complex) return unevenWindows(block);
  if (!block.stations.some((s) => s.sides.mode === 'byRound')) return [];
  const sets = block.stations.map(() => ({ left: 0, right: 0 }));
  for (const i of compile({ blocks: [block] }).intervals) {
    const set = i.stationIndex === null ? undefined : sets[i.stationIndex];
    if (set && i.side && isWork(i)) set[i.side] += 1;
  }
  return block.stations.flatMap((s, stationIndex) => {
    const set = sets[stationIndex];
    if (s.sides.mode !== 'byRound' || !set || set.left === set.right) return [];
    return [{ stationIndex, move: s.move, ...set }];
  });
}

const blockMs = (block: Block) => compile({ blocks: [block] }).totalMs;

function splitAtHalf(station: Station): Station {
  return station.sides.mode === 'byRound'
    ? { ...station, sides: { ...defaultSides('split'), first: station.sides.first } as Station['sides'] }
    : station;
}

function evenChoices(block: Block): EvenChoice[] {
  const rounds = roundsOf(block.format);
  const before = blockMs(block);
  const choice = (kind: EvenChoice['kind'], n: number | null, changed: Block): EvenChoice => ({
    kind,
    rounds: n,
    block: changed,
    costMs: blockMs(changed) - before,
  });
  const choices: EvenChoice[] = [];
  if (rounds !== null && rounds < 99)
    choices.push(choice('oneMore', rounds + 1, { ...block, format: withRounds(block.format, rounds + 1) }));
  if (rounds !== null && rounds > 1)
    choices.push(choice('oneFewer', rounds - 1, { ...block, format: withRounds(block.format, rounds - 1) }));
  choices.push(choice('split', rounds, { ...block, stations: block.stations.map(splitAtHalf) }));
  return choices.filter((c) => unevenStations(c.block).length === 0);
}

/** Every block of a plan in which a `byRound` station gets an uneven number of sets, with the choices that mend it. */
export function oddRounds(plan: Pick<Plan, 'blocks'>): OddRound[] {
  return plan.blocks.flatMap((block, blockIndex) => {
    const stations = unevenStations(block);
    if (stations.length === 0) return [];
    return [{ blockIndex, rounds: roundsOf(block.format), stations, choices: evenChoices(block) }];
  });
}
