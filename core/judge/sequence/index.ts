import type { Block } from '../../class/index.ts';

export {
  FEATURE_WORDS,
  FEATURES,
  featuresOf,
  isCyclic,
  isHeavy,
  type OrderRequest,
  orderProblem,
  SCHOOL_WEIGHTS,
  SCHOOL_WORDS,
  type Weights,
} from './problem.ts';
export { type FoundOrder, findOrder, mulberry32 } from './search.ts';

/** The block with its stations in another order, given as their present indices. */
export function inOrderOf(block: Block, order: readonly number[]): Block {
  return { ...block, stations: order.flatMap((k) => block.stations[k] ?? []) };
}
