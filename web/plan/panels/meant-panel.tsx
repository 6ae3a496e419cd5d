import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { Plan, Position } from '../../../core/class/index.ts';
import {
  type Library,
  type Move,
  POSITION_WORDS,
  settledAll,
  settledAs,
  toSettle,
  type Unsettled,
} from '../../../core/moves/index.ts';
import { Button, MoveFigure, messageOf, toast, useLibrary } from '../../base/index.ts';
import { TellCard } from './tell-card.tsx';

/**
 * Is this what you mean? Every name of a class that is guessed, unknown or has several meanings, with what it may be: one key for
 * each, one for all. What is said is kept for the club.
 */
export function MeantPanel({ plan, name }: { plan: Plan; name: string | null }) {
  const { library, state, keepMoves } = useLibrary();
  const open = toSettle(plan, library);
  const [at, setAt] = useState(name);
  useEffect(() => setAt(name), [name]);
  const [telling, setTelling] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const list = useRef<HTMLDivElement>(null);
  // It takes the keys from the beginning.
  useEffect(() => list.current?.focus({ preventScroll: true }), []);
  const current = open.find((u) => u.name === at) ?? open[0];
  const guesses = open.filter((u) => u.kind === 'guessed');
  const keep = async (moves: Move[], next: string | null) => {
    if (busy || moves.length === 0) return;
    setBusy(true);
    try {
      await keepMoves(moves);
      setTelling(null);
      setAt(next);
      list.current?.focus({ preventScroll: true });
    } catch (e) {
      toast.error(`${moves.map((m) => m.name).join(', ')}: not kept. ${messageOf(e)}.`);
    } finally {
      setBusy(false);
    }
  };
  const beside = (steps: number) => (current && open[open.indexOf(current) + steps]?.name) ?? null;
  const take = (u: Unsettled, move: Move) =>
    void keep([settledAs(u, move, library)], u === current ? (beside(1) ?? beside(-1)) : (current?.name ?? null));
  const acceptAll = () => void keep(settledAll(guesses, library), null);
  const [pressed, setPressed] = useState<readonly string[]>([]);
  // A key that comes while something is kept waits for it: the list is another then.
  const answer = useEffectEvent(([key, ...more]: readonly string[]) => {
    setPressed(more);
    if (!current || key === undefined) return;
    const chosen = choicesOf(current)[key === 'Enter' ? 0 : Number(key) - 1];
    if (key === 'ArrowDown') setAt(beside(1) ?? current.name);
    else if (key === 'ArrowUp') setAt(beside(-1) ?? current.name);
    else if (key === 'a') acceptAll();
    else if (key === 't') setTelling(current.name);
    else if (chosen) take(current, chosen);
  });
  useEffect(() => {
    if (!busy && pressed.length > 0) answer(pressed);
  }, [busy, pressed]);
  if (state !== 'ready') return <p className="text-muted">The library is not loaded yet.</p>;
  if (current === undefined) return <p className="py-3">Every move of this class is known.</p>;
  const onKey = (e: React.KeyboardEvent) => {
    if (e.altKey || e.ctrlKey || e.metaKey || e.target !== list.current || !KEYS.test(e.key)) return;
    e.preventDefault();
    setPressed((keys) => [...keys, e.key]);
  };
  return (
    <>
      <p className="text-small text-muted" role="status">
        {open.length === 1 ? '1 name' : `${open.length} names`} to settle. What you say is kept for the club and used in
        every class.
      </p>
      {guesses.length > 1 && (
        <Button look="strong" className="mt-2" disabled={busy} onClick={acceptAll}>
          Accept all {guesses.length} guesses <kbd className="text-small opacity-75 max-sm:hidden">A</kbd>
        </Button>
      )}
      <div
        ref={list}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it takes the keys that answer
        tabIndex={0}
        role="group"
        aria-label={`${current.name}: is this what you mean?`}
        className="mt-2"
        onKeyDown={onKey}
      >
        <ul aria-label="Is this what you mean?">
          {open.map((u) => (
            <li
              key={u.name}
              className={`border-t border-l-2 py-2 pl-2 ${u === current ? 'border-l-live' : 'border-l-transparent'}`}
            >
              {telling === u.name ? (
                <TellCard
                  name={u.name}
                  library={library}
                  busy={busy}
                  onKeep={(move) => void keep([move], beside(1))}
                  onLater={() => setTelling(null)}
                />
              ) : (
                <Ways
                  unsettled={u}
                  library={library}
                  isCurrent={u === current}
                  onTake={(move) => take(u, move)}
                  onTell={() => setTelling(u.name)}
                />
              )}
            </li>
          ))}
        </ul>
      </div>
    </>
  );
}

const KEYS = /^(?:Arrow(?:Up|Down)|Enter|[1-9at])$/;

/** What a name may be taken for: as it is guessed, or a move of the library. */
const choicesOf = ({ guess, meanings }: Unsettled): Move[] => [...(guess ? [guess] : []), ...meanings];

interface WaysProps {
  unsettled: Unsettled;
  library: Library;
  isCurrent: boolean;
  onTake: (move: Move) => void;
  onTell: () => void;
}

/** One name with its ways, a drawing of each. */
function Ways({ unsettled, isCurrent, onTake, onTell }: WaysProps) {
  const { name, kind, guess, meanings } = unsettled;
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="font-semibold break-words">{name}</span>
        <span className="text-small text-muted">
          {kind === 'unknown'
            ? 'not known'
            : guess
              ? 'a guess from its words'
              : meanings.length > 1
                ? 'may mean several'
                : 'a guess'}
        </span>
      </p>
      <span className="mt-1 flex flex-wrap gap-2" role="group" aria-label={`What is \u201c${name}\u201d?`}>
        {choicesOf(unsettled).map((move, k) => (
          <button
            key={move.name}
            type="button"
            className="inline-flex min-h-11 items-center gap-2 rounded-md border border-line-strong bg-card px-2 text-left hover:border-ink"
            onClick={() => onTake(move)}
          >
            {isCurrent && <kbd className="text-fine text-muted max-sm:hidden">{k + 1}</kbd>}
            <MoveFigure name={move.name} position={unsettled.position} time={null} small className="h-10 w-12" />
            <span>
              {move === guess ? 'As guessed' : move.name}
              <span className="block text-fine text-muted">{factsOf(move, unsettled.position)}</span>
            </span>
          </button>
        ))}
        <Button look="quiet" onClick={onTell}>
          {guess ? 'Tell more' : 'None of these'}{' '}
          {isCurrent && <kbd className="text-fine text-muted max-sm:hidden">T</kbd>}
        </Button>
      </span>
    </>
  );
}

/** Position, sides and kit of a move, in words. */
const factsOf = ({ position, oneSided, kit }: Move, here: Position = position): string =>
  [POSITION_WORDS[here], ...(oneSided ? ['one side at a time'] : []), ...(kit.length > 0 ? [kit.join(', ')] : [])].join(
    ', ',
  );
