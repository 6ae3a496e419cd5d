import { moduleOf, type Plan } from '../../class/index.ts';
import { type Interval, sidesAt, stationAt } from '../../time/index.ts';
import { phrase } from './phrases.ts';
import { changesSaid, nameSaid } from './said.ts';

/**
 * The words that tell of the next set before people move off: its name in its sentence, its side, and what changes with it. Where
 * groups are spread nobody's move is everybody's: the call to rotate. They are said by the voice or by the instructor, so the cue
 * settings make no difference.
 */
export function wordsBefore(plan: Pick<Plan, 'blocks' | 'phrases'>, before: Interval | null, next: Interval): string {
  const block = plan.blocks[next.blockIndex];
  if (block?.use === 'stations') return phrase(plan, before?.blockIndex === next.blockIndex ? 'rotate' : 'toStations');
  const station = stationAt(plan, next);
  if (!station)
    return block && moduleOf(block.format).traits.complex ? phrase(plan, 'nextUp', { move: block.title }) : '';
  const [side = null] = sidesAt(plan, next);
  const name = nameSaid(station);
  const move = side ? `${name}, ${phrase(plan, 'side', { side })}` : name;
  const changes = changesSaid(plan, before, next).filter(({ what }) => what !== 'length');
  return [phrase(plan, 'nextUp', { move }), ...changes.map(({ text }) => text)].join('. ');
}
