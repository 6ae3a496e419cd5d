import { bodyOf, DONE_WORDS, STAYS_WORDS, type Stays } from '../../class/index.ts';
import { isFor, type Library, type Move, readIn, strays } from '../../moves/index.ts';
import { anotherThere } from './fixes.ts';
import { type Check, rowPlace } from './types.ts';

/** A known move that cannot be done where everybody stays, by its name alone; null where it can, or another of that name is there. */
function strayOf(library: Library, name: string, stays: Stays): Move | null {
  const move = library.get(name);
  const there = readIn(library, { move: name }, { stays }).reading.move;
  return move && there?.name === move.name && strays(move, stays) ? move : null;
}

export const stays: Check = {
  id: 'stays',
  title: 'Not where everybody stays',
  reason: 'People who came to stay seated, or off the floor, are lost in a move that is done elsewhere.',
  source: 'What the class says of itself, and the library\u2019s position of the move.',
  thresholds: [],
  run: (context) =>
    context.plan.blocks.flatMap((block) => {
      const { stays: all = 'free' } = bodyOf(context.plan, block);
      if (all === 'free') return [];
      return block.stations.flatMap((station) => {
        // Where a station says itself where it is done, it is meant.
        const isOwn = station.position !== undefined && station.position !== all;
        const move = isOwn ? null : strayOf(context.library, station.move, all);
        return move
          ? [
              {
                key: `${block.id}:${station.id}`,
                weight: 2 as const,
                text: `${station.move} is done ${DONE_WORDS[move.position]}; here it is ${STAYS_WORDS[all]}.`,
                place: rowPlace(block.id, station.id),
                fixes: anotherThere(context, block, station, (m) => isFor(m, bodyOf(context.plan, block))),
              },
            ]
          : [];
      });
    }),
};
