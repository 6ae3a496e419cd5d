import { useId } from 'react';
import { formatDuration, formatSeconds, MAX_MS, parseDuration } from '../../../core/class/index.ts';
import { FieldError } from './field-error.tsx';
import { useDraft } from './use-draft.ts';

interface Props {
  /** Its name for a screen reader, e.g. "Work seconds". */
  label: string;
  valueMs: number;
  onChange: (ms: number) => void;
  minMs?: number;
  maxMs?: number;
  className?: string;
  id?: string;
}

/** "5 s", "1:30". */
const shortTime = (ms: number) => (ms < 60_000 ? `${formatSeconds(ms)} s` : formatDuration(ms));

const STEP_MS = 5000;
const FINE_STEP_MS = 1000;

/** A duration typed where it is shown: `40`, `1:30`, `90s`, `2m`; arrows ±5 s, with Shift ±1 s. Bad input stays and is marked. */
export function DurationField({ label, valueMs, onChange, minMs = 0, maxMs = MAX_MS, className = '', id }: Props) {
  const fits = (ms: number) => ms >= minMs && ms <= maxMs;
  const { bad, isTyping, field } = useDraft({
    shown: formatSeconds(valueMs),
    read: (text) => {
      const ms = parseDuration(text);
      if (ms !== null && fits(ms)) return ms;
      // Where seconds are too few to be meant, a bare number is minutes: "5" of a warm-up.
      const minutes = /^\s*\d{1,3}\s*$/.test(text) ? Number(text) * 60_000 : null;
      return minutes !== null && minMs >= 60_000 && fits(minutes) ? minutes : null;
    },
    onCommit: (ms) => ms !== valueMs && onChange(ms),
    onStep: (direction, fine, text) => {
      const next = (parseDuration(text ?? '') ?? valueMs) + direction * (fine ? FINE_STEP_MS : STEP_MS);
      onChange(Math.min(maxMs, Math.max(minMs, next)));
    },
  });
  const marked = bad || (!isTyping && !fits(valueMs));
  const faultId = useId();
  return (
    <span className="relative inline-block">
      <input
        id={id}
        aria-label={label}
        aria-invalid={marked}
        aria-describedby={marked ? faultId : undefined}
        title={label}
        className={`digits w-14 rounded-md border bg-card px-1.5 py-1 text-center text-small text-ink ${marked ? 'border-2 border-dashed border-live' : 'border-line-strong hover:border-ink'} ${className}`}
        inputMode="numeric"
        {...field}
      />
      {marked && (
        <FieldError id={faultId}>
          Seconds or m:ss, from {shortTime(minMs)} to {shortTime(maxMs)}. Till then it stays {shortTime(valueMs)}.
        </FieldError>
      )}
    </span>
  );
}
