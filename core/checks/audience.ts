import { insteadOf, REASON_WORDS, withMove } from '../moves/index.ts';
import { MOST_WAYS, type Station, updateStation } from '../plan/index.ts';
import { type Check, rowPlace } from './types.ts';

/** The station's easier ways with one more, at the easy end. */
const offered = ({ easier = [] }: Station, name: string) => [name, ...easier].slice(0, MOST_WAYS);

export const audience: Check = {
  id: 'audience',
  title: 'Caution for someone here',
  reason: 'Someone in this class has said so; the move has something to do instead.',
  thresholds: [],
  run: ({ plan, library }) =>
    plan.blocks.flatMap((block) =>
      block.stations.flatMap((station) => {
        const move = library.get(station.move);
        if (!move) return [];
        return (plan.audience ?? []).flatMap((reason) => {
          const name = move.instead[reason];
          if (name === undefined || station.easier?.includes(name) || station.lowImpact === name) return [];
          const instead = insteadOf(library, move, reason);
          const set = (label: string, easier: boolean) =>
            instead
              ? [
                  {
                    label,
                    plan: updateStation(plan, block.id, station.id, (s) =>
                      easier ? { ...s, easier: offered(s, instead.name) } : withMove(s, instead, library),
                    ),
                  },
                ]
              : [];
          return [
            {
              check: 'audience',
              key: `audience:${block.id}:${station.id}:${reason}`,
              weight: 2 as const,
              text: `${station.move} with ${REASON_WORDS[reason]}: ${name} instead.`,
              place: rowPlace(block.id, station.id),
              fixes: [...set(`Offer ${name} beside it`, true), ...set(`${name} for all`, false)],
            },
          ];
        });
      }),
    ),
};
