import type { Block } from '../../../core/class/index.ts';
import { apartFrom, atOneClock } from '../../../core/class/index.ts';

interface Props {
  block: Block;
  onEdit: (change: (block: Block) => Block) => void;
}

/** Says which stations have times or sides of their own that one clock for all groups cannot give, and takes them away. */
export function OneClockNote({ block, onEdit }: Props) {
  const apart = block.use === 'stations' ? block.stations.filter((s) => apartFrom(s).length > 0) : [];
  if (apart.length === 0) return null;
  return (
    <div
      className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1.5 border-l-[3px] border-live bg-card px-3 py-1.5"
      role="note"
    >
      <span>
        At stations one clock serves all groups. {apart.map((s) => s.move).join(', ')}: own times are not used, sides
        switch at half time.
      </span>
      <button
        type="button"
        className="min-h-9 rounded-md border border-line-strong px-2.5 text-small hover:border-ink"
        onClick={() => onEdit((b) => ({ ...b, stations: b.stations.map(atOneClock) }))}
      >
        Keep to one clock
      </button>
    </div>
  );
}
