import { type Expand, piece } from '../types.ts';

/** As many rounds as possible, or for time: one work interval up to the cap; "for time" may end early. */
export const expandAmrap: Expand<'amrap'> = ({ format }) => [
  piece('work', format.capMs, { round: 1, about: format.forTime }),
];

/** Talk, water or set-up: one interval, of fixed length or until tapped. */
export const expandOpen: Expand<'open'> = ({ format }) => [
  piece('open', format.lengthMs, { untilTap: format.untilTap, about: format.untilTap }),
];

/** Shows each of the block's own stations, or else those of the next block that has some. */
export const expandDemo: Expand<'demo'> = (block, following) => {
  const own = block.stations.length > 0;
  const shown = own ? block : following.find((b) => b.stations.length > 0);
  return (shown?.stations ?? []).map((_, i) => piece('demo', block.format.perStationMs, { stationIndex: i }));
};
