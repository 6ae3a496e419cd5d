import { NumberField } from './number-field.tsx';

const LOOKS = {
  /** On paper. */
  plain: {
    button: 'h-12 w-12 border border-line-strong bg-card text-head hover:border-ink',
    field: '!h-12 !w-16 !text-title',
  },
  /** For a hand that is busy or wet. */
  large: { button: 'h-16 w-16 border-2 border-current text-big', field: '!h-16 !w-20 !text-big' },
} as const;

interface Props {
  label: string;
  /** What its two buttons are called. */
  fewer: string;
  more: string;
  value: number;
  min: number;
  max: number;
  look?: keyof typeof LOOKS;
  onChange: (value: number) => void;
}

/** A number that is typed, or counted up and down by taps. */
export function Stepper({ label, fewer, more, value, min, max, look = 'plain', onChange }: Props) {
  const { button, field } = LOOKS[look];
  const step = (by: number) => onChange(Math.min(max, Math.max(min, value + by)));
  return (
    <>
      <button type="button" className={`rounded-md ${button}`} aria-label={fewer} onClick={() => step(-1)}>
        −
      </button>
      <NumberField label={label} value={value} min={min} max={max} className={field} onChange={onChange} />
      <button type="button" className={`rounded-md ${button}`} aria-label={more} onClick={() => step(1)}>
        +
      </button>
    </>
  );
}
