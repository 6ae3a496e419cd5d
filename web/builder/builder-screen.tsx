import { Play, Plus, Redo2, Undo2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useStore } from 'zustand';
import {
  addBlock,
  type BlockRole,
  defaultFormat,
  duplicateBlock,
  formatClock,
  formatDuration,
  moveBlock,
  newBlock,
  type Plan,
  parseClock,
  removeBlock,
  roleTitle,
  updateBlock,
} from '../../core/plan/index.ts';
import { readPasted } from '../../core/shorthand/index.ts';
import { compile, oddRounds, totals, workToRest } from '../../core/timeline/index.ts';
import { api, type Move } from '../app/api.ts';
import { beginRun } from '../desk/run-storage.ts';
import { Button, IconButton } from '../ui/button.tsx';
import { ClassStrip } from '../ui/class-strip.tsx';
import { openPlan, useAutosave } from './autosave.ts';
import { BlockSection } from './block-section.tsx';
import { FitterDialog } from './fitter-dialog.tsx';
import { ConflictBar, SaveWord } from './save-note.tsx';
import { redo, undo, useBuilder } from './store.ts';
import { TextView } from './text-view.tsx';

export function BuilderScreen() {
  const { id = '' } = useParams();
  const plan = useBuilder((s) => s.plan);
  const [failed, setFailed] = useState<string | null>(null);
  const [moves, setMoves] = useState<Move[]>([]);
  useAutosave();
  useUndoKeys();
  useEffect(() => {
    setFailed(null);
    openPlan(id).catch((e: unknown) => setFailed(e instanceof Error ? e.message : 'The class cannot be opened'));
    api.moves().then(setMoves, () => setMoves([]));
  }, [id]);
  if (failed) return <main className="p-6">{failed}. Nothing was changed.</main>;
  if (!plan || plan.id !== id) return <main className="p-6 text-muted">Opening…</main>;
  return <Builder plan={plan} moves={moves} />;
}

function useUndoKeys(): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
      e.preventDefault();
      if (e.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

function Builder({ plan, moves }: { plan: Plan; moves: readonly Move[] }) {
  const edit = useBuilder((s) => s.edit);
  const save = useBuilder((s) => s.save);
  const timeline = useMemo(() => compile(plan), [plan]);
  const sums = useMemo(() => totals(plan, timeline), [plan, timeline]);
  const odd = useMemo(() => oddRounds(plan), [plan]);
  const at = (ms: number) =>
    sums.startClockMs === null ? `at ${formatDuration(ms)}` : `at ${formatClock(sums.startClockMs + ms)}`;

  const [params] = useSearchParams();
  const asText = params.get('view') === 'text';
  usePaste(edit);
  const remove = (blockId: string, title: string) => {
    edit((p) => removeBlock(p, blockId));
    toast(`${title} removed.`, { action: { label: 'Undo', onClick: undo } });
  };
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <PlanHead plan={plan} edit={edit} />
      {save.kind === 'conflict' && <ConflictBar plan={plan} save={save} />}
      {asText ? (
        <TextView plan={plan} moves={moves} />
      ) : (
        <div className="flex-1">
          {plan.blocks.map((block, k) => (
            <BlockSection
              key={block.id}
              block={block}
              following={plan.blocks.slice(k + 1)}
              totals={sums.blocks[k]}
              startsAt={at(sums.blocks[k]?.startMs ?? 0)}
              odd={odd.find((o) => o.blockIndex === k)}
              moves={moves}
              isLast={k === plan.blocks.length - 1}
              onEdit={(change) => edit((p) => updateBlock(p, block.id, change))}
              onMove={(by) => edit((p) => moveBlock(p, block.id, Math.max(0, k + by)))}
              onDuplicate={() =>
                edit((p) =>
                  addBlock(
                    p,
                    duplicateBlock(block, () => nanoid(10)),
                    k + 1,
                  ),
                )
              }
              onRemove={() => remove(block.id, block.title)}
            />
          ))}
          <AddBlock edit={edit} />
        </div>
      )}
      <footer className="sticky bottom-0 z-30 border-t border-line-strong bg-paper px-5 pt-2 pb-1">
        <Sums plan={plan} sums={sums} />
        <ClassStrip
          plan={plan}
          timeline={timeline}
          totals={sums}
          onBlock={(k) =>
            document.getElementById(`block-${plan.blocks[k]?.id}`)?.scrollIntoView({ behavior: 'smooth' })
          }
        />
      </footer>
    </main>
  );
}

type Edit = (change: (plan: Plan) => Plan) => void;

