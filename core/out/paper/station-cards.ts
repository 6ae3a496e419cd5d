import { type Block, blockWords, capital, moduleOf, type Plan, type Station } from '../../class/index.ts';
import { type Library, moveAt } from '../../moves/index.ts';
import { compile } from '../../time/index.ts';
import { factsOf, otherWays, phasesSaid, roundFacts, timesOf } from './station-facts.ts';
import type { StationCard } from './types.ts';

/** The blocks of a class whose stations get cards: those at stations, or all that are worked when none is. */
function carded(plan: Plan): Block[] {
  const spread = plan.blocks.filter((b) => b.use === 'stations' && b.stations.length > 0);
  if (spread.length > 0) return spread;
  return plan.blocks.filter((b) => (b.role === 'main' || b.role === 'finisher') && b.stations.length > 0);
}

function figureFor(station: Station, library: Library): StationCard['figure'] {
  const text = moveAt(library, station)?.figure;
  const { sides } = station;
  return text === undefined ? null : { text, left: sides.mode === 'one' && sides.side === 'left' };
}

/**
 * A card for every station of a class, block by block in the order they are gone round; of one without blocks at stations, for those of its main
 * part.
 * @param plan with what the library knows of its moves
 */
export function stationCards(plan: Plan, library: Library): StationCard[] {
  const { intervals } = compile(plan);
  return carded(plan).flatMap((block) => {
    const blockIndex = plan.blocks.indexOf(block);
    return block.stations.map((station, index) => {
      const { works, rests } = timesOf(intervals, blockIndex, index);
      // A complex is worked through as one: its parts have no times of their own.
      const said =
        works === '' || moduleOf(block.format).traits.complex
          ? blockWords(block)
          : `${works} s work${rests === '' ? '' : `, ${rests} s rest`}`;
      return {
        place: block.stations.length > 1 ? `${index + 1} of ${block.stations.length}` : '',
        block: block.title,
        move: station.move,
        facts: [said, ...factsOf(station), ...roundFacts(station), ...phasesSaid(station)].map(capital),
        ways: otherWays(station),
        cues: station.formCues ?? [],
        kit: station.kit ?? [],
        figure: figureFor(station, library),
        stationId: station.id,
      };
    });
  });
}
