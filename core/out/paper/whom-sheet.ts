import type { Plan } from '../../class/index.ts';
import { DEFERS, toSay } from '../../judge/index.ts';
import type { KitItem, Library } from '../../moves/index.ts';
import { heading, line, type Paper } from './types.ts';

/**
 * What to say to whom, on one page: the other ways by who is here.
 * @param plan with what the library knows of its moves
 */
export function whomSheet(plan: Plan, library: Library, kitRoom: readonly KitItem[]): Paper {
  return {
    title: `What to say to whom: ${plan.title}`,
    under: [],
    parts: [
      ...toSay(plan, library, kitRoom).flatMap(({ who, lines, words }) => [
        heading(who),
        ...words.map((text) => line(text)),
        ...lines.map((l) => line(`${l.move}: ${l.instead ?? 'leave it out'}`, { look: 'strong', tail: l.at })),
      ]),
      line(DEFERS, { look: 'small' }),
    ],
    onePage: true,
    sizePt: 16,
  };
}
