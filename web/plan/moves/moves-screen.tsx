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
  IMPACTS,
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
import { api, Button, Checkbox, Select, toast, useLibrary } from '../../base/index.ts';
import { BulkDialog } from './bulk-dialog.tsx';
import { ImportMovesDialog } from './import-moves-dialog.tsx';
import { MoveDetail } from './move-detail.tsx';
import { downloadMoves } from './moves-file.ts';
import { MovesTable } from './moves-table.tsx';

type Shown = 'import' | 'bulk' | null;

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
  const save = async (moves: readonly Move[], hide: readonly string[] = []) => {
    try {
      await api.saveMoves(moves);
      if (hide.length > 0) await api.hideMoves(hide, true);
      await load();
      return true;
    } catch (e) {
      toast.error(`Not saved: ${e instanceof Error ? e.message : 'something failed'}. Nothing was changed.`);
      return false;
    }
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
        <div className="mb-2 flex flex-wrap items-center gap-3 border-l-[3px] border-live bg-card px-3 py-1.5">
          <span>
            {selected.size} {selected.size === 1 ? 'move' : 'moves'} chosen
          </span>
          <Button className="!min-h-9" onClick={() => setShown('bulk')}>
            Change all
          </Button>
          <Button
            className="!min-h-9"
            onClick={() => {
              const names = [...selected];
              api.hideMoves(names, true).then(
                async () => {
                  setSelected(new Set());
                  await load();
                  toast(`${names.length === 1 ? names[0] : `${names.length} moves`} put away.`, {
                    action: { label: 'Undo', onClick: () => void api.hideMoves(names, false).then(load) },
                  });
                },
                () => toast.error('They could not be put away. Nothing was changed.'),
              );
            }}
          >
            Put away
          </Button>
          <Button look="quiet" className="!min-h-9" onClick={() => setSelected(new Set())}>
            Choose none
          </Button>
        </div>
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

interface FiltersProps {
  query: MoveQuery;
  patch: (change: Partial<MoveQuery>) => void;
  kitNames: string[];
  lately: readonly string[];
}

function Filters({ query, patch, kitNames, lately }: FiltersProps) {
  const pick = <T extends string>(
    label: string,
    any: string,
    value: T | null,
    values: readonly T[],
    words: Partial<Record<T, string>>,
    set: (x: T | null) => void,
  ) => (
    <Select
      aria-label={label}
      look="quiet"
      className={`min-h-10 ${value === null ? 'text-muted' : 'border-ink font-semibold'}`}
      value={value ?? ''}
      onChange={(e) => set(e.target.value === '' ? null : (e.target.value as T))}
    >
      <option value="">{any}</option>
      {values.map((x) => (
        <option key={x} value={x}>
          {words[x] ?? x}
        </option>
      ))}
    </Select>
  );
  const toggle = (label: string, on: boolean, set: (on: boolean) => void) => (
    <Checkbox checked={on} onChange={set}>
      {label}
    </Checkbox>
  );
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
      {pick('Area', 'any area', query.area, AREAS, AREA_WORDS, (area) => patch({ area }))}
      {pick('Pattern', 'any pattern', query.pattern, PATTERNS, PATTERN_WORDS, (pattern) => patch({ pattern }))}
      {pick('Position', 'any position', query.position, POSITIONS, POSITION_WORDS, (position) => patch({ position }))}
      {pick('Use', 'any use', query.use, USES, USE_WORDS, (use) => patch({ use }))}
      {pick(
        'Impact',
        'any impact',
        query.impact,
        IMPACTS,
        { none: 'no impact', low: 'low impact', high: 'high impact' },
        (impact) => patch({ impact }),
      )}
      {pick(
        'Sides',
        'any sides',
        query.side,
        ['one', 'both'] as const,
        { one: 'one side', both: 'both sides' },
        (side) => patch({ side }),
      )}
      {toggle('kit at hand', query.kitAtHand !== null, (on) => patch({ kitAtHand: on ? kitNames : null }))}
      {toggle('not in last 3 classes', query.notIn.length > 0, (on) => patch({ notIn: on ? lately : [] }))}
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
