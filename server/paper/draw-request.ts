import type { Paper, StationCard } from '../../core/out/index.ts';
import { drawCards } from './cards.ts';
import { drawPaper, type PaperSize } from './draw.ts';

/** A request to draw a sheet, or cards with the address that each opens. */
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

/** Draws paper as PDF. */
export async function drawRequest(request: PaperRequest): Promise<Uint8Array> {
  const pdf =
    request.kind === 'sheet'
      ? await drawPaper(request.paper, request.size)
      : await drawCards(request.title, request.cards, request.size, {
          perPage: request.perPage,
          addressOf: (card) => request.addresses[request.cards.indexOf(card)] ?? null,
        });
  return new Uint8Array(pdf);
}
