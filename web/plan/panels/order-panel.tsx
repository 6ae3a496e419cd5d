import { useEffect, useState } from 'react';
import { type Block, type Plan, SCHOOLS, type School, updateBlock } from '../../../core/class/index.ts';
import {
  FEATURE_WORDS,
  FEATURES,
  inOrderOf,
  SCHOOL_WEIGHTS,
  SCHOOL_WORDS,
  type Weights,
  walkTable,
} from '../../../core/judge/index.ts';
import {
  AREA_WORDS,
  basisOf,
  isOnFloor,
  isSure,
  type Library,
  movesNamed,
  readAt,
  resolveBlock,
} from '../../../core/moves/index.ts';
import {
  AREA_TEXTURES,
  AreaMark,
  Button,
  Checkbox,
  OneOf,
  type Ordered,
  startOrderSearch,
  toast,
  useLibrary,
} from '../../base/index.ts';
import { edit, undo } from '../editing/index.ts';
import { BasisNote } from './basis-note.tsx';
import { useTask } from './use-task.ts';

/** A search for a better order of a block's stations, by the school the instructor chooses. */
export function OrderPanel({ plan }: { plan: Plan }) {
  const library = useLibrary((s) => s.library);
  const blocks = plan.blocks.filter((b) => b.stations.length > 2);
  const [blockId, setBlockId] = useState(
    () => [...blocks].sort((a, b) => b.stations.length - a.stations.length).find((b) => b.role === 'main')?.id,
  );
  const block = blocks.find((b) => b.id === blockId) ?? blocks[0];
  const [school, setSchool] = useState<School>(block?.school ?? 'spread');
  const [weights, setWeights] = useState<Weights>(SCHOOL_WEIGHTS[school]);
  const [pinned, setPinned] = useState<readonly string[]>([]);
  const { state, run: search, cancel } = useTask(startOrderSearch);
  // A proposal is for the stations it was made from.
  const stations = block?.stations.map((s) => `${s.id}${s.move}`).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: other stations make the proposal void
  useEffect(() => cancel(), [stations]);
  const placed = block && resolveBlock(plan, block, library);
  if (!block || !placed) return <p>A block with three stations or more can be put in another order.</p>;
  const choose = (next: School) => {
    setSchool(next);
    setWeights(SCHOOL_WEIGHTS[next]);
    cancel();
  };
  const apply = (next: Block) => {
    edit((p) => updateBlock(p, block.id, () => ({ ...next, school })));
    toast.undoable(`${block.title}: ${SCHOOL_WORDS[school]}.`, undo);
  };
  return (
    <>
      <OneOf
        aria-label="Block to put in order"
        className="w-full"
        of={blocks.map((b) => [b.id, b.title])}
        value={block.id}
        onPick={(id) => {
          setBlockId(id);
          cancel();
        }}
      />
      <fieldset className="mt-3">
        <legend className="text-small text-muted">School</legend>
        {SCHOOLS.map((s) => (
          <label key={s} className="flex min-h-8 items-center gap-2">
            <input type="radio" className="accent-ink" checked={s === school} onChange={() => choose(s)} />
            {SCHOOL_WORDS[s]}
          </label>
        ))}
      </fieldset>
      <WeightFields weights={weights} onChange={setWeights} />
      <fieldset className="mt-2">
        <legend className="text-small text-muted">Stay where they are</legend>
        <OrderList
          library={library}
          block={placed}
          pinned={pinned}
          onPin={(id, on) => {
            setPinned((p) => (on ? [...p, id] : p.filter((x) => x !== id)));
            cancel();
          }}
        />
      </fieldset>
      <BasisNote of={[block]} />
      <div className="mt-3 flex items-center gap-3">
        <Button
          look="strong"
          onClick={() =>
            search({ request: { block: placed, weights, pinned, walkM: walkTable(plan, block) }, moves: library.moves })
          }
        >
          Find an order
        </Button>
        {state.kind === 'running' && (
          <>
            <progress className="w-24 accent-ink" aria-label="Searching" value={state.far} />
            <Button onClick={cancel}>Cancel</Button>
          </>
        )}
      </div>
      {state.kind === 'done' && <Proposal block={block} library={library} ordered={state.value} onApply={apply} />}
    </>
  );
}

