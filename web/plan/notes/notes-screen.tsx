import { nanoid } from 'nanoid';
import { useCallback, useDeferredValue, useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { Plan } from '../../../core/class/index.ts';
import { clipText, duplicatePlan } from '../../../core/class/index.ts';
import { type Library, type Move, withAlias, withUsualSides } from '../../../core/moves/index.ts';
import { type Choices, makeReady, namesChosen, readNotes } from '../../../core/notes/index.ts';
import { compile, totals } from '../../../core/time/index.ts';
import {
  ApiError,
  api,
  asUsual,
  Button,
  keepText,
  local,
  notesFrom,
  toast,
  useActions,
  useLibrary,
  useWindowKeys,
} from '../../base/index.ts';
import { Parts, Sums } from './as-read.tsx';
import { questionsOf, sumWords } from './notes.ts';
import { NotesEditor } from './notes-editor.tsx';
import { Questions } from './questions.tsx';

/** Notes that are not yet a class stay in this browser; those for a class beside it. */
const keptAs = (into: string | undefined) => `odd-round.notes${into === undefined ? '' : `.${into}`}`;

/** Notes as an instructor writes them, and beside them the class they come to; what is guessed is settled with a tap. */
export function NotesScreen() {
  const navigate = useNavigate();
  const carried = notesFrom(useLocation().state);
  const [text, setText] = useState(() => carried?.text || local.getItem(keptAs(carried?.into)) || '');
  const [choices, setChoices] = useState<Choices>({});
  const library = useLibrary((s) => s.library);
  const loadLibrary = useLibrary((s) => s.load);
  useEffect(() => void loadLibrary(), [loadLibrary]);
  useReader();
  // A letter stands at once; what it makes of the notes comes when there is time.
  const heard = useDeferredValue(text);
  const read = useMemo(() => readFor(heard, library, choices), [heard, library, choices]);
  const { plan } = read;
  const timeline = useMemo(() => compile(plan), [plan]);
  const sums = useMemo(() => totals(plan, timeline), [plan, timeline]);
  const questions = useMemo(() => questionsOf(heard, read), [heard, read]);
  const open = questions.filter((q) => q.isOpen);
  const makeButton = useRef<HTMLButtonElement>(null);
  const [busy, setBusy] = useState(false);
  const change = (next: string) => {
    setText(next);
    keepText(local, keptAs(carried?.into), next.trim() === '' ? null : next);
  };
  const make = async () => {
    const { plan: made } = heard === text ? read : readFor(text, library, choices);
    if (busy || made.blocks.length === 0) return;
    setBusy(true);
    try {
      const id = await put(made, carried?.into);
      await keepNames(choices).catch(() => toast.error('What the names mean could not be kept; the class is made.'));
      keepText(local, keptAs(carried?.into), null);
      navigate(`/classes/${id}`);
    } catch (e) {
      toast.error(
        `The class could not be made: ${e instanceof ApiError ? e.message.toLowerCase() : 'something failed'}. Your notes are kept.`,
      );
      setBusy(false);
    }
  };
  const take = useCallback((key: string, id: string) => setChoices((now) => ({ ...now, [key]: id })), []);
  const acceptAll = () => setChoices({ ...choices, ...Object.fromEntries(open.map((q) => [q.key, q.taken])) });
  useActions('Your notes', [
    { name: 'Make the class', run: () => void make() },
    { name: 'Accept all guesses', run: acceptAll },
  ]);
  useWindowKeys((key, target) => {
    if (target instanceof Element && target.closest('.cm-editor, button, a')) return false;
    if (key === 'Enter') void make();
    else if (key === 'a') acceptAll();
    else return false;
    return true;
  });
  // Notes that were pasted whole are made a class with Enter. What was brought is kept here from now on: a reload finds it as it is then.
  const brought = useEffectEvent(() => {
    if (carried === null || carried.text === '') return;
    change(carried.text);
    if (carried.whole) makeButton.current?.focus();
    navigate('.', { replace: true, state: { notes: { ...carried, text: '' } } });
  });
  useEffect(() => brought(), []);
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-5">
      <title>Your notes · Odd Round</title>
      <div className="mb-3 flex flex-wrap items-baseline gap-x-6">
        <h1 className="digits text-big">{carried?.into ? 'Notes for this class' : 'Paste your notes'}</h1>
        <span className="flex-1" />
        <span className="text-muted" role="status">
          {text.trim() === '' ? 'As you would write them for yourself' : sumWords(heard, open.length, read.left.length)}
        </span>
      </div>
      <div className="grid grid-cols-1 gap-x-11 gap-y-4 lg:grid-cols-[5fr_6fr]">
        <div className="flex min-h-[14rem] flex-col border-t border-line-strong pt-2">
          <NotesEditor
            text={text}
            heard={heard}
            read={read}
            onText={change}
            onPasted={() => makeButton.current?.focus()}
            onMake={() => void make()}
          />
        </div>
        <div className="flex flex-col gap-4">
          {plan.blocks.length > 0 ? <Sums plan={plan} timeline={timeline} sums={sums} /> : <Empty text={text} />}
          {read.told.length > 0 && (
            <ul className="border-l-4 border-live pl-3" aria-label="What does not agree">
              {read.told.map((words) => (
                <li key={words}>{words}</li>
              ))}
            </ul>
          )}
          {questions.length > 0 && (
            <section>
              <h2 className="digits mb-1 text-lead">Is this what you mean?</h2>
              <Questions questions={questions} onTake={take} />
            </section>
          )}
          {plan.blocks.length > 0 && <Parts plan={plan} sums={sums} />}
          <div className="flex flex-wrap gap-3 sticky bottom-0 z-10 border-t border-line-strong bg-paper py-3">
            <button
              ref={makeButton}
              type="button"
              disabled={busy || plan.blocks.length === 0}
              className="inline-flex min-h-13 items-center gap-3 rounded-md bg-ink px-6 text-lead text-paper hover:opacity-90 disabled:opacity-45"
              onClick={() => void make()}
            >
              {carried?.into ? 'Put it into the class' : 'Make the class'}{' '}
              <kbd className="text-small opacity-75 max-sm:hidden">Ctrl Enter</kbd>
            </button>
            {open.length > 1 && (
              <Button onClick={acceptAll}>
                Accept all {open.length} <kbd className="text-small text-muted max-sm:hidden">A</kbd>
              </Button>
            )}
          </div>
        </div>
      </div>
    </main>
  );
}

