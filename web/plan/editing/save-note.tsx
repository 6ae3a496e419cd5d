import { nanoid } from 'nanoid';
import { clipBefore, duplicatePlan, type Plan } from '../../../core/class/index.ts';
import { writePlanFile } from '../../../core/out/index.ts';
import { Button, saveFile, toast, useKeeps, useLibrary } from '../../base/index.ts';
import { type SaveState, useBuilder } from './store.ts';
import { autosave } from './this-window.ts';

const QUIET: Record<Exclude<SaveState['kind'], 'conflict' | 'failed' | 'binned'>, string> = {
  saved: 'Saved',
  pending: 'Saving\u2026',
  saving: 'Saving\u2026',
};

/** The save state in one quiet word, louder only when the server does not have the text. */
export function SaveWord({ save }: { save: SaveState }) {
  if (save.kind === 'conflict') return <span className="font-semibold text-live">Changed elsewhere</span>;
  if (save.kind === 'binned') return <span className="font-semibold text-live">In the bin</span>;
  if (save.kind === 'failed') return <NotSaved why={save.message} />;
  return <span className="text-small text-muted">{QUIET[save.kind]}</span>;
}

/** The server does not have the text: where it is meanwhile, and a way to keep it elsewhere. */
function NotSaved({ why }: { why: string }) {
  const keeps = useKeeps((s) => s.keeps);
  return (
    <span className="text-small text-live" title={why}>
      {keeps === 'kept' ? 'Not saved yet, kept in this browser' : 'Not saved yet, and this browser keeps nothing'}{' '}
      <button type="button" className="underline" onClick={saveAsFile}>
        Save a file
      </button>
    </span>
  );
}

/** Gives the open class as a plan file, made in the browser. */
function saveAsFile(): void {
  const { plan } = useBuilder.getState();
  if (!plan) return;
  const moves = useLibrary.getState().library.moves.filter((m) => m.own);
  saveFile(`${plan.title}.json`, writePlanFile([plan], moves), 'application/json');
}

/** The class is in the bin: it can be looked at, and brought back. */
export function BinnedBar() {
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-b-2 border-live bg-card px-5 py-2">
      <span>This class is in the bin. What you change here stays in this browser until the class is brought back.</span>
      <Button
        onClick={() =>
          autosave.bringBack().then(
            () => toast('The class is back.'),
            () => toast.error('It could not be brought back; the server cannot be reached.'),
          )
        }
      >
        Bring it back
      </Button>
    </div>
  );
}

/** Two windows changed the same class: both texts are kept until one is chosen. */
export function ConflictBar({ plan, save }: { plan: Plan; save: Extract<SaveState, { kind: 'conflict' }> }) {
  const { theirs } = save;
  const takeTheirs = async () => {
    const copy = duplicatePlan(plan, () => nanoid(12), clipBefore(plan.title, ' (mine)', 80));
    await autosave.takeTheirs(copy, theirs).then(
      () => toast(`Yours is kept as \u201c${copy.title}\u201d.`),
      () => toast.error('Your text could not be kept as a copy; nothing was changed. Try again in a moment.'),
    );
  };
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-b-2 border-live bg-card px-5 py-2">
      <span>
        This class was saved in another window meanwhile. Both texts are kept: yours is here, not saved over theirs.
      </span>
      <Button
        onClick={() =>
          autosave
            .keepMine(plan, theirs.version)
            .catch(() => toast.error('The server cannot be reached; yours stays here.'))
        }
      >
        Save mine, theirs stays in the history
      </Button>
      <Button onClick={takeTheirs}>Take theirs, keep mine as a copy</Button>
    </div>
  );
}
