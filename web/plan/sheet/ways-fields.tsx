import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { useState } from 'react';
import { MOST_WAYS, type Station, WAY_WORDS, type Way, waysOf, withWays } from '../../../core/class/index.ts';
import { keyOf, putMove } from '../../../core/moves/index.ts';
import { Button, TextField, useLibrary } from '../../base/index.ts';

interface Props {
  /** As it is written; what it does not say is as the library knows it. */
  station: Station;
  /** With what the library knows. */
  shown: Station;
  onChange: (station: Station) => void;
}

/** The ways to do a station, from the easiest to the hardest: added from the library or in own words, moved, one made the base. */
export function WaysFields({ station, shown, onChange }: Props) {
  const library = useLibrary((s) => s.library);
  const { easier = [] } = shown;
  const listed = waysOf({ ...shown, lowImpact: undefined });
  const base = easier.length;
  const put = (names: readonly string[], at: number) => {
    const [low, high] = [names.slice(0, at), names.slice(at + 1)];
    if (low.length > MOST_WAYS || high.length > MOST_WAYS) return;
    const name = names[at];
    // The base is the station's move: another base is another move, with the same ways around it.
    const moved = name === undefined || name === station.move ? station : putMove(station, name, library).station;
    onChange(withWays(moved, low, high));
  };
  const names = listed.map((w) => w.name);
  const move = (k: number, by: number) => {
    const next = [...names];
    const [taken] = next.splice(k, 1);
    if (taken === undefined) return;
    next.splice(k + by, 0, taken);
    put(next, next.indexOf(station.move));
  };
  return (
    <fieldset className="mb-3 text-small">
      <legend className="font-semibold">Ways to do it, from the easiest</legend>
      <ol className="border-t">
        {listed.map((way, k) => (
          <li key={way.name} className="flex min-h-8 items-center gap-1 border-b">
            <span className={`min-w-0 flex-1 break-words ${k === base ? 'font-semibold' : ''}`}>{way.name}</span>
            <span className="text-fine text-muted">{WAY_WORDS[way.level]}</span>
            {k !== base && (
              <Button look="quiet" className="!min-h-7 !px-1.5" onClick={() => put(names, k)}>
                Make it the base
              </Button>
            )}
            <Small label={`${way.name} one easier`} off={k === 0} onClick={() => move(k, -1)}>
              <ArrowUp size={13} />
            </Small>
            <Small label={`${way.name} one harder`} off={k === listed.length - 1} onClick={() => move(k, 1)}>
              <ArrowDown size={13} />
            </Small>
            <Small
              label={`Without ${way.name}`}
              off={k === base}
              onClick={() => put([...names.slice(0, k), ...names.slice(k + 1)], k < base ? base - 1 : base)}
            >
              <X size={13} />
            </Small>
          </li>
        ))}
      </ol>
      <datalist id="moves-for-ways">
        {library.moves.map((m) => (
          <option key={m.name} value={m.name} />
        ))}
      </datalist>
      <div className="mt-1 flex flex-wrap gap-2">
        <Add level="easier" full={base >= MOST_WAYS} taken={names} onAdd={(name) => put([name, ...names], base + 1)} />
        <Add
          level="harder"
          full={names.length - base > MOST_WAYS}
          taken={names}
          onAdd={(name) => put([...names, name], base)}
        />
        <LowImpact station={station} onChange={onChange} />
      </div>
    </fieldset>
  );
}

function Small(props: { label: string; off: boolean; onClick: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      aria-label={props.label}
      title={props.label}
      disabled={props.off}
      className="flex h-7 w-7 items-center justify-center rounded-sm hover:bg-ink/10 disabled:opacity-25"
      onClick={props.onClick}
    >
      {props.children}
    </button>
  );
}

function Add({
  level,
  full,
  taken,
  onAdd,
}: {
  level: Exclude<Way['level'], 'base' | 'lowImpact'>;
  /** There are as many as a station can have. */
  full: boolean;
  taken: readonly string[];
  onAdd: (name: string) => void;
}) {
  const [text, setText] = useState('');
  const name = text.trim();
  const twice = taken.some((t) => keyOf(t) === keyOf(name));
  const tooLong = [...name].length > 80;
  const add = () => {
    if (name === '' || twice || tooLong || full) return;
    onAdd(name);
    setText('');
  };
  return (
    <span>
      <TextField
        aria-label={`Add ${level === 'easier' ? 'an easier' : 'a harder'} way`}
        className="w-40"
        list="moves-for-ways"
        placeholder={`add ${level}`}
        value={text}
        marked={twice || tooLong || (full && name !== '')}
        onChange={(e) => setText(e.target.value)}
        onCommit={add}
      />
      {twice && <span className="block text-fine text-live">It is one of the ways already.</span>}
      {full && name !== '' && <span className="block text-fine text-live">At most {MOST_WAYS} of these.</span>}
      {tooLong && <span className="block text-fine text-live">At most 80 letters.</span>}
    </span>
  );
}

/** The way without impact, for any move, known or not. */
function LowImpact({ station, onChange }: Pick<Props, 'station' | 'onChange'>) {
  const [text, setText] = useState(station.lowImpact ?? '');
  const keep = () => {
    const { lowImpact: _, ...rest } = station;
    const name = text.trim();
    if (name === (station.lowImpact ?? '') || [...name].length > 80) return;
    onChange(name === '' ? rest : { ...rest, lowImpact: name });
  };
  return (
    <TextField
      aria-label="Low-impact way"
      className="w-40"
      list="moves-for-ways"
      placeholder="low impact"
      value={text}
      marked={[...text.trim()].length > 80}
      onChange={(e) => setText(e.target.value)}
      onCommit={keep}
    />
  );
}
