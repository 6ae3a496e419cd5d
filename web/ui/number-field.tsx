import { useState } from 'react';

interface Props {
  label: string;
  value: number;
  min: number;
  max: number;
  onChange: (value: number) => void;
  className?: string;
}

/** A whole number typed where it is shown; arrows change it by one. Bad input stays and is marked. */
export function NumberField({ label, value, min, max, onChange, className = '' }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const fits = (n: number) => Number.isInteger(n) && n >= min && n <= max;
  const bad = draft !== null && !(draft.trim() !== '' && fits(Number(draft)));
  const commit = () => {
    if (draft === null || bad) return;
    setDraft(null);
    if (Number(draft) !== value) onChange(Number(draft));
  };
  return (
    <input
      aria-label={label}
      aria-invalid={bad}
      title={bad ? `${label}: a whole number from ${min} to ${max}` : label}
      className={`digits w-11 rounded-md border bg-card px-1.5 py-1 text-center text-[15px] ${bad ? 'border-2 border-dashed border-live' : 'border-line hover:border-line-strong'} ${className}`}
      inputMode="numeric"
      value={draft ?? String(value)}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') commit();
        else if (e.key === 'Escape') setDraft(null);
        else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
          e.preventDefault();
          setDraft(null);
          const next = value + (e.key === 'ArrowUp' ? 1 : -1);
          if (fits(next)) onChange(next);
        }
      }}
    />
  );
}
