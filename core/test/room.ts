import type { Plan } from '../class/index.ts';
import { circuit, planOf, stations } from './build.ts';

const MOVES = ['Kettlebell swing', 'Box step-up', 'Front plank', 'Rope slam'];
const KIT = ['kettlebell', 'box', 'mat', 'mooring rope'];

/** A class at four stations, each with kit of its own, of which two fall short: what a room is planned for. */
export const roomClass = (id: string): Plan => ({
  ...planOf({
    ...circuit(
      stations(4, (s, k) => ({ ...s, move: MOVES[k] ?? '', kit: [KIT[k] ?? ''] })),
      40,
      20,
      3,
    ),
    id: 'main',
    use: 'stations',
  }),
  id,
  title: 'Room measure',
  // Eight at each station: the kit room has six ropes, two to one, and nine boxes, two to one.
  heads: 52,
});