/** How much each feature of an order counts, 0 to 10. */
function WeightFields({ weights, onChange }: { weights: Weights; onChange: (weights: Weights) => void }) {
  return (
    <details className="mt-1">
      <summary className="min-h-9 text-small text-muted">Weights</summary>
      {FEATURES.map((f) => (
        <label key={f} className="flex items-center gap-2 text-small">
          <span className="flex-1">{FEATURE_WORDS[f]}</span>
          <input
            type="range"
            min={0}
            max={10}
            step={0.5}
            className="w-28 accent-ink"
            value={weights[f]}
            onChange={(e) => onChange({ ...weights, [f]: Number(e.target.value) })}
          />
          <span className="digits w-8 text-right text-small">{weights[f]}</span>
        </label>
      ))}
    </details>
  );
}

function Proposal({
  block,
  library,
  ordered,
  onApply,
}: {
  block: Block;
  library: Library;
  ordered: Ordered;
  onApply: (block: Block) => void;
}) {
  const next = inOrderOf(block, ordered.found.order);
  const same = ordered.found.order.every((s, k) => s === k);
  const round = (x: number) => Math.round(x * 10) / 10;
  return (
    <section className="mt-4" aria-label="Proposal">
      <p className="text-small text-muted" role="status">
        {ordered.found.exact ? 'The best of all orders' : 'The best met'}
        {isSure(basisOf(movesNamed({ blocks: [block] }), library)) ? '' : ', by what is known or guessed'}, in{' '}
        {Math.round(ordered.tookMs)} ms
      </p>
      {same ? (
        <p className="mt-1">The present order is already the best for this school.</p>
      ) : (
        <>
          <OrderList library={library} block={next} />
          <table className="mt-2 w-full text-small">
            <thead className="text-left text-fine text-muted">
              <tr>
                <th className="font-normal">What changes</th>
                <th className="text-right font-normal">now</th>
                <th className="text-right font-normal">then</th>
              </tr>
            </thead>
            <tbody>
              {FEATURES.filter((f) => round(ordered.before[f]) !== round(ordered.after[f])).map((f) => (
                <tr key={f} className="border-t">
                  <td>{FEATURE_WORDS[f]}</td>
                  <td className="digits text-right">{round(ordered.before[f])}</td>
                  <td
                    className={`digits text-right ${ordered.after[f] < ordered.before[f] ? 'font-bold' : 'text-muted'}`}
                  >
                    {round(ordered.after[f])} {ordered.after[f] < ordered.before[f] ? 'better' : 'worse'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <Button className="mt-3" onClick={() => onApply(next)}>
            Take this order
          </Button>
        </>
      )}
    </section>
  );
}

/** The stations in order, each with the texture of its area; those on the floor stand lower. */
function OrderList({
  library,
  block,
  pinned,
  onPin,
}: {
  library: Library;
  block: Block;
  pinned?: readonly string[];
  onPin?: (id: string, on: boolean) => void;
}) {
  return (
    <ol className="mt-1 border-t">
      {block.stations.map((s, k) => {
        const { kind, move } = readAt(library, s);
        const floor = move !== null && isOnFloor(move);
        return (
          <li key={s.id} className="flex h-8 items-center gap-2 border-b text-small">
            <span className="digits w-5 text-right text-fine text-muted">{k + 1}</span>
            <AreaMark area={move?.area ?? null} low={floor} />
            <span className="flex-1 truncate">{s.move}</span>
            <span className="text-fine text-muted">
              {move ? AREA_WORDS[move.area] : 'not known'}
              {kind === 'guessed' && ', guess'}
            </span>
            {onPin && (
              <Checkbox
                aria-label={`${s.move} stays in place`}
                checked={pinned?.includes(s.id) ?? false}
                onChange={(on) => onPin(s.id, on)}
              />
            )}
          </li>
        );
      })}
      {AREA_TEXTURES}
    </ol>
  );
}
