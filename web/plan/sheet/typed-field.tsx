import { type ReactNode, useId } from 'react';
import { FieldError, useDraft } from '../../base/index.ts';

interface TypedProps<T> {
  label: string;
  width: string;
  placeholder?: string | undefined;
  shown: string;
  /** What is typed as a value; null where it is none. */
  read: (text: string) => { value: T } | null;
  onValue: (value: T) => void;
  /** What it should be. */
  children: ReactNode;
}

/** A word or number of the sentence: taken at Enter or when it is left; what cannot be used stays in it and says why. */
export function TypedField<T>({ label, width, placeholder, shown, read, onValue, children }: TypedProps<T>) {
  const faultId = useId();
  const { bad, field } = useDraft({
    shown,
    read: (text) => {
      const found = read(text);
      return found && { ...found, isOther: text.trim() !== shown };
    },
    onCommit: ({ value, isOther }) => isOther && onValue(value),
  });
  return (
    <span className="relative inline-block">
      <input
        aria-label={label}
        aria-invalid={bad}
        aria-describedby={bad ? faultId : undefined}
        title={label}
        placeholder={placeholder}
        className={`digits ${width} rounded-md border bg-card px-1.5 py-1 text-center text-small text-ink ${bad ? 'border-2 border-dashed border-live' : 'border-line-strong hover:border-ink'}`}
        {...field}
      />
      {bad && (
        <FieldError id={faultId}>
          {children} Till then it stays {shown === '' ? 'open' : shown}.
        </FieldError>
      )}
    </span>
  );
}
