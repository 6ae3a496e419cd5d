import { useDraft } from '../../base/index.ts';

interface Props {
  label: string;
  value: number;
  min: number;
  max: number;
  onChange: (metres: number) => void;
}

const STEP_M = 0.5;
const FINE_M = 0.1;

/** Metres as an instructor types them, `3`, `3.5` or `3,5`; null when it is no such number. */
export function parseMetres(text: string): number | null {
  const match = /^\s*(\d{1,3}(?:[.,]\d{1,2})?)\s*(?:m)?\s*$/i.exec(text);
  return match ? Number(match[1]?.replace(',', '.')) : null;
}

/** A length in metres, typed where it is shown; arrows change it by half a metre, with Shift by 10 cm. */
export function MetreField({ label, value, min, max, onChange }: Props) {
  const { bad, field } = useDraft({
    shown: String(Math.round(value * 100) / 100),
    read: (text) => {
      const typed = parseMetres(text);
      return typed === null || typed < min || typed > max ? null : typed;
    },
    onCommit: (typed) => typed !== value && onChange(typed),
    onStep: (direction, fine) => {
      const next = value + direction * (fine ? FINE_M : STEP_M);
      onChange(Math.round(Math.min(max, Math.max(min, next)) * 100) / 100);
    },
  });
  return (
    <label className="flex items-center gap-2 text-small">
      <span className="flex-1">{label}</span>
      <input
        aria-label={label}
        aria-invalid={bad}
        title={bad ? `${label}: ${min} to ${max} m` : label}
        className={`digits w-16 rounded-md border bg-card px-1.5 py-1 text-right ${bad ? 'border-2 border-dashed border-live' : 'border-line hover:border-line-strong'}`}
        inputMode="decimal"
        {...field}
      />
      <span className="w-4 text-muted">m</span>
    </label>
  );
}
