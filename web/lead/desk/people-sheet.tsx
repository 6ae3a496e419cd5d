import type { RunState, RunView } from '../../../core/time/index.ts';
import { groupsFor } from '../../../core/time/index.ts';
import { command } from '../session/index.ts';
import { DeskSheet } from './desk-sheet.tsx';

/** The most people that are offered as a tap. */
const MOST = 40;

/** How many have come: one tap on a number makes the groups anew, here and on every screen. */
export function PeopleSheet({ state, view, onClose }: { state: RunState; view: RunView; onClose: () => void }) {
  const { heads } = state.plan;
  const shown = view.interval ?? view.nextWork;
  const here = shown ? state.plan.blocks[shown.blockIndex] : undefined;
  const block = here?.use === 'stations' ? here : state.plan.blocks.find((b) => b.use === 'stations');
  return (
    <DeskSheet title="How many are here?" onClose={onClose}>
      {block && heads !== null && (
        <p className="mb-2 text-lead">
          Now {heads} at {block.stations.length} stations of {block.title}: {groupWords(block.stations.length, heads)}.
        </p>
      )}
      <div className="grid grid-cols-5 gap-2 md:grid-cols-10">
        {Array.from({ length: MOST }, (_, k) => k + 1).map((n) => (
          <button
            key={n}
            type="button"
            aria-label={`${n} people`}
            aria-pressed={n === heads}
            className={`digits min-h-16 rounded-md border-2 border-line-strong text-head ${n === heads ? 'bg-ink text-paper' : ''}`}
            onClick={() => {
              if (n !== heads) void command({ type: 'heads', heads: n });
              onClose();
            }}
          >
            {n}
          </button>
        ))}
      </div>
    </DeskSheet>
  );
}

/** "2 groups of 3 and 4 of 2". */
export function groupWords(stations: number, heads: number): string {
  const sizes = groupsFor(stations, heads).map((g) => g.size);
  const words = [...new Set(sizes)].map((size) => {
    const n = sizes.filter((s) => s === size).length;
    return `${n} ${n === 1 ? 'group' : 'groups'} of ${size}`;
  });
  return words.join(' and ');
}
