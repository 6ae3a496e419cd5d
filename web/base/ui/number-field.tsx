import { useId } from 'react';
import { FieldError } from './field-error.tsx';
import { useDraft } from './use-draft.ts';

interface Props {
  label: string;
  value: number;
  min: number;
  max: number;
  /** False where parts of one are numbers too. */
  whole?: boolean;
  onChange: (value: number) => void;
  className?: string;
}

/** A number typed where it is shown; arrows change it by one. Bad input stays and is marked. */
export function NumberField({ label, value, min, max, whole = true, onChange, className = '' }: Props) {
  const fits = (n: number) => (!whole || Number.isInteger(n)) && n >= min && n <= max;
  const faultId = useId();
  const { bad, field } = useDraft({
    shown: String(value),
    read: (text) => (text.trim() !== '' && fits(Number(text)) ? Number(text) : null),
    onCommit: (n) => n !== value && onChange(n),
    onStep: (direction) => fits(value + direction) && onChange(value + direction),
  });
  return (
    <span className="relative inline-block">
      <input
        aria-label={label}
        aria-invalid={bad}
        aria-describedby={bad ? faultId : undefined}
        title={label}
        className={`digits w-11 rounded-md border bg-card px-1.5 py-1 text-center text-small text-ink ${bad ? 'border-2 border-dashed border-live' : 'border-line-strong hover:border-ink'} ${className}`}
        inputMode={whole ? 'numeric' : 'decimal'}
        {...field}
      />
      {bad && (
        <FieldError id={faultId}>
          A {whole ? 'whole ' : ''}number from {min} to {max}. Till then it stays {value}.
        </FieldError>
      )}
    </span>
  );
}
