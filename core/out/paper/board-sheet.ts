import { formatDuration, type Plan, weightsWords } from '../../class/index.ts';
import { compile, totals } from '../../time/index.ts';
import { blockSaid, repsSaid, roundFacts, sidesSaid, timesOf, timesSaid } from './station-facts.ts';
import { heading, line, type Paper } from './types.ts';

/** The class as it would be chalked on a board: what members need to see, and nothing else. */
export function boardSheet(plan: Plan): Paper {
  const timeline = compile(plan);
  const sums = totals(plan, timeline);
  return {
    title: plan.title,
    under: [formatDuration(timeline.totalMs)],
    parts: plan.blocks.flatMap((block, k) => {
      const times = block.stations.map((_, index) => timesSaid(timesOf(timeline.intervals, k, index)));
      // Times that are the same for all stand in the block's line already.
      const alike = new Set(times).size <= 1;
      return [
        heading(block.title, '', formatDuration(sums.blocks[k]?.totalMs ?? 0)),
        ...(blockSaid(block) === '' ? [] : [line(blockSaid(block))]),
        ...block.stations.flatMap((station, index) => [
          line(
            [station.move, repsSaid(station), weightsWords(station), sidesSaid(station)].filter(Boolean).join(', '),
            {
              lead: block.stations.length > 1 ? String(index + 1) : '',
              tail: alike ? '' : (times[index] ?? ''),
              look: 'strong',
            },
          ),
          ...roundFacts(station).map((words) => line(words, { look: 'small' })),
        ]),
      ];
    }),
    onePage: true,
    sizePt: 30,
  };
}