function PlanHead({ plan, edit }: { plan: Plan; edit: Edit }) {
  const navigate = useNavigate();
  const save = useBuilder((s) => s.save);
  const canUndo = useStore(useBuilder.temporal, (s) => s.pastStates.length > 0);
  const canRedo = useStore(useBuilder.temporal, (s) => s.futureStates.length > 0);
  const lead = () => navigate(`/desk/${beginRun(plan)}`);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b px-5 py-2">
      <input
        aria-label="Class title"
        className="digits w-72 rounded-sm border border-transparent bg-transparent px-1 text-2xl hover:border-line focus:border-line-strong"
        value={plan.title}
        onFocus={(e) => e.target.select()}
        onChange={(e) => edit((p) => (e.target.value.trim() === '' ? p : { ...p, title: e.target.value.slice(0, 80) }))}
      />
      <SlotFields plan={plan} edit={edit} />
      <span className="flex-1" />
      <span aria-live="polite">
        <SaveWord save={save} />
      </span>
      <span className="flex">
        <IconButton label="Undo (Ctrl Z)" onClick={undo} disabled={!canUndo}>
          <Undo2 size={18} />
        </IconButton>
        <IconButton label="Redo (Ctrl Shift Z)" onClick={redo} disabled={!canRedo}>
          <Redo2 size={18} />
        </IconButton>
      </span>
      <Tools plan={plan} edit={edit} />
      <Button look="strong" onClick={lead} disabled={compile(plan).totalMs === 0}>
        <Play size={17} aria-hidden="true" /> Lead this class
      </Button>
    </div>
  );
}

/** What else can be done with the class: as text, fit the slot, compare and history, the file. */
function Tools({ plan, edit }: { plan: Plan; edit: Edit }) {
  const [params, setParams] = useSearchParams();
  const [fitting, setFitting] = useState(false);
  const asText = params.get('view') === 'text';
  const link = 'inline-flex min-h-11 items-center rounded-md px-2.5 hover:bg-ink/10';
  return (
    <span className="flex items-center">
      <Button
        look="quiet"
        className="!px-2.5"
        aria-pressed={asText}
        onClick={() => setParams(asText ? {} : { view: 'text' })}
      >
        {asText ? 'Sheet' : 'Text'}
      </Button>
      <Button look="quiet" className="!px-2.5" onClick={() => setFitting(true)} disabled={plan.blocks.length === 0}>
        Fit the slot
      </Button>
      <Link to={`/classes/${plan.id}/compare`} className={link}>
        History
      </Link>
      <a href={`/api/files/export?ids=${plan.id}`} className={link}>
        File
      </a>
      {fitting && (
        <FitterDialog
          plan={plan}
          onClose={() => setFitting(false)}
          onApply={(block) => {
            edit((p) => updateBlock(p, block.id, () => block));
            setFitting(false);
          }}
        />
      )}
    </span>
  );
}

