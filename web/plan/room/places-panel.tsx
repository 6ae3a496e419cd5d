import { useMemo } from 'react';
import { type Block, type Plan, placeStations, spotsOf } from '../../../core/class/index.ts';
import {
  alongShortestRound,
  type Leg,
  metresOf,
  setOut,
  spacingProblems,
  WALK_MPS,
  walkOf,
} from '../../../core/judge/index.ts';
import type { Library } from '../../../core/moves/index.ts';
import { Button, toast } from '../../base/index.ts';
import { edit, undo } from '../editing/index.ts';

interface Props {
  plan: Plan;
  block: Block;
  legs: readonly Leg[];
  library: Library;
}

/** Where the stations of a block stand: setting them out, what troubles them, and the walk. */
export function PlacesPanel({ plan, block, legs, library }: Props) {
  const { layout } = plan;
  if (!layout) return <p>Draw the room first.</p>;
  const spots = spotsOf(plan, block.id);
  const unplaced = block.stations.filter((s) => !spots[s.id]);
  const problems = spacingProblems(plan, block, library).filter((p) => p.kind !== 'unplaced');
  const take = (next: Plan | null, said: string) => {
    if (!next) {
      toast.error('The room is too full for so many stations. Nothing was changed.');
      return;
    }
    edit(() => next);
    toast.undoable(said, undo);
  };
  return (
    <>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => take(setOut(plan, block, library), 'Set out over the room.')}>
          {unplaced.length === block.stations.length ? 'Set the stations out' : 'Set out anew'}
        </Button>
        <ShortestRound
          plan={plan}
          block={block}
          legs={legs}
          onTake={(next) => take(next, 'Along the shortest round.')}
        />
      </div>
      {unplaced.length > 0 && (
        <section className="mt-3" aria-label="Without a place">
          <h3 className="text-small text-muted">Without a place yet</h3>
          <div className="mt-1 flex flex-wrap gap-1.5">
            {unplaced.map((s) => (
              <Button
                key={s.id}
                className="!min-h-9 !px-2.5"
                onClick={() =>
                  edit((p) => placeStations(p, block.id, { [s.id]: { x: layout.widthM / 2, y: layout.depthM / 2 } }))
                }
              >
                Place {s.move}
              </Button>
            ))}
          </div>
        </section>
      )}
      <section className="mt-4" aria-label="Room for each">
        <h3 className="text-small text-muted">Room for each</h3>
        {problems.length === 0 ? (
          <p className="mt-1">
            {unplaced.length === 0
              ? 'Every station has floor enough, and the doors are free.'
              : 'Those placed stand well.'}
          </p>
        ) : (
          <ul className="mt-1">
            {problems.map((p) => (
              <li key={p.text} className="border-line-strong border-b py-1.5">
                {p.text}
              </li>
            ))}
          </ul>
        )}
        <p className="mt-1 text-small text-muted">
          The dashed circles are the clear floor a group wants; general figures, the venue’s rules come first.
        </p>
      </section>
      <WalkList block={block} legs={legs} />
      <p className="mt-3 text-small text-muted">
        Drag a station or a thing, or go to it with Tab and move it with the arrow keys: half a metre, with Shift 10 cm;
        Delete takes it away.
      </p>
    </>
  );
}

function ShortestRound({
  plan,
  block,
  legs,
  onTake,
}: {
  plan: Plan;
  block: Block;
  legs: readonly Leg[];
  onTake: (next: Plan) => void;
}) {
  const now = metresOf(legs);
  const [next, then] = useMemo(() => {
    const shortest = alongShortestRound(plan, block);
    return [shortest, shortest && metresOf(walkOf(shortest, block))] as const;
  }, [plan, block]);
  if (now === null || next === null || then === null) return null;
  if (now - then < 0.5) return <span className="self-center text-small">This is the shortest round.</span>;
  return (
    <Button onClick={() => onTake(next)}>
      Shortest round: {Math.round(then)} m, not {Math.round(now)}
    </Button>
  );
}

/** Every leg of the walk against the rest there is for it. */
function WalkList({ block, legs }: { block: Block; legs: readonly Leg[] }) {
  const sum = metresOf(legs);
  if (legs.every((l) => l.way === null)) return null;
  return (
    <section className="mt-4" aria-label="The walk">
      <h3 className="text-small text-muted">The walk{sum === null ? '' : `: ${Math.round(sum)} m a round`}, one way</h3>
      <ol className="mt-1 border-t text-small">
        {legs.map(({ from, to, way }) => (
          <li key={from} className="flex gap-2 border-b py-0.5">
            <span className="digits w-5 text-right text-muted">{from + 1}</span>
            <span className="min-w-0 flex-1 truncate">
              {block.stations[from]?.move} to {block.stations[to]?.move}
            </span>
            <span className="digits w-16 text-right">{way ? `${way.metres.toFixed(1)} m` : 'no way'}</span>
            <span className="digits w-10 text-right text-muted">
              {way ? `${Math.ceil(way.metres / WALK_MPS)} s` : ''}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
