import { ArrowDown, ArrowUp } from 'lucide-react';
import { type Block, moduleOf, settingOf } from '../../../core/class/index.ts';
import type { Library } from '../../../core/moves/index.ts';
import { shownBy } from '../../../core/time/index.ts';
import { Button, DurationField, IconButton, OneOf } from '../../base/index.ts';

interface Props {
  block: Block;
  /** The blocks after it, of which it shows one. */
  following: readonly Block[];
  library: Library;
  onEdit: (change: (block: Block) => Block) => void;
}

type Move = NonNullable<NonNullable<Block['shows']>['moves']>[number];

/** What a demo shows: of which block, in which order and how long each; 0 leaves a move out. */
export function DemoShows({ block, following, library, onEdit }: Props) {
  const shown = shownBy(block, following);
  if (moduleOf(block.format).traits.stations !== 'shown' || block.stations.length > 0) return null;
  if (!shown) return <p className="mb-2 pl-1 text-small text-muted">No block after it has stations to show.</p>;
  const usualMs = Number(settingOf(block.format, 'perStationMs') ?? 10_000);
  const moves = movesOf(block, shown, usualMs);
  const put = (next: readonly Move[] | null) =>
    onEdit((b) => ({ ...b, shows: { blockId: shown.id, ...(next ? { moves: [...next] } : {}) } }));
  const swapped = (k: number, by: number) => {
    const next = [...moves];
    const [taken] = next.splice(k, 1);
    if (taken) next.splice(k + by, 0, taken);
    return next;
  };
  const explainMs = (name: string) => library.read(name).move?.explainMs ?? usualMs;
  const nameOf = (id: string) => shown.stations.find((s) => s.id === id)?.move ?? '';
  return (
    <section aria-label={`${block.title}: what it shows`} className="mb-2 pl-1 text-small">
      <div className="flex flex-wrap items-center gap-2">
        shows
        <OneOf
          look="quiet"
          aria-label={`${block.title}: shows the moves of`}
          of={following.filter((b) => b.stations.length > 0).map((b) => [b.id, b.title])}
          value={shown.id}
          onPick={(blockId) => onEdit((b) => ({ ...b, shows: { blockId } }))}
        />
        <Button
          look="quiet"
          className="!min-h-8 !px-2"
          onClick={() => put(moves.map((m) => ({ ...m, ms: explainMs(nameOf(m.stationId)) })))}
        >
          As long as each takes to explain
        </Button>
        {block.shows?.moves && (
          <Button look="quiet" className="!min-h-8 !px-2" onClick={() => put(null)}>
            All alike
          </Button>
        )}
      </div>
      <ol className="mt-1 max-w-xl">
        {moves.map((m, k) => {
          const name = nameOf(m.stationId);
          return (
            <li key={m.stationId} className={`flex items-center gap-2 border-b ${m.ms === 0 ? 'text-muted' : ''}`}>
              <span className="min-w-0 flex-1 py-1">
                {name}
                {m.ms === 0 && ', not shown'}
              </span>
              <DurationField
                label={`How long ${name} is shown`}
                valueMs={m.ms}
                onChange={(ms) => put(moves.map((x) => (x.stationId === m.stationId ? { ...x, ms } : x)))}
              />
              <IconButton
                label={`Show ${name} earlier`}
                className="!h-8 !w-8"
                disabled={k === 0}
                onClick={() => put(swapped(k, -1))}
              >
                <ArrowUp size={14} />
              </IconButton>
              <IconButton
                label={`Show ${name} later`}
                className="!h-8 !w-8"
                disabled={k === moves.length - 1}
                onClick={() => put(swapped(k, 1))}
              >
                <ArrowDown size={14} />
              </IconButton>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** Every move of the block that is shown: those in the order that is said first, then the others. */
function movesOf(demo: Block, shown: Block, usualMs: number): Move[] {
  const said = demo.shows?.blockId === shown.id ? (demo.shows.moves ?? []) : [];
  const known = said.filter((m) => shown.stations.some((s) => s.id === m.stationId));
  const others = shown.stations.filter((s) => !known.some((m) => m.stationId === s.id));
  return [...known, ...others.map((s) => ({ stationId: s.id, ms: usualMs }))];
}
