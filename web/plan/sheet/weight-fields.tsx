import { useState } from 'react';
import type { Station } from '../../../core/class/index.ts';
import { readWeight, weightsWords, weightWords } from '../../../core/class/index.ts';
import { Button, TextField, useLibrary } from '../../base/index.ts';

const FIELDS = [
  { key: 'lightKg', word: 'light' },
  { key: 'weightKg', word: 'for all' },
  { key: 'heavyKg', word: 'heavy' },
] as const;

/** The weight of one piece for all, and for who lifts lighter or heavier; typed in kg or lb. */
export function WeightFields({ station, onChange }: { station: Station; onChange: (station: Station) => void }) {
  const move = useLibrary((s) => s.library).get(station.move);
  const usual = move?.weights;
  return (
    <fieldset className="mb-3 flex flex-wrap items-center gap-2 text-small">
      <legend className="font-semibold">Weights</legend>
      {FIELDS.map(({ key, word }) => (
        <WeightField
          key={`${key}${station[key]}`}
          word={word}
          kg={station[key]}
          onKeep={(kg) => {
            const { [key]: _, ...rest } = station;
            onChange((kg === undefined ? rest : { ...rest, [key]: kg }) as Station);
          }}
        />
      ))}
      {usual && (
        <Button
          look="quiet"
          className="!min-h-8 !px-1.5 text-small"
          onClick={() =>
            onChange({ ...station, lightKg: usual.lightKg, weightKg: usual.mediumKg, heavyKg: usual.heavyKg })
          }
        >
          Usual: {weightsWords({ lightKg: usual.lightKg, weightKg: usual.mediumKg, heavyKg: usual.heavyKg })}
        </Button>
      )}
    </fieldset>
  );
}

function WeightField({
  word,
  kg,
  onKeep,
}: {
  word: string;
  kg: number | undefined;
  onKeep: (kg: number | undefined) => void;
}) {
  const unit = useLibrary((s) => s.weightUnit);
  const now = kg === undefined ? '' : weightWords(kg);
  const [text, setText] = useState(now);
  const read = readWeight(text, unit);
  const bad = text.trim() !== '' && read === null;
  const keep = () => {
    if (bad || text.trim() === now) return;
    onKeep(read ?? undefined);
  };
  return (
    <label className="flex items-center gap-1">
      <span className="text-muted">{word}</span>
      <span>
        <TextField
          aria-label={`Weight, ${word}`}
          className="digits w-20"
          placeholder={unit}
          value={text}
          marked={bad}
          onChange={(e) => setText(e.target.value)}
          onCommit={keep}
        />
        {bad && <span className="block text-fine text-live">A weight such as 12, 12 kg or 25 lb</span>}
      </span>
    </label>
  );
}
