import { Mic } from 'lucide-react';
import { useState } from 'react';
import { keysOf, PHRASES, type Plan } from '../../../core/class/index.ts';
import {
  dropRecording,
  IconButton,
  listRecordings,
  type RecordingInfo,
  TextField,
  useLoaded,
} from '../../base/index.ts';
import { edit } from '../editing/index.ts';
import { RecordDialog } from './record-dialog.tsx';

export function Phrases({ plan }: { plan: Plan }) {
  return (
    <details className="mt-4">
      <summary className="min-h-9 font-semibold">In your own words</summary>
      {keysOf(PHRASES).map((name) => (
        <label key={name} className="mb-1 grid grid-cols-[104px_1fr] items-center gap-2 text-small">
          <span className="text-muted">{PHRASES[name]}</span>
          <TextField
            aria-label={`Instead of ${PHRASES[name]}`}
            placeholder={PHRASES[name]}
            maxLength={120}
            value={plan.phrases?.[name] ?? ''}
            onChange={(e) =>
              edit(({ phrases = {}, ...p }) => {
                const { [name]: _, ...others } = phrases;
                const next = e.target.value.trim() === '' ? others : { ...others, [name]: e.target.value };
                return Object.keys(next).length > 0 ? { ...p, phrases: next } : p;
              })
            }
          />
        </label>
      ))}
      <p className="text-fine text-muted">
        {'Words in braces are filled in: {move}, {n}, {rounds}, {side}, {time} and so on.'}
      </p>
    </details>
  );
}

/** Every sentence of the class with its length; each can be recorded in the instructor's own voice. */
export function Words({
  plan,
  words,
  lengths,
  onChanged,
}: {
  plan: Plan;
  words: readonly string[];
  lengths: ReadonlyMap<string, number>;
  onChanged: () => void;
}) {
  const [recording, setRecording] = useState<string | null>(null);
  const [own, reload] = useLoaded<RecordingInfo[]>(['recordings', plan.id], () => listRecordings(plan.id));
  const mine = own.state === 'ready' ? own.value : [];
  const changed = () => {
    reload();
    onChanged();
  };
  return (
    <details className="mt-2">
      <summary className="min-h-9 font-semibold">All sentences: {words.length}</summary>
      <ul>
        {words.map((w) => {
          const rec = mine.find((r) => r.words === w);
          return (
            <li key={w} className="flex items-center gap-1 border-b text-small">
              <span className="flex-1 py-1">{w}</span>
              <span className="digits text-fine text-muted">{((lengths.get(w) ?? 0) / 1000).toFixed(1)} s</span>
              {rec && (
                <button
                  type="button"
                  className="min-h-8 px-1 text-fine underline"
                  onClick={() => void dropRecording(w, rec.planId).then(changed)}
                >
                  {rec.planId === '' ? 'yours, everywhere' : 'yours'}: drop
                </button>
              )}
              <IconButton label={`Record ${w}`} className="!h-8 !w-8" onClick={() => setRecording(w)}>
                <Mic size={14} />
              </IconButton>
            </li>
          );
        })}
      </ul>
      {recording !== null && (
        <RecordDialog
          words={recording}
          planId={plan.id}
          onClose={() => setRecording(null)}
          onDone={() => {
            setRecording(null);
            changed();
          }}
        />
      )}
    </details>
  );
}
