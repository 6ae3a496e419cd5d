import { PAPER_SIZES } from '../../../core/wire/index.ts';
import { keepText, local } from '../../base/index.ts';

export type PaperSize = (typeof PAPER_SIZES)[number];

const KEY = 'odd-round.paper';

/** The size of paper this device prints on: as chosen last, else what its language's home mostly has. */
export function keptSize(): PaperSize {
  const kept = PAPER_SIZES.find((s) => s === local.getItem(KEY));
  return kept ?? (/-(US|CA|MX)$/i.test(navigator.language) ? 'Letter' : 'A4');
}

export const keepSize = (size: PaperSize) => keepText(local, KEY, size);
