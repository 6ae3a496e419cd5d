import { type Block, defaultSides, moduleOf, updateStation } from '../../class/index.ts';
import { type Move, readAt } from '../../moves/index.ts';
import { type Check, rowPlace } from './types.ts';

export const missingSides: Check = {
  id: 'missingSides',
  title: 'Missing sides',
  reason: 'A move done on one side at a time and never told to change leaves the other side out.',
  source: 'Plain arithmetic, and which moves are one-sided as the library has it.',
  thresholds: [],
  run: ({ plan, library }) =>
    plan.blocks.flatMap((block) =>
      block.stations.flatMap((station) => {
        const { kind, move } = readAt(library, station);
        if (!move?.oneSided || isDrill(move, block) || station.sides.mode !== 'none' || station.reps?.per === 'side')
          return [];
        const fix = (label: string, mode: 'split' | 'each' | 'alternating') => ({
          label,
          plan: updateStation(plan, block.id, station.id, (s) => ({ ...s, sides: defaultSides(mode) })),
        });
        return [
          {
            key: `${block.id}:${station.id}`,
            weight: 2 as const,
            text: `${station.move} is ${kind === 'known' ? '' : 'guessed to be '}done on one side at a time; nothing says when to change.`,
            place: rowPlace(block.id, station.id),
            // In a complex no time belongs to one move: it is done on both sides in turn.
            fixes: moduleOf(block.format).traits.complex
              ? [fix('Alternate', 'alternating')]
              : [fix('Switch at half', 'split'), fix('Each side in turn', 'each'), fix('Alternate', 'alternating')],
          },
        ];
      }),
    ),
};

/** Led through its range in a warm-up or cool-down, where all follow: the instructor changes side, and nobody forgets it. */
const isDrill = (move: Pick<Move, 'pattern'>, block: Block) =>
  move.pattern === 'mobilise' && (block.role === 'warmUp' || block.role === 'coolDown');
