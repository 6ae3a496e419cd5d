import { useMemo, useState } from 'react';
import { formatChange, formatDuration, parseClock } from '../../../core/class/index.ts';
import { restFloors } from '../../../core/judge/index.ts';
import {
  type FinishAnswer,
  type Floors,
  finishBy,
  type RunState,
  USUAL_FLOORS,
  viewOf,
} from '../../../core/time/index.ts';
import { useLibrary } from '../../base/index.ts';
import { command } from '../session/index.ts';
import { Target, timeOfDayExact } from '../stage/index.ts';
import { DeskSheet } from './desk-sheet.tsx';
import { slotEndMs } from './slot-end.ts';

/** Floors that know the moves: a rest is never trimmed below what the change of any group needs. */
function useFloors(): Floors {
  const { library, thresholds } = useLibrary();
  return useMemo(
    () => ({ ...USUAL_FLOORS, restMs: restFloors(library, thresholds, UNKNOWN_MS) }),
    [library, thresholds],
  );
}

/** A rest into or out of a move of which nothing is known. */
const UNKNOWN_MS = 8000;

/** The answer for a time; reckoned anew when the end moves or another interval begins, not with every frame. */
function useAnswer(state: RunState, byMs: number | null, floors: Floors): FinishAnswer | null {
  const endS = Math.round((viewOf(state).projectedEndAtMs ?? 0) / 1000);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the clock alone changes nothing about what can be cut
  return useMemo(
    () => (byMs === null ? null : finishBy(state, byMs, floors)),
    [state.plan, state.trims, state.index, state.status, endS, byMs, floors],
  );
}

/** The time to end by, how far off it is, and the cuts that get there; each is applied with one key. */
export function FinishSheet({ state, onClose }: { state: RunState; onClose: () => void }) {
  const floors = useFloors();
  const [typed, setTyped] = useState<string | null>(null);
  const usual = state.startedAtMs === null ? null : slotEndMs(state.plan, state.startedAtMs);
  const byMs = typed === null ? usual : atClock(typed, state.clockMs);
  const answer = useAnswer(state, byMs, floors);
  const apply = (k: number) => {
    const option = answer?.options[k];
    if (!option) return;
    void command(option.command);
    onClose();
  };
  return (
    <DeskSheet
      title="Finish by"
      onClose={onClose}
      onKey={(key) => {
        if (/^[1-6]$/.test(key)) apply(Number(key) - 1);
      }}
    >
      <div className="flex flex-wrap items-center gap-4 text-title">
        <input
          aria-label="End time"
          aria-invalid={typed !== null && byMs === null}
          placeholder="19:15"
          className={`digits h-16 w-32 rounded-md border-2 bg-paper px-3 text-center text-big ${typed !== null && byMs === null ? 'border-dashed border-live' : 'border-line-strong'}`}
          value={typed ?? (usual === null ? '' : timeOfDayExact(usual).slice(0, 5))}
          onFocus={(e) => e.target.select()}
          onChange={(e) => setTyped(e.target.value)}
        />
        {answer && (
          <span role="status">
            ends <b className="digits">{timeOfDayExact(answer.endAtMs)}</b>,{' '}
            {answer.overMs > 0
              ? `${formatDuration(Math.ceil(answer.overMs / 1000) * 1000)} too late`
              : `${formatDuration(Math.floor(-answer.overMs / 1000) * 1000)} to spare`}
          </span>
        )}
        {byMs === null && <span>Type a time of day.</span>}
      </div>
      {answer && (
        <ul className="mt-3 flex flex-col gap-2">
          {answer.options.map((o, k) => (
            <li key={o.words}>
              <button
                type="button"
                className="flex min-h-16 w-full items-center gap-4 rounded-md border-2 border-line-strong px-4 text-left text-title hover:border-ink"
                onClick={() => apply(k)}
              >
                <kbd className="digits text-plain text-muted">{k + 1}</kbd>
                <span className="flex-1">{o.words}</span>
                <span className="digits">{formatChange(o.endAtMs - answer.endAtMs)}</span>
                <span>
                  ends <b className="digits">{timeOfDayExact(o.endAtMs)}</b>
                </span>
              </button>
            </li>
          ))}
          {answer.options.length === 0 && (
            <li className="text-title">
              {answer.overMs > 0
                ? `Nothing fits: at the very least ${formatDuration(Math.ceil(answer.shortByMs / 1000) * 1000)} too late.`
                : 'Nothing need be cut, and no whole round more fits.'}
            </li>
          )}
        </ul>
      )}
    </DeskSheet>
  );
}

/** The next moment that a clock shows a time of day; null when the text is none. */
function atClock(text: string, nowMs: number): number | null {
  const ms = parseClock(text);
  if (ms === null) return null;
  const midnight = new Date(nowMs);
  midnight.setHours(0, 0, 0, 0);
  const at = midnight.getTime() + ms;
  return at < nowMs - 3_600_000 ? at + 86_400_000 : at;
}

/** A late start, or a slot that will not hold: offered at once, not only when asked. */
export function LateNote({ overMs, onOpen }: { overMs: number; onOpen: () => void }) {
  return (
    <div className="mx-3 mt-2 flex shrink-0 md:mx-6">
      <Target
        small
        name={`${formatDuration(Math.ceil(overMs / 1000) * 1000)} over the slot: see what could give`}
        hint="F"
        onClick={onOpen}
      />
    </div>
  );
}
