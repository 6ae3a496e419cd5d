import { useState } from 'react';
import type { Closing } from '../../../core/time/index.ts';
import { EffortButtons, LettersLeft, Stepper } from '../../base/index.ts';

interface Props {
  closing: Closing;
  onTell: (change: Partial<Closing>) => void;
}

function Came({ closing, heads, onTell }: Props & { heads: number | null }) {
  const { came } = closing;
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 text-title font-semibold">Who came</legend>
      <div className="flex flex-wrap items-center gap-3">
        <Stepper
          label="People who came"
          fewer="One fewer"
          more="One more"
          value={came ?? heads ?? 0}
          min={0}
          max={400}
          look="large"
          onChange={(n) => onTell({ came: n })}
        />
        {came === null && heads !== null && (
          <button
            type="button"
            className="min-h-16 rounded-md border-2 border-current px-4 text-lead"
            onClick={() => onTell({ came: heads })}
          >
            {heads}, as planned
          </button>
        )}
        <span role="status" className="text-lead">
          {came === null ? 'not counted yet' : `${came} came`}
        </span>
      </div>
    </fieldset>
  );
}

function Effort({ closing, onTell }: Props) {
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 text-title font-semibold">How hard was it, as a whole?</legend>
      <EffortButtons
        chosen={closing.effort}
        className="grid grid-cols-6 gap-1.5 sm:grid-cols-11"
        onChoose={(n) => onTell({ effort: closing.effort === n ? null : n })}
      />
    </fieldset>
  );
}

function NextTime({ closing, onTell }: Props) {
  // Only while it is written: what comes meanwhile from elsewhere is not put back by leaving the field.
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? closing.next;
  const keep = () => {
    setDraft(null);
    if (text.trim() !== closing.next) onTell({ next: text.trim() });
  };
  return (
    <label className="block">
      <span className="mb-1 block text-title font-semibold">For next time</span>
      <textarea
        maxLength={500}
        rows={3}
        className="w-full rounded-md border-2 border-current bg-transparent p-2 text-lead"
        placeholder="What to say, change or bring"
        value={text}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={keep}
      />
      <LettersLeft text={text} most={500} />
    </label>
  );
}

/** What is written down when a class is over: who came, how hard it was, a word for next time, and whether it was one at all. */
export function ClosingFields({ closing, heads, onTell }: Props & { heads: number | null }) {
  return (
    <>
      <Came closing={closing} heads={heads} onTell={onTell} />
      <Effort closing={closing} onTell={onTell} />
      <NextTime closing={closing} onTell={onTell} />
      <label className="flex min-h-11 items-center gap-3 text-lead">
        <input
          type="checkbox"
          className="h-6 w-6 accent-ink"
          checked={closing.trial}
          onChange={(e) => onTell({ trial: e.target.checked })}
        />
        This was a trial: it counts in no sum
      </label>
    </>
  );
}
