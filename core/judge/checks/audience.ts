import { MOST_WAYS, type Station, updateStation } from '../../class/index.ts';
import { atHand, freeOf, insteadFor, moveAt, REASON_WORDS, swapStation } from '../../moves/index.ts';
import { type Check, rowPlace } from './types.ts';

/** The station's easier ways with one more, at the easy end. */
const offered = ({ easier = [] }: Station, name: string) => [name, ...easier].slice(0, MOST_WAYS);

export const audience: Check = {
  id: 'audience',
  title: 'Caution for someone here',
  reason: 'Someone in this class has said so; there is something else to do.',
  source: 'The cautions are the library\u2019s, the usual ones of the trade; they judge no person.',
  thresholds: [],
  run: ({ plan, library, kitRoom }) => {
    const reasons = plan.audience ?? [];
    if (reasons.length === 0) return [];
    return plan.blocks.flatMap((block) =>
      block.stations.flatMap((station) => {
        const move = moveAt(library, station);
        const meant = reasons.filter((r) => move?.instead[r] !== undefined);
        if (!move || meant.length === 0) return [];
        const ways = [...(station.easier ?? []), ...(station.lowImpact ? [station.lowImpact] : [])];
        // One in the instructor's own words is theirs to know; a known one is free of all that was said, or does not help.
        const helps = (way: string) => {
          const known = library.get(way);
          return known === null || freeOf(known, reasons);
        };
        if (ways.some(helps)) return [];
        const instead = insteadFor(library, move, reasons, atHand(kitRoom));
        const words = meant.map((r) => REASON_WORDS[r]).join(', ');
        return [
          {
            key: `${block.id}:${station.id}:${meant.join('+')}`,
            weight: 2 as const,
            text: `${station.move} with ${words}: ${instead ? `${instead.name} instead` : 'nothing known that is free of all that was said'}.`,
            place: rowPlace(block.id, station.id),
            fixes: instead
              ? [
                  {
                    label: `Offer ${instead.name} beside it`,
                    plan: updateStation(plan, block.id, station.id, (s) => ({
                      ...s,
                      easier: offered(s, instead.name),
                    })),
                  },
                  {
                    label: `${instead.name} for all`,
                    plan: swapStation(plan, block.id, station.id, instead, null, library),
                  },
                ]
              : [],
          },
        ];
      }),
    );
  },
};
