import { useState } from 'react';
import { clipText, SAID, SAID_ROWS, type SaidKey, type Station } from '../../../core/class/index.ts';
import { TextField } from '../../base/index.ts';

/** What is said of a station in a few words, each in a field of its own; emptied, it is not said any more. */
export function SaidFields({ station, onChange }: { station: Station; onChange: (station: Station) => void }) {
  return (
    <div className="mb-2 flex flex-wrap items-center gap-3 text-small">
      {SAID_ROWS.filter(([, row]) => row.isTyped).map(([key]) => (
        <SaidField
          key={`${key} ${station[key]}`}
          of={key}
          said={station[key] ?? ''}
          onKeep={(said) => {
            const { [key]: _, ...rest } = station;
            onChange(said === '' ? rest : { ...rest, [key]: said });
          }}
        />
      ))}
    </div>
  );
}

function SaidField({ of, said, onKeep }: { of: SaidKey; said: string; onKeep: (said: string) => void }) {
  const [text, setText] = useState(said);
  const { words, most } = SAID[of];
  return (
    <label className="flex items-center gap-1">
      <span className="text-muted">{words}</span>
      <TextField
        className="w-40"
        value={text}
        maxLength={most}
        onChange={(e) => setText(e.target.value)}
        onCommit={() => text.trim() !== said && onKeep(clipText(text.trim(), most))}
      />
    </label>
  );
}
