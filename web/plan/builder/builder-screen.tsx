import { nanoid } from 'nanoid';
import {
  type ComponentProps,
  lazy,
  memo,
  Suspense,
  useCallback,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { useSearchParams } from 'react-router';
import {
  type Block,
  defaultFormat,
  duplicateBlock,
  formatDuration,
  MOST_BLOCKS,
  MOST_STATIONS,
  moduleOf,
  newBlock,
  type Plan,
} from '../../../core/class/index.ts';
import { intensityOf } from '../../../core/judge/index.ts';
import { compile, totals } from '../../../core/time/index.ts';
import { Button, ClassStrip, clockOf, Hint, toast, useActions, useLibrary } from '../../base/index.ts';
import {
  addTo,
  BinnedBar,
  ConflictBar,
  edit,
  foldBlocks,
  isOpenBlock,
  showBlock,
  undo,
  useAutosave,
  useBuilder,
  useFoldsSet,
  useOpenedPlan,
  useUndoKeys,
} from '../editing/index.ts';
import { useChecks } from '../panels/index.ts';
import {
  AddBlock,
  type BlockMarks,
  BlockSection,
  ClassNotesAndScript,
  type Openers,
  openFindings,
  PlanActions,
  PlanHead,
  PlanViews,
  pastedFrom,
  useMarks,
} from '../sheet/index.ts';
import { OfferMeant } from './offer-meant.tsx';
import { PANELS, type PanelName, Rail, SidePanel } from './side-panel.tsx';
import { Sums } from './sums.tsx';

export function BuilderScreen() {
  const { plan, failed } = useOpenedPlan(true);
  useAutosave();
  useUndoKeys();
  if (failed) return <main className="p-6">{failed}. Nothing was changed.</main>;
  if (!plan) return <main className="p-6 text-muted">Opening…</main>;
  return <Builder plan={plan} />;
}

/** The panels and the editor of the text are fetched when they are asked for. */
const loadPanel = () => import('./panel.tsx');
const Panel = lazy(async () => ({ default: (await loadPanel()).Panel }));
const TextView = lazy(async () => ({ default: (await import('../text/index.ts')).TextView }));

const PANELS_AFTER_MS = 1500;
const NONE: readonly Block[] = [];
const NO_MARKS: BlockMarks = {};

/** The panel beside the sheet, by the address; what opens it with something chosen. */
function usePanel() {
  const [params, setParams] = useSearchParams();
  const [swapping, setSwapping] = useState<string | null>(null);
  const [telling, setTelling] = useState<string | null>(null);
  const openPanel = useCallback(
    (name: PanelName | null) =>
      setParams((p) => {
        if (name === null) p.delete('panel');
        else p.set('panel', name);
        return p;
      }),
    [setParams],
  );
  const open = useMemo<Openers>(
    () => ({
      swap: (stationId) => {
        setSwapping(stationId);
        openPanel('swap');
      },
      explain: () => openPanel('checks'),
      tell: (name) => {
        setTelling(name);
        openPanel('tell');
      },
    }),
    [openPanel],
  );
  // They are soon asked for, and may be when the server is gone.
  useEffect(() => {
    const soon = setTimeout(() => void loadPanel().catch(() => {}), PANELS_AFTER_MS);
    return () => clearTimeout(soon);
  }, []);
  const panel = PANELS.find((p) => p === params.get('panel')) ?? null;
  return { panel, openPanel, open, asked: { swapping, onSwapping: setSwapping, telling } };
}

/** The id of the block last worked at: the one a key adds to. */
function useBlockAt() {
  const at = useRef<string | null>(null);
  useEffect(() => {
    const note = ({ target }: FocusEvent) => {
      const section = target instanceof Element ? target.closest('section[id^="block-"]') : null;
      if (section) at.current = section.id.slice('block-'.length);
    };
    document.addEventListener('focusin', note);
    return () => document.removeEventListener('focusin', note);
  }, []);
  return at;
}

function Builder({ plan }: { plan: Plan }) {
  const library = useLibrary((s) => s.library);
  const findings = useChecks(plan);
  const save = useBuilder((s) => s.save);
  const [params] = useSearchParams();
  const { panel, openPanel, open, asked } = usePanel();
  usePaste();
  const atBlock = useBlockAt();
  useActions('The sheet', [{ name: 'Add a station', key: 'a', run: () => addTo(atBlock.current) }]);
  const timeline = useMemo(() => compile(plan), [plan]);
  const sums = useMemo(() => totals(plan, timeline), [plan, timeline]);
  // Drawn once what was typed is shown.
  const strip = useDeferredValue(useMemo(() => ({ plan, timeline, totals: sums }), [plan, timeline, sums]));
  return (
    // It scrolls by itself where the window is high enough: nothing that has the focus lies behind the head.
    <main id="content" data-own-scroll className="flex min-h-0 flex-1 flex-col">
      <div className="shrink-0 border-b border-line-strong">
        <PlanHead plan={plan} />
        {save.kind === 'binned' && <BinnedBar />}
        {save.kind === 'conflict' && <ConflictBar plan={plan} save={save} />}
        <div className="flex flex-wrap items-center gap-x-4 px-5 pt-1.5">
          <div className="min-w-0 flex-1 basis-80">
            <Sums plan={plan} sums={sums} />
          </div>
          <PlanActions plan={plan} />
          <PlanViews plan={plan} />
        </div>
        <div className="px-5">
          <Strip strip={strip} />
        </div>
      </div>
      {params.get('view') === 'text' ? (
        <Suspense fallback={<p className="p-6 text-muted">Opening…</p>}>
          <TextView plan={plan} moves={library.moves} />
        </Suspense>
      ) : (
        <div className="flex min-h-0 flex-1 items-stretch max-md:flex-col-reverse">
          <Blocks plan={plan} sums={sums} findings={findings} open={open} isSettling={panel === 'tell'} />
          {panel && (
            // It comes when it is whole: the focus that goes to its head finds its fields behind it.
            <Suspense>
              <SidePanel name={panel} onClose={() => openPanel(null)}>
                <Panel name={panel} plan={plan} findings={findings} {...asked} />
              </SidePanel>
            </Suspense>
          )}
          <Rail open={panel} findings={openFindings(plan, findings).length} onOpen={openPanel} />
        </div>
      )}
    </main>
  );
}

interface BlocksProps {
  plan: Plan;
  sums: ReturnType<typeof totals>;
  findings: ReturnType<typeof useChecks>;
  open: Openers;
  /** Names are being settled beside it. */
  isSettling: boolean;
}

/** The blocks one below the other, and where the next is added. */
function Blocks({ plan, sums, findings, open, isSettling }: BlocksProps) {
  const library = useLibrary((s) => s.library);
  const marks = useMarks(plan, findings);
  const folds = useFoldsSet();
  const at = (ms: number) =>
    sums.startClockMs === null ? `at ${formatDuration(ms)}` : `at ${clockOf(sums.startClockMs + ms)}`;
  return (
    <div className="min-w-0 flex-1 lg:overflow-y-auto">
      <div className="px-5 pt-2 empty:hidden">
        <Hint id="builder">
          Type numbers where they stand: 40, 1:30, 90s; arrow keys change them. A block folds to a line and opens again.
          What an experienced colleague would say stands in the rail.
        </Hint>
      </div>
      {!isSettling && <OfferMeant key={plan.id} plan={plan} onOpen={open.tell} />}
      <ClassNotesAndScript />
      {plan.blocks.map((block, k) => (
        <BlockSection
          key={block.id}
          block={block}
          following={moduleOf(block.format).traits.stations === 'shown' ? plan.blocks.slice(k + 1) : NONE}
          totalMs={sums.blocks[k]?.totalMs ?? 0}
          about={sums.blocks[k]?.about ?? false}
          startsAt={at(sums.blocks[k]?.startMs ?? 0)}
          library={library}
          level={plan.level}
          marks={marks[block.id] ?? NO_MARKS}
          isLast={k === plan.blocks.length - 1}
          isOpen={isOpenBlock(plan, block, folds)}
          open={open}
        />
      ))}
      <AddBlock />
      {plan.blocks.length > 1 && <FoldAll plan={plan} />}
    </div>
  );
}

/** Opens or folds all blocks at once. */
function FoldAll({ plan }: { plan: Plan }) {
  const ids = plan.blocks.map((b) => b.id);
  useActions('All blocks', [
    { name: 'Open all blocks', key: '.', run: () => foldBlocks(ids, true) },
    { name: 'Fold all blocks', key: ',', run: () => foldBlocks(ids, false) },
  ]);
  return (
    <p className="flex gap-2 px-3 pb-6 text-small">
      <Button look="quiet" onClick={() => foldBlocks(ids, true)}>
        Open all blocks
      </Button>
      <Button look="quiet" onClick={() => foldBlocks(ids, false)}>
        Fold all blocks
      </Button>
    </p>
  );
}

/** The whole class as one band; a block of it is gone to by a press. */
const Strip = memo(function Strip({
  strip,
}: {
  strip: Pick<ComponentProps<typeof ClassStrip>, 'plan' | 'timeline' | 'totals'>;
}) {
  const library = useLibrary((s) => s.library);
  const { plan, timeline } = strip;
  const intensity = useMemo(() => intensityOf(plan, timeline, library), [plan, timeline, library]);
  return (
    <ClassStrip
      {...strip}
      intensity={intensity}
      onBlock={(k) => {
        const block = strip.plan.blocks[k];
        if (block) showBlock(block.id);
      }}
    />
  );
});

/** Blocks and stations pasted anywhere but in a field: blocks are added at the end, stations to the last block. */
function usePaste(): void {
  useEffect(() => {
    const onPaste = (e: globalThis.ClipboardEvent) => {
      const inField =
        e.target instanceof HTMLElement &&
        (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName));
      const pasted = inField || e.defaultPrevented ? null : pastedFrom(e.clipboardData?.getData('text/plain') ?? '');
      if (!pasted) return;
      e.preventDefault();
      const blocks =
        'blocks' in pasted
          ? pasted.blocks
          : [{ ...newBlock(nanoid(10), 'main', defaultFormat('circuit')), stations: pasted.stations }];
      const room = Math.max(0, MOST_BLOCKS - (useBuilder.getState().plan?.blocks.length ?? 0));
      const taken = blocks.slice(0, room).map((b) => duplicateBlock(b, () => nanoid(10)));
      edit((p) => ({ ...p, blocks: [...p.blocks, ...taken] }));
      const left = [...blocks.slice(room).map((b) => b.title), ...pasted.left];
      if (left.length > 0)
        toast.undoable(
          `Not everything had room: a class holds ${MOST_BLOCKS} blocks of ${MOST_STATIONS} stations. Left out: ${left.slice(0, 4).join(', ')}${left.length > 4 ? ` and ${left.length - 4} more` : ''}.`,
          undo,
          { duration: 15_000 },
        );
      else toast.undoable(`${blocks.length === 1 ? 'A block' : `${blocks.length} blocks`} pasted.`, undo);
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, []);
}