/** Blocks and stations pasted anywhere but in a field: blocks are added at the end, stations to the last block. */
function usePaste(edit: Edit): void {
  useEffect(() => {
    const onPaste = (e: globalThis.ClipboardEvent) => {
      const inField =
        e.target instanceof HTMLElement &&
        (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName));
      const pasted = inField || e.defaultPrevented ? null : readPasted(e.clipboardData?.getData('text/plain') ?? '');
      if (!pasted) return;
      e.preventDefault();
      const blocks =
        'blocks' in pasted
          ? pasted.blocks
          : [{ ...newBlock(nanoid(10), 'main', defaultFormat('circuit')), stations: pasted.stations }];
      edit((p) => ({
        ...p,
        blocks: [...p.blocks, ...blocks.map((b) => duplicateBlock(b, () => nanoid(10)))].slice(0, 40),
      }));
      toast(`${blocks.length === 1 ? 'A block' : `${blocks.length} blocks`} pasted.`, {
        action: { label: 'Undo', onClick: undo },
      });
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, [edit]);
}

function SlotFields({ plan, edit }: { plan: Plan; edit: Edit }) {
  const [start, setStart] = useState<string | null>(null);
  const [minutes, setMinutes] = useState<string | null>(null);
  const startBad = start !== null && start.trim() !== '' && parseClock(start) === null;
  const length = minutes === null ? null : Number(minutes);
  const lengthBad = length !== null && minutes !== '' && !(Number.isInteger(length) && length >= 1 && length <= 240);
  const field = (bad: boolean) =>
    `digits rounded-md border bg-card px-1.5 py-1 text-center text-[15px] ${bad ? 'border-2 border-dashed border-live' : 'border-line hover:border-line-strong'}`;
  return (
    <span className="flex items-center gap-1.5 text-[15px] text-muted">
      starts
      <input
        aria-label="Slot start"
        aria-invalid={startBad}
        placeholder="--:--"
        title={startBad ? 'Slot start: a time of day such as 18:30' : 'Slot start'}
        className={`${field(startBad)} w-16 text-ink`}
        value={start ?? plan.slot.start ?? ''}
        onFocus={(e) => e.target.select()}
        onChange={(e) => setStart(e.target.value)}
        onBlur={() => {
          if (start === null || startBad) return;
          const ms = parseClock(start);
          setStart(null);
          edit((p) => ({ ...p, slot: { ...p.slot, start: ms === null ? null : formatClock(ms) } }));
        }}
      />
      slot
      <input
        aria-label="Slot minutes"
        aria-invalid={lengthBad}
        title={lengthBad ? 'Slot: whole minutes from 1 to 240' : 'Slot minutes'}
        className={`${field(lengthBad)} w-12 text-ink`}
        inputMode="numeric"
        value={minutes ?? (plan.slot.lengthMs === null ? '' : String(Math.round(plan.slot.lengthMs / 60_000)))}
        onFocus={(e) => e.target.select()}
        onChange={(e) => setMinutes(e.target.value)}
        onBlur={() => {
          if (minutes === null || lengthBad) return;
          setMinutes(null);
          edit((p) => ({ ...p, slot: { ...p.slot, lengthMs: length ? length * 60_000 : null } }));
        }}
      />
      min
    </span>
  );
}

function Sums({ plan, sums }: { plan: Plan; sums: ReturnType<typeof totals> }) {
  const spare = sums.spareMs;
  return (
    <dl className="flex flex-wrap items-baseline gap-x-6 text-[14px] text-muted" aria-label="Totals">
      <div className="flex items-baseline gap-1.5">
        <dt>{sums.about ? 'Total, about' : 'Total'}</dt>
        <dd className="digits text-2xl text-ink" data-testid="total">
          {formatDuration(sums.totalMs)}
        </dd>
      </div>
      <Figure name="work" value={formatDuration(sums.workMs)} />
      <Figure name="rest" value={formatDuration(sums.restMs)} />
      <Figure name="breaks" value={formatDuration(sums.breakMs)} />
      <Figure name="work : rest" value={workToRest(sums)} />
      <span className="flex-1" />
      {spare !== null && plan.blocks.length > 0 && (
        <span className={`digits text-[16px] ${spare < 0 ? 'font-bold text-live' : 'text-ink'}`}>
          {spare < 0 ? `${formatDuration(-spare)} over the slot` : `${formatDuration(spare)} spare`}
        </span>
      )}
    </dl>
  );
}

function Figure({ name, value }: { name: string; value: string }) {
  return (
    <div className="flex items-baseline gap-1.5">
      <dt>{name}</dt>
      <dd className="digits text-[16px] text-ink">{value}</dd>
    </div>
  );
}

const NEW_BLOCKS: { role: BlockRole; make: () => ReturnType<typeof newBlock> }[] = [
  {
    role: 'warmUp',
    make: () => newBlock(nanoid(10), 'warmUp', { ...defaultFormat('circuit'), rounds: 1, workMs: 30_000, restMs: 0 }),
  },
  { role: 'main', make: () => newBlock(nanoid(10), 'main', defaultFormat('circuit')) },
  { role: 'finisher', make: () => newBlock(nanoid(10), 'finisher', defaultFormat('tabata')) },
  { role: 'coolDown', make: () => newBlock(nanoid(10), 'coolDown', defaultFormat('holds')) },
  { role: 'other', make: () => ({ ...newBlock(nanoid(10), 'other', defaultFormat('open')), title: 'Talk' }) },
];

/** New blocks go where classes have them: the warm-up before the main part, the rest after it. */
function AddBlock({ edit }: { edit: Edit }) {
  const place = (plan: Plan, role: BlockRole) => {
    if (role !== 'warmUp') return plan.blocks.length;
    const main = plan.blocks.findIndex((b) => b.role === 'main');
    return main < 0 ? plan.blocks.length : main;
  };
  return (
    <div className="flex flex-wrap items-center gap-2 px-5 py-5">
      <span className="text-muted">Add a block:</span>
      {NEW_BLOCKS.map(({ role, make }) => (
        <Button key={role} onClick={() => edit((p) => addBlock(p, make(), place(p, role)))}>
          <Plus size={15} aria-hidden="true" /> {role === 'other' ? 'Talk or water' : roleTitle(role)}
        </Button>
      ))}
    </div>
  );
}
