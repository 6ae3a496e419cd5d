import { useState } from 'react';
import { COUNTDOWNS, type CueSettings, type Plan } from '../../../core/class/index.ts';
import { OneOf, TextField } from '../../base/index.ts';
import { edit } from '../editing/index.ts';

/** From how many seconds the class is counted down, and when it is told to get ready. */
export function Counting({ plan }: { plan: Plan }) {
  const { cues } = plan;
  const set = (change: Partial<CueSettings>) => edit((p) => ({ ...p, cues: { ...p.cues, ...change } }));
  const counts = (key: 'countdownBeforeWork' | 'countdownBeforeEnd', words: string) => (
    <label className="flex items-center gap-2">
      {words}
      <OneOf
        look="quiet"
        of={COUNTDOWNS.map((c) => [c, c === 0 ? 'no countdown' : `from ${c}`])}
        value={cues[key]}
        onPick={(from) => set({ [key]: from })}
      />
    </label>
  );
  return (
    <section className="mt-3 text-small" aria-label="Counting">
      {counts('countdownBeforeWork', 'before work')}
      {counts('countdownBeforeEnd', 'before its end')}
      <Warnings warningsMs={cues.warningsMs} onChange={(warningsMs) => set({ warningsMs })} />
    </section>
  );
}

const MOST = 3;

/** Seconds before the end of a gap, as they are typed: "15 10"; null where they are not whole seconds from 4 to 120. */
function readSeconds(text: string): number[] | null {
  const words = text.split(/[\s,]+/).filter((w) => w !== '');
  const seconds = words.map(Number);
  const good = seconds.every((s) => Number.isInteger(s) && s >= 4 && s <= 120);
  return good && words.length <= MOST ? [...new Set(seconds)].sort((a, b) => b - a).map((s) => s * 1000) : null;
}

function Warnings({ warningsMs, onChange }: { warningsMs: readonly number[]; onChange: (ms: number[]) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? null : readSeconds(typed);
  const bad = typed !== null && read === null;
  return (
    <label className="mt-1 flex flex-wrap items-center gap-2">
      get ready at
      <TextField
        className="digits w-24 text-center"
        marked={bad}
        placeholder="never"
        value={typed ?? warningsMs.map((ms) => ms / 1000).join(' ')}
        onChange={(e) => setTyped(e.target.value)}
        onCommit={() => {
          if (bad) return;
          if (read) onChange(read);
          setTyped(null);
        }}
      />
      seconds before the end of gaps of 20 s and more
      {bad && (
        <span role="alert" className="block w-full text-fine text-live">
          Up to three whole seconds from 4 to 120, as in “15 10”; as before meanwhile.
        </span>
      )}
    </label>
  );
}
