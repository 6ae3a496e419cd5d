import { expose } from 'comlink';
import {
  type FoundOrder,
  featuresOf,
  findOrder,
  type OrderRequest,
  orderProblem,
  type Weights,
} from '../../../core/judge/index.ts';
import { libraryOf, type Move } from '../../../core/moves/index.ts';

export interface OrderAsk {
  request: OrderRequest;
  moves: readonly Move[];
}
/** The order found, what it does to each feature, and how long the search took in ms. */
export interface Ordered {
  found: FoundOrder;
  before: Weights;
  after: Weights;
  tookMs: number;
}

const SEED = 1;

export const work = {
  /** @param onProgress told the share of the search that is done, 0 to 1 */
  run: ({ request, moves }: OrderAsk, onProgress: (share: number) => void): Ordered | null => {
    const from = performance.now();
    const library = libraryOf(moves);
    const found = findOrder(orderProblem(request, library), SEED, (share) => {
      onProgress(share);
      return true;
    });
    if (!found) return null;
    return {
      found,
      before: featuresOf(
        request,
        library,
        request.block.stations.map((_, k) => k),
      ),
      after: featuresOf(request, library, found.order),
      tookMs: performance.now() - from,
    };
  },
};
export type OrderWork = typeof work;
expose(work);
