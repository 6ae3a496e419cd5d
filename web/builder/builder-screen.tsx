import { nanoid } from 'nanoid';
import { type ComponentProps, lazy, memo, Suspense, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import {
  type Block,
  defaultFormat,
  duplicateBlock,
  formatClock,
  formatDuration,
  MOST_BLOCKS,
  MOST_STATIONS,
  moduleOf,
  newBlock,
  type Plan,
} from '../../core/plan/index.ts';
import { compile, totals } from '../../core/timeline/index.ts';
import { useLibrary } from '../data/index.ts';
import { ClassStrip } from '../drawings/index.ts';
import {
  BinnedBar,
  ConflictBar,
  edit,
  undo,
  useAutosave,
  useBuilder,
  useOpenedPlan,
  useUndoKeys,
} from '../editing/index.ts';
import {
  BalancePanel,
  ChecksPanel,
  ClassKitPanel,
  CuesPanel,
  EndsPanel,
  OrderPanel,
  SwapPanel,
  TellPanel,
  useChecks,
} from '../panels/index.ts';
import {
  AddBlock,
  type BlockMarks,
  BlockSection,
  ClassNotesAndScript,
  type Openers,
  openFindings,
  PlanHead,
  pastedFrom,
  useMarks,
} from '../sheet/index.ts';
import { Button } from '../ui/index.ts';
import { PANELS, type PanelName, SidePanel } from './side-panel.tsx';
import { Sums } from './sums.tsx';

export function BuilderScreen() {
  const { plan, failed } = useOpenedPlan(true);
  useAutosave();
  useUndoKeys();
  if (failed) return <main className="p-6">{failed}. Nothing was changed.</main>;
  if (!plan) return <main className="p-6 text-muted">Opening…</main>;
  return <Builder plan={plan} />;
}

/** The editor of the text is fetched when it is asked for. */
const TextView = lazy(async () => ({ default: (await import('../text/index.ts')).TextView }));

const NONE: readonly Block[] = [];
const NO_MARKS: BlockMarks = {};

function PanelButtons({
  open,
  findings,
  onOpen,
}: {
  open: PanelName | null;
  findings: number;
  onOpen: (name: PanelName | null) => void;
}) {
  const button = (name: PanelName, label: string) => (
    <Button
      look="quiet"
      className={`!min-h-9 !px-2 ${open === name ? 'bg-ink/10' : ''}`}
      aria-pressed={open === name}
      onClick={() => onOpen(open === name ? null : name)}
    >
      {label}
    </Button>
  );
  return (
    <nav className="flex" aria-label="Judgement">
      {button('checks', findings === 0 ? 'Checks' : `Checks: ${findings}`)}
      {button('order', 'Order')}
      {button('swap', 'Swap')}
      {button('ends', 'Warm-up, cool-down')}
      {button('balance', 'Balance')}
      {button('kit', 'Kit')}
      {button('cues', 'Cues')}
    </nav>
  );
}

function Builder({ plan }: { plan: Plan }) {
  const library = useLibrary((s) => s.library);
  const findings = useChecks(plan);
  const marks = useMarks(plan, findings);
  const save = useBuilder((s) => s.save);
  const [params, setParams] = useSearchParams();
  const panel = PANELS.find((p) => p === params.get('panel')) ?? null;
  const [swapping, setSwapping] = useState<string | null>(null);
  const [telling, setTelling] = useState<string | null>(null);
  const openPanel = (name: PanelName | null) =>
    setParams((p) => {
      if (name === null) p.delete('panel');
      else p.set('panel', name);
      return p;
    });
  const open = useMemo<Openers>(
    () => ({
      swap: (stationId) => {
        setSwapping(stationId);
        setParams((p) => {
          p.set('panel', 'swap');
          return p;
        });
      },
      explain: () =>
        setParams((p) => {
          p.set('panel', 'checks');
          return p;
        }),
      tell: (name) => {
        setTelling(name);
        setParams((p) => {
          p.set('panel', 'tell');
          return p;
        });
      },
    }),
    [setParams],
  );
  usePaste();
  const timeline = useMemo(() => compile(plan), [plan]);
  const sums = useMemo(() => totals(plan, timeline), [plan, timeline]);
  // Drawn once what was typed is shown.
  const strip = useDeferredValue(useMemo(() => ({ plan, timeline, totals: sums }), [plan, timeline, sums]));
  const at = (ms: number) =>
    sums.startClockMs === null ? `at ${formatDuration(ms)}` : `at ${formatClock(sums.startClockMs + ms)}`;
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <PlanHead plan={plan} />
      {save.kind === 'binned' && <BinnedBar />}
      {save.kind === 'conflict' && <ConflictBar plan={plan} save={save} />}
      {params.get('view') === 'text' ? (
        <Suspense fallback={<p className="p-6 text-muted">Opening…</p>}>
          <TextView plan={plan} moves={library.moves} />
        </Suspense>
      ) : (
        <div className="flex flex-1 items-stretch">
          <div className="min-w-0 flex-1">
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
                open={open}
              />
            ))}
            <AddBlock />
          </div>
          {panel && (
            <SidePanel name={panel} onClose={() => openPanel(null)}>
              {panel === 'checks' && <ChecksPanel plan={plan} findings={findings} />}
              {panel === 'order' && <OrderPanel plan={plan} />}
              {panel === 'swap' && <SwapPanel plan={plan} stationId={swapping} onStation={setSwapping} />}
              {panel === 'tell' && <TellPanel plan={plan} name={telling} />}
              {panel === 'ends' && <EndsPanel plan={plan} />}
              {panel === 'balance' && <BalancePanel plan={plan} />}
              {panel === 'kit' && <ClassKitPanel plan={plan} />}
              {panel === 'cues' && <CuesPanel plan={plan} />}
            </SidePanel>
          )}
        </div>
      )}
      <footer className="sticky bottom-0 z-30 border-t border-line-strong bg-paper px-5 pt-2 pb-1">
        <div className="flex flex-wrap items-center gap-x-4">
          <div className="min-w-0 flex-1">
            <Sums plan={plan} sums={sums} />
          </div>
          <PanelButtons open={panel} findings={openFindings(plan, findings).length} onOpen={openPanel} />
        </div>
        <Strip strip={strip} />
      </footer>
    </main>
  );
}

/** The whole class as one band; a block of it is gone to by a press. */
const Strip = memo(function Strip({
  strip,
}: {
  strip: Pick<ComponentProps<typeof ClassStrip>, 'plan' | 'timeline' | 'totals'>;
}) {
  return (
    <ClassStrip
      {...strip}
      onBlock={(k) =>
        document.getElementById(`block-${strip.plan.blocks[k]?.id}`)?.scrollIntoView({ behavior: 'smooth' })
      }
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
        toast(
          `Not everything had room: a class holds ${MOST_BLOCKS} blocks of ${MOST_STATIONS} stations. Left out: ${left.slice(0, 4).join(', ')}${left.length > 4 ? ` and ${left.length - 4} more` : ''}.`,
          {
            duration: 15_000,
            action: { label: 'Undo', onClick: undo },
          },
        );
      else
        toast(`${blocks.length === 1 ? 'A block' : `${blocks.length} blocks`} pasted.`, {
          action: { label: 'Undo', onClick: undo },
        });
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, []);
}
