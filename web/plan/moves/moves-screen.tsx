import { Download, Plus, Search, Upload } from 'lucide-react';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { POSITIONS } from '../../../core/class/index.ts';
import {
  ANY_MOVE,
  AREA_WORDS,
  AREAS,
  duplicateMoves,
  findMoves,
  indexMoves,
  type Move,
  type MoveQuery,
  moveKey,
  PATTERN_WORDS,
  PATTERNS,
  POSITION_WORDS,
  plainMove,
  USE_WORDS,
  USES,
} from '../../../core/moves/index.ts';
import { api, Button, Checkbox, messageOf, OneOf, toast, useLibrary } from '../../base/index.ts';
import { BulkDialog } from './bulk-dialog.tsx';
import { ImportMovesDialog } from './import-moves-dialog.tsx';
import { MoveDetail } from './move-detail.tsx';
import { downloadMoves } from './moves-file.ts';
import { MovesTable } from './moves-table.tsx';

type Shown = 'import' | 'bulk' | null;

/** Saves moves and puts others away; gives whether it could. */
async function save(moves: readonly Move[], hide: readonly string[] = []): Promise<boolean> {
  try {
    await api.saveMoves(moves);
    if (hide.length > 0) await api.hideMoves(hide, true);
    await useLibrary.getState().load();
    return true;
  } catch (e) {
    toast.error(`Not saved: ${messageOf(e)}. Nothing was changed.`);
    return false;
  }
}

/** The library of moves: found as one types, looked at, added to, changed many at once. */
export function MovesScreen() {
  const { library, kit, lately, state, load } = useLibrary();
  const [query, setQuery] = useState<MoveQuery>(ANY_MOVE);
  const [params, setParams] = useSearchParams();
  const [draft, setDraft] = useState<Move | null>(null);
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const [shown, setShown] = useState<Shown>(null);
  useEffect(() => void load(), [load]);
  const index = useMemo(() => indexMoves(library.moves), [library]);
  const asked = useDeferredValue(query);
  const found = useMemo(() => findMoves(index, asked), [index, asked]);
  const twice = useMemo(() => duplicateMoves(library.moves), [library]);
  const open = draft ?? library.get(params.get('move') ?? '');
  const patch = (change: Partial<MoveQuery>) => setQuery((q) => ({ ...q, ...change }));
  const show = (name: string | null) => {
    setDraft(null);
    setParams(name === null ? {} : { move: name }, { replace: true });
  };
  return (
    <main
      id="content"
      data-own-scroll
      className="flex min-h-96 flex-1 flex-col px-5 pt-5 max-lg:h-dvh max-lg:flex-none lg:min-h-0"
    >
      <title>Moves · Odd Round</title>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h1 className="digits text-big">Moves</h1>
        <span className="text-muted" role="status" data-testid="found">
          {found.length === library.moves.length ? `${found.length}` : `${found.length} of ${library.moves.length}`}
        </span>
        <span className="flex-1" />
        <Button onClick={() => setShown('import')}>
          <Upload size={16} aria-hidden="true" /> Import
        </Button>
        <Button onClick={() => downloadMoves(found)}>
          <Download size={16} aria-hidden="true" /> CSV
        </Button>
        <Button
          look="strong"
          onClick={() => {
            setDraft(plainMove('New move'));
            setParams({}, { replace: true });
          }}
        >
          <Plus size={17} aria-hidden="true" /> New move
        </Button>
      </div>
      <Filters
        query={query}
        patch={patch}
        kitNames={kit.filter((k) => k.count > 0).map((k) => k.name)}
        lately={lately.flat().map((name) => moveKey(library, name))}
      />
      {twice.length > 0 && <Duplicates groups={twice} onShow={show} />}
      {selected.size > 0 && (
        <Chosen names={[...selected]} onBulk={() => setShown('bulk')} onNone={() => setSelected(new Set())} />
      )}
      {state === 'failed' ? (
        <p className="py-6">
          The library cannot be reached. <Button onClick={() => void load()}>Try again</Button>
        </p>
      ) : (
        <div className="flex min-h-0 flex-1 gap-4">
          <MovesTable
            moves={found}
            open={open?.name ?? null}
            onOpen={show}
            selected={selected}
            onSelect={setSelected}
          />
          {open && (
            <MoveDetail
              key={draft ? 'new' : open.name}
              move={open}
              isNew={draft !== null}
              library={library}
              onShow={show}
              onClose={() => show(null)}
              onSave={async (move, old) => {
                const renamed = old !== null && old !== move.name ? [old] : [];
                if (await save([move], renamed)) show(move.name);
              }}
            />
          )}
        </div>
      )}
      {shown === 'import' && <ImportMovesDialog library={library} onSave={save} onClose={() => setShown(null)} />}
      {shown === 'bulk' && (
        <BulkDialog
          moves={library.moves.filter((m) => selected.has(m.name))}
          onSave={async (moves) => {
            if (await save(moves)) setShown(null);
          }}
          onClose={() => setShown(null)}
        />
      )}
    </main>
  );
}

