import { libraryOf, type Move } from '../../core/moves/index.ts';
import {
  type FoundOrder,
  featuresOf,
  findOrder,
  type OrderRequest,
  orderProblem,
  type Weights,
} from '../../core/sequence/index.ts';

export interface OrderAsk {
  request: OrderRequest;
  moves: readonly Move[];
}
export type OrderMessage =
  | { kind: 'progress'; share: number }
  | { kind: 'done'; found: FoundOrder; before: Weights; after: Weights; tookMs: number };

const SEED = 1;

self.addEventListener('message', ({ data: { request, moves } }: MessageEvent<OrderAsk>) => {
  const from = performance.now();
  const library = libraryOf(moves);
  const send = (message: OrderMessage) => postMessage(message);
  const found = findOrder(orderProblem(request, library), SEED, (share) => {
    send({ kind: 'progress', share });
    return true;
  });
  if (!found) return;
  const present = request.block.stations.map((_, k) => k);
  send({
    kind: 'done',
    found,
    before: featuresOf(request, library, present),
    after: featuresOf(request, library, found.order),
    tookMs: performance.now() - from,
  });
});
