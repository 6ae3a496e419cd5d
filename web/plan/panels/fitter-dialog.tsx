import { useState } from 'react';
import { type Block, formatChange, formatDuration, formatSeconds, type Plan } from '../../../core/class/index.ts';
import { type Fit, type FitKnob, knobsOf, type Range, valuesOf } from '../../../core/judge/index.ts';
import { outlineOf, totals } from '../../../core/time/index.ts';
import {
  Button,
  Checkbox,
  Dialog,
  DurationField,
  MiniSheet,
  NumberField,
  OneOf,
  startFitter,
} from '../../base/index.ts';

import { useTask } from './use-task.ts';

interface Props {
  plan: Plan;
  onApply: (block: Block) => void;
  onClose: () => void;
}

const KNOB_WORDS: Record<FitKnob, string> = {
  stations: 'stations',
  rounds: 'rounds',
  workMs: 'work',
  restMs: 'rest',
  roundBreakMs: 'breaks',
};
const COUNTS: readonly FitKnob[] = ['stations', 'rounds'];

/** A range round what is set now, wide enough to be worth a search. */
function startingRange(block: Block, knob: FitKnob): Range {
  const now = valuesOf(block);
  switch (knob) {
    case 'stations':
      return { min: Math.max(1, block.stations.length - 2), max: block.stations.length, step: 1 };
    case 'rounds': {
      return { min: Math.max(1, now.rounds - 2), max: now.rounds + 2, step: 1 };
    }
    case 'workMs':
      return around(now.workMs, 15_000, 1000);
    case 'restMs':
      return around(now.restMs, 15_000, 0);
    case 'roundBreakMs':
      return around(now.roundBreakMs, 45_000, 0);
  }
}

const around = (ms: number, by: number, floor: number): Range => ({
  min: Math.max(floor, ms - by),
  max: ms + by,
  step: 5000,
});

/** Makes a block use the slot: what may vary, in what range, and the ways that fit, the nearest first. */
export function FitterDialog({ plan, onApply, onClose }: Props) {
  const sums = totals(plan);
  const longest = sums.blocks.reduce(
    (best, b) => (b.totalMs > (sums.blocks[best]?.totalMs ?? 0) ? b.blockIndex : best),
    0,
  );
  const [blockIndex, setBlockIndex] = useState(longest);
  const block = plan.blocks[blockIndex];
  const [ranges, setRanges] = useState<Partial<Record<FitKnob, Range>>>({});
  const [slotMs, setSlotMs] = useState(plan.slot.lengthMs ?? sums.totalMs);
  const [spareMs, setSpareMs] = useState(60_000);
  const [keepRatio, setKeepRatio] = useState(false);
  const { state, run: search, cancel } = useTask(startFitter);
  if (!block) return null;
  const toggle = (knob: FitKnob, on: boolean) =>
    setRanges((r) => ({ ...r, [knob]: on ? startingRange(block, knob) : undefined }));
  return (
    <Dialog title="Fit the slot" open onClose={onClose} width="max-w-4xl">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <label className="flex items-center gap-2">
          vary
          <OneOf
            of={plan.blocks.map((b, k) => [k, b.title])}
            value={blockIndex}
            onPick={(k) => {
              setBlockIndex(k);
              setRanges({});
              cancel();
            }}
          />
        </label>
        <span className="flex items-center gap-2">
          so that the class takes
          <DurationField label="Length to fill" valueMs={slotMs} minMs={60_000} onChange={setSlotMs} className="w-20" />
          with at most
          <DurationField label="Most that may be spare" valueMs={spareMs} onChange={setSpareMs} /> spare
        </span>
        <Checkbox checked={keepRatio} onChange={setKeepRatio}>
          keep work to rest
        </Checkbox>
      </div>
      <div className="mt-3 grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-1">
        {knobsOf(block).map((knob) => (
          <KnobRow
            key={knob}
            knob={knob}
            range={ranges[knob]}
            onToggle={(on) => toggle(knob, on)}
            onRange={(range) => setRanges((r) => ({ ...r, [knob]: range }))}
          />
        ))}
      </div>
      <div className="mt-4 flex items-center gap-3">
        <Button
          look="strong"
          disabled={Object.values(ranges).every((r) => r === undefined)}
          onClick={() =>
            search({
              plan,
              blockIndex,
              slotMs,
              spareMs,
              keepRatio,
              limit: 12,
              vary: Object.fromEntries(Object.entries(ranges).filter(([, r]) => r)),
            })
          }
        >
          Find what fits
        </Button>
        {state.kind === 'running' && (
          <>
            <span role="status">{state.far.toLocaleString('en')} tried</span>
            <Button onClick={cancel}>Cancel</Button>
          </>
        )}
        {state.kind === 'done' && (
          <span role="status" className="text-muted">
            {state.value.result.tried.toLocaleString('en')} tried in {Math.round(state.value.tookMs)} ms
          </span>
        )}
      </div>
      {state.kind === 'done' && <Fits result={state.value.result} onApply={onApply} />}
    </Dialog>
  );
}

