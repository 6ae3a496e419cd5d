import { parentPort } from 'node:worker_threads';
import type { Paper, StationCard } from '../../core/paper/index.ts';
import { drawCards } from './cards.ts';
import { drawPaper, type PaperSize } from './draw.ts';

/** What is drawn: a sheet, or cards with the address that each opens. */
export type PaperRequest = { size: PaperSize } & (
  | { kind: 'sheet'; paper: Paper }
  | {
      kind: 'cards';
      title: string;
      cards: readonly StationCard[];
      perPage: 1 | 4;
      addresses: readonly (string | null)[];
    }
);

parentPort?.on('message', async (request: PaperRequest) => {
  const pdf =
    request.kind === 'sheet'
      ? await drawPaper(request.paper, request.size)
      : await drawCards(request.title, request.cards, request.size, {
          perPage: request.perPage,
          addressOf: (card) => request.addresses[request.cards.indexOf(card)] ?? null,
        });
  parentPort?.postMessage(new Uint8Array(pdf));
});