/** Makes the reader ready while nothing is typed yet. */
function useReader() {
  useEffect(() => {
    let timer = 0;
    const go = (from: number) => {
      const next = makeReady(from, 3);
      if (next !== null) timer = window.setTimeout(() => go(next));
    };
    timer = window.setTimeout(() => go(0));
    return () => window.clearTimeout(timer);
  }, []);
}

/** Notes as a class whose moves share their sides as usual. */
function readFor(text: string, library: Library, choices: Choices) {
  const made = readNotes(text, library, choices);
  return { ...made, plan: withUsualSides(made.plan, library) };
}

/** Saves the class, new or in the place of what a class had; gives its id. */
async function put(plan: Plan, into: string | undefined): Promise<string> {
  const makeId = () => nanoid(12);
  const made = duplicatePlan(plan, makeId, plan.title);
  if (into === undefined) {
    await api.savePlan(asUsual(made, useLibrary.getState().habits), 0);
    return made.id;
  }
  const { plan: old, version } = await api.plan(into);
  const title = plan.title === 'Class' ? old.title : plan.title;
  await api.savePlan(
    {
      ...old,
      ...(plan.body ? { body: plan.body } : {}),
      title,
      notes: clipText([old.notes, plan.notes].filter(Boolean).join('\n'), 4000),
      blocks: made.blocks,
    },
    version,
  );
  return into;
}

/** What was said of names is kept for the club, as other names of the moves they stand for. */
async function keepNames(choices: Choices): Promise<void> {
  const { library, keepMoves } = useLibrary.getState();
  const changed = new Map<string, Move>();
  for (const [name, id] of namesChosen(choices)) {
    const move = changed.get(id) ?? library.named(id);
    if (move && library.get(name)?.name !== move.name) changed.set(id, withAlias(move, name));
  }
  if (changed.size > 0) await keepMoves([...changed.values()]);
}

function Empty({ text }: { text: string }) {
  if (text.trim() !== '')
    return (
      <p className="max-w-prose text-muted">There is no class in this yet: a list of moves, or a time, will do.</p>
    );
  return (
    <div className="max-w-prose text-muted">
      <p>
        Paste or type your class the way you write it for yourself: on your phone, on a board, in a message. It is read
        as you type, and each piece is underlined by what it was taken for.
      </p>
      <p className="mt-3">
        “40/20 x 3”, “tabata burpees / swings”, “EMOM 12”, “stretch 30s each: quads, hams e/s”, lists with dashes or
        numbers, weights, options in brackets: all of it is understood.
      </p>
    </div>
  );
}
