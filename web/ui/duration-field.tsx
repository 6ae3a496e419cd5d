import { useState } from 'react';
import { formatSeconds, MAX_MS, parseDuration } from '../../core/plan/index.ts';

interface Props {
  /** Its name for a screen reader, e.g. "Work seconds". */
  label: string;
  valueMs: number;
  onChange: (ms: number) => void;
  minMs?: number;
  className?: string;
  id?: string;
}

const STEP_MS = 5000;
const FINE_STEP_MS = 1000;

/** A duration typed where it is shown: `40`, `1:30`, `90s`, `2m`; arrows ±5 s, with Shift ±1 s. Bad input stays and is marked. */
export function DurationField({ label, valueMs, onChange, minMs = 0, className = '', id }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const parsed = draft === null ? valueMs : parseDuration(draft);
  const bad = parsed === null || parsed < minMs || parsed > MAX_MS;

  const commit = (text: string | null) => {
    const ms = text === null ? null : parseDuration(text);
    if (ms === null || ms < minMs || ms > MAX_MS) return;
    setDraft(null);
    if (ms !== valueMs) onChange(ms);
  };
  const step = (by: number) => {
    setDraft(null);
    onChange(Math.min(MAX_MS, Math.max(minMs, (parsed ?? valueMs) + by)));
  };

  return (
    <input
      id={id}
      aria-label={label}
      aria-invalid={bad}
      title={bad ? `${label}: type seconds or m:ss, from ${formatSeconds(minMs)}` : label}
      className={`digits w-14 rounded-md border bg-card px-1.5 py-1 text-center text-[15px] ${bad ? 'border-2 border-dashed border-live' : 'border-line hover:border-line-strong'} ${className}`}
      inputMode="numeric"
      value={draft ?? formatSeconds(valueMs)}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={() => commit(draft)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') commit(draft);
        else if (e.key === 'Escape') setDraft(null);
        else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
          e.preventDefault();
          const size = e.shiftKey ? FINE_STEP_MS : STEP_MS;
          step(e.key === 'ArrowUp' ? size : -size);
        }
      }}
    />
  );
}
