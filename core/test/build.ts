import {
  type Block,
  defaultFormat,
  type Format,
  type FormatKind,
  type FormatOf,
  newBlock,
  newPlan,
  newStation,
  type Plan,
  type Station,
} from '../class/index.ts';

/** Short builders for tests: seconds in, documents out. */

let serial = 0;
export const testId = () => `t${++serial}`;

export const s = (seconds: number) => Math.round(seconds * 1000);

export function stations(n: number, change: (station: Station, k: number) => Station = (x) => x): Station[] {
  return Array.from({ length: n }, (_, k) => change(newStation(`s${k + 1}`, `Move ${k + 1}`), k));
}

export function block(format: Format, list: Station[] = [], extra: Partial<Block> = {}): Block {
  return { ...newBlock(testId(), 'main', format), stations: list, ...extra };
}

export function format<K extends FormatKind>(kind: K, settings: Partial<FormatOf<K>> = {}): FormatOf<K> {
  return { ...defaultFormat(kind), ...settings };
}

export function planOf(...blocks: Block[]): Plan {
  return { ...newPlan('plan-1', 'Test class'), blocks };
}

/** A circuit with no round break unless given one: work/rest in seconds. */
export function circuit(
  list: Station[],
  work: number,
  rest: number,
  rounds: number,
  settings: Partial<FormatOf<'circuit'>> = {},
): Block {
  return block(format('circuit', { workMs: s(work), restMs: s(rest), rounds, roundBreakMs: 0, ...settings }), list);
}

/** The levels of a class that says nothing by itself: only its tones sound. */
export const TONES_ALONE = {
  nextUp: 'off',
  rounds: 'off',
  left: 'off',
  half: 'off',
  tenSeconds: 'off',
  warnings: 'off',
  water: 'off',
} as const;