/** What can be done with the moves that are chosen. */
function Chosen({ names, onBulk, onNone }: { names: readonly string[]; onBulk: () => void; onNone: () => void }) {
  const load = useLibrary((s) => s.load);
  const putAway = () =>
    api.hideMoves(names, true).then(
      async () => {
        onNone();
        await load();
        toast.undoable(`${names.length === 1 ? names[0] : `${names.length} moves`} put away.`, () =>
          api.hideMoves(names, false).then(load),
        );
      },
      () => toast.error('They could not be put away. Nothing was changed.'),
    );
  return (
    <div className="mb-2 flex flex-wrap items-center gap-3 border-l-[3px] border-live bg-card px-3 py-1.5">
      <span>
        {names.length} {names.length === 1 ? 'move' : 'moves'} chosen
      </span>
      <Button className="!min-h-9" onClick={onBulk}>
        Change all
      </Button>
      <Button className="!min-h-9" onClick={() => void putAway()}>
        Put away
      </Button>
      <Button look="quiet" className="!min-h-9" onClick={onNone}>
        Choose none
      </Button>
    </div>
  );
}

const wordsOf = <T extends string>(values: readonly T[], words: Record<T, string>) =>
  Object.fromEntries(values.map((v) => [v, words[v]]));

/** What moves are found by: what it is of a move, and its values in words. */
const FILTERS = [
  { key: 'area', name: 'Area', words: wordsOf(AREAS, AREA_WORDS) },
  { key: 'pattern', name: 'Pattern', words: wordsOf(PATTERNS, PATTERN_WORDS) },
  { key: 'position', name: 'Position', words: wordsOf(POSITIONS, POSITION_WORDS) },
  { key: 'use', name: 'Use', words: wordsOf(USES, USE_WORDS) },
  { key: 'impact', name: 'Impact', words: { none: 'no impact', low: 'low impact', high: 'high impact' } },
  { key: 'side', name: 'Sides', words: { one: 'one side', both: 'both sides' } },
] as const;

interface FiltersProps {
  query: MoveQuery;
  patch: (change: Partial<MoveQuery>) => void;
  kitNames: string[];
  lately: readonly string[];
}

function Filters({ query, patch, kitNames, lately }: FiltersProps) {
  return (
    <div className="mb-3 flex flex-wrap items-center gap-2">
      <label className="flex min-h-11 w-56 max-w-full items-center gap-2 rounded-md border border-line-strong bg-card px-3 focus-within:outline-2 focus-within:outline-(--focus)">
        <Search size={16} className="text-muted" aria-hidden="true" />
        <input
          type="search"
          aria-label="Search moves"
          placeholder="Name, part or kit"
          className="w-full bg-transparent outline-none"
          value={query.text}
          onChange={(e) => patch({ text: e.target.value })}
        />
      </label>
      {FILTERS.map((f) => (
        <OneOf
          key={f.key}
          aria-label={f.name}
          look="quiet"
          className={`min-h-10 ${query[f.key] === null ? 'text-muted' : 'border-ink font-semibold'}`}
          of={[[null, `any ${f.name.toLowerCase()}`], ...Object.entries(f.words)]}
          value={query[f.key] as string | null}
          onPick={(value) => patch({ [f.key]: value })}
        />
      ))}
      <Checkbox checked={query.kitAtHand !== null} onChange={(on) => patch({ kitAtHand: on ? kitNames : null })}>
        kit at hand
      </Checkbox>
      <Checkbox checked={query.notIn.length > 0} onChange={(on) => patch({ notIn: on ? lately : [] })}>
        not in last 3 classes
      </Checkbox>
    </div>
  );
}

function Duplicates({ groups, onShow }: { groups: string[][]; onShow: (name: string) => void }) {
  return (
    <p className="mb-2 border-l-[3px] border-line-strong bg-card px-3 py-1.5 text-small">
      These look like the same move:{' '}
      {groups.slice(0, 4).map((names) => (
        <span key={names.join()} className="mr-3">
          {names.map((n, k) => (
            <span key={n}>
              {k > 0 && ', '}
              <button type="button" className="underline" onClick={() => onShow(n)}>
                {n}
              </button>
            </span>
          ))}
        </span>
      ))}
      {groups.length > 4 && `and ${groups.length - 4} more`}
    </p>
  );
}
