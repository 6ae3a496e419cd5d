import { X } from 'lucide-react';
import { useState } from 'react';
import { type Block, type Bound, type Line, type Plan, roundsOf } from '../../../core/class/index.ts';
import { Button, Checkbox, DurationField, Form, OneOf, TextField } from '../../base/index.ts';
import { edit } from '../editing/index.ts';

/** A place a line can be bound to, by a key for the list and in words. */
interface LineTarget {
  key: string;
  words: string;
  at: Bound;
}

const CLASS: LineTarget = { key: 'class', words: 'the class begins', at: { on: 'class', afterMs: 0 } };

/** The places in a block, in the order they come. */
function placesIn({ id: blockId, title, stations, format, breakAfter }: Block): LineTarget[] {
  const rounds = roundsOf(format) ?? 1;
  const numbers = rounds > 1 ? Array.from({ length: rounds }, (_, k) => k + 1) : [];
  const afterMs = 0;
  return [
    { key: blockId, words: `${title} begins`, at: { on: 'block', blockId, afterMs } },
    ...stations.map(
      ({ id: stationId, move }): LineTarget => ({
        key: `${blockId}/${stationId}`,
        words: `${move}, each time`,
        at: { on: 'station', blockId, stationId, afterMs },
      }),
    ),
    ...stations.flatMap(({ id: stationId, move }) =>
      numbers.map(
        (round): LineTarget => ({
          key: `${blockId}/${stationId}/${round}`,
          words: `${move}, round ${round}`,
          at: { on: 'station', blockId, stationId, round, afterMs },
        }),
      ),
    ),
    ...numbers.map(
      (round): LineTarget => ({
        key: `${blockId}//${round}`,
        words: `round ${round} begins`,
        at: { on: 'round', blockId, round, afterMs },
      }),
    ),
    ...numbers.slice(0, -1).map(
      (round): LineTarget => ({
        key: `${blockId}/break/${round}`,
        words: `the break after round ${round}`,
        at: { on: 'break', blockId, round, afterMs },
      }),
    ),
    ...(breakAfter.ms > 0
      ? [{ key: `${blockId}/break`, words: `the break after ${title}`, at: { on: 'break', blockId, afterMs } as Bound }]
      : []),
  ];
}

const keyOf = (at: Bound): string => {
  switch (at.on) {
    case 'class':
      return 'class';
    case 'block':
      return at.blockId;
    case 'round':
      return `${at.blockId}//${at.round}`;
    case 'break':
      return `${at.blockId}/break${at.round === undefined ? '' : `/${at.round}`}`;
    case 'station':
      return `${at.blockId}/${at.stationId}${at.round === undefined ? '' : `/${at.round}`}`;
  }
};

/** Whether a line is of a block, or of the class as such. */
const isOf = ({ at }: Line, block: Block | null) => (at.on === 'class' ? block === null : at.blockId === block?.id);

/** The instructor's own lines of a block, or of the class as such: typed where they belong, spoken by the voice or only shown. */
export function ScriptLines({ lines, block }: { lines: readonly Line[]; block: Block | null }) {
  const places = block ? placesIn(block) : [CLASS];
  const [where, setWhere] = useState(places[0]?.key ?? 'class');
  const [afterMs, setAfterMs] = useState(0);
  const [text, setText] = useState('');
  const at = (places.find((p) => p.key === where) ?? places[0])?.at;
  const put = (next: readonly Line[]) =>
    edit(({ lines: _, ...p }) => (next.length > 0 ? { ...p, lines: [...next] } : (p as Plan)));
  const change = (k: number, to: Partial<Line>) => put(lines.map((l, j) => (j === k ? { ...l, ...to } : l)));
  const add = () => {
    if (text.trim() === '' || !at) return;
    put([...lines, { at: { ...at, afterMs }, text: text.trim(), spoken: false }]);
    setText('');
  };
  const name = block?.title ?? 'the class';
  return (
    <div>
      <ul>
        {lines.map((line, k) =>
          isOf(line, block) ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: two lines may be alike
            <li key={k} className="flex flex-wrap items-center gap-2 border-b py-1 text-small">
              <Where
                label={`Where “${line.text}” belongs`}
                places={places}
                value={keyOf(line.at)}
                onChange={(key) => {
                  const place = places.find((p) => p.key === key);
                  if (place) change(k, { at: { ...place.at, afterMs: line.at.afterMs } });
                }}
              />
              <After
                label={`How long after that “${line.text}” comes`}
                valueMs={line.at.afterMs}
                onChange={(ms) => change(k, { at: { ...line.at, afterMs: ms } })}
              />
              <TextField
                aria-label={`Line: ${line.text}`}
                maxLength={200}
                className="min-w-40 flex-1"
                value={line.text}
                onChange={(e) => e.target.value.trim() !== '' && change(k, { text: e.target.value })}
              />
              <Checkbox
                className="flex items-center gap-1"
                checked={line.spoken}
                onChange={(spoken) => change(k, { spoken })}
              >
                spoken
              </Checkbox>
              <button
                type="button"
                className="h-8 w-8"
                aria-label={`Remove ${line.text}`}
                onClick={() => put(lines.filter((_, j) => j !== k))}
              >
                <X size={14} />
              </button>
            </li>
          ) : null,
        )}
      </ul>
      <Form className="mt-1 flex flex-wrap items-center gap-2 text-small" onSubmit={() => add()}>
        <Where label={`Where a new line of ${name} belongs`} places={places} value={where} onChange={setWhere} />
        <After label={`How long after that a new line of ${name} comes`} valueMs={afterMs} onChange={setAfterMs} />
        <TextField
          aria-label={`A line of your own for ${name}`}
          placeholder="What you mean to say"
          maxLength={200}
          className="min-w-40 flex-1"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Button type="submit" look="quiet" className="!min-h-9" disabled={text.trim() === ''}>
          Add
        </Button>
      </Form>
    </div>
  );
}

function Where({
  label,
  places,
  value,
  onChange,
}: {
  label: string;
  places: readonly LineTarget[];
  value: string;
  onChange: (key: string) => void;
}) {
  const gone = !places.some((p) => p.key === value);
  return (
    <label className="flex items-center gap-1">
      when
      <OneOf
        look="quiet"
        aria-label={label}
        className="max-w-52"
        of={[
          ...(gone ? [[value, 'what does not come any more'] as const] : []),
          ...places.map((p) => [p.key, p.words] as const),
        ]}
        value={value}
        onPick={onChange}
      />
    </label>
  );
}

function After({ label, valueMs, onChange }: { label: string; valueMs: number; onChange: (ms: number) => void }) {
  return (
    <span className="flex items-center gap-1">
      + <DurationField label={label} valueMs={valueMs} onChange={onChange} />
    </span>
  );
}