function KnobRow({
  knob,
  range,
  onToggle,
  onRange,
}: {
  knob: FitKnob;
  range: Range | undefined;
  onToggle: (on: boolean) => void;
  onRange: (range: Range) => void;
}) {
  const word = KNOB_WORDS[knob];
  const field = (key: keyof Range, label: string) => {
    if (!range) return null;
    const set = (x: number) => onRange({ ...range, [key]: x });
    return COUNTS.includes(knob) ? (
      <NumberField label={`${label} ${word}`} value={range[key]} min={1} max={99} onChange={set} />
    ) : (
      <DurationField label={`${label} ${word}`} valueMs={range[key]} onChange={set} minMs={key === 'step' ? 1000 : 0} />
    );
  };
  return (
    <>
      <Checkbox checked={range !== undefined} onChange={onToggle}>
        {word}
      </Checkbox>
      <span className="flex items-center gap-2 text-muted">
        {range && (
          <>
            from {field('min', 'Least')} to {field('max', 'Most')} by {field('step', 'Step of')}
          </>
        )}
      </span>
    </>
  );
}

function Fits({ result, onApply }: { result: { fits: Fit[]; nearest: Fit | null }; onApply: (block: Block) => void }) {
  const { fits, nearest } = result;
  return (
    <div className="mt-4">
      {fits.length === 0 && (
        <p className="border-l-[3px] border-live bg-card px-3 py-2">
          Nothing in these ranges fits.{' '}
          {nearest &&
            (nearest.spareMs < 0
              ? `The nearest is ${formatDuration(-nearest.spareMs)} too long.`
              : `The nearest leaves ${formatDuration(nearest.spareMs)} unused.`)}
        </p>
      )}
      <ul>
        {(fits.length > 0 ? fits : nearest ? [nearest] : []).map((fit) => (
          <li
            key={fit.changes.map((c) => `${c.knob}${c.to}`).join() || 'same'}
            className="flex items-center gap-4 border-b py-2"
          >
            <MiniSheet outline={outlineOf({ blocks: [{ ...fit.block, role: 'main' }] })} width={230} height={44} />
            <span className="flex-1">{changeWords(fit)}</span>
            <span className="digits w-24 text-right">{formatDuration(fit.totalMs)}</span>
            <span className="w-24 text-right text-small text-muted">
              {formatChange(-fit.spareMs) === '0:00' ? 'to the second' : `${formatDuration(fit.spareMs)} spare`}
            </span>
            <Button onClick={() => onApply(fit.block)}>Take it</Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function changeWords({ changes }: Fit): string {
  if (changes.length === 0) return 'as it is';
  const show = (knob: FitKnob, x: number) => (COUNTS.includes(knob) ? String(x) : formatSeconds(x));
  return changes.map((c) => `${KNOB_WORDS[c.knob]} ${show(c.knob, c.from)} \u2192 ${show(c.knob, c.to)}`).join(', ');
}
