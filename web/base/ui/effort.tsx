import { OneOf } from './one-of.tsx';

/** Ratings of perceived exertion (RPE): 0 rest to 10 utmost. */
export const EFFORTS = Array.from({ length: 11 }, (_, k) => k);
const CHOICES = [[null, 'not said'] as const, ...EFFORTS.map((n) => [n, String(n)] as const)];

interface ButtonsProps {
  chosen: number | null;
  /** The grid that the buttons stand in. */
  className: string;
  onChoose: (effort: number) => void;
}

/** 0 to 10 as buttons, with what the numbers mean below. */
export function EffortButtons({ chosen, className, onChoose }: ButtonsProps) {
  return (
    <>
      <div className={className}>
        {EFFORTS.map((n) => (
          <button
            key={n}
            type="button"
            aria-pressed={chosen === n}
            className={`digits min-h-14 rounded-md border-2 text-title ${chosen === n ? 'border-ink bg-ink text-paper' : 'border-current'}`}
            onClick={() => onChoose(n)}
          >
            {n}
          </button>
        ))}
      </div>
      <p className="mt-1 flex justify-between text-small">
        <span>0 rest</span>
        <span>5 hard</span>
        <span>10 utmost</span>
      </p>
    </>
  );
}

interface SelectProps {
  className: string;
  effort: number | null;
  onChange: (effort: number | null) => void;
}

/** 0 to 10, or not said, to choose from. */
export function EffortSelect({ className, effort, onChange }: SelectProps) {
  return <OneOf {...{ className }} of={CHOICES} value={effort} onPick={onChange} />;
}
