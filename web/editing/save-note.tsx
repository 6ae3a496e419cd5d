import { nanoid } from 'nanoid';
import { toast } from 'sonner';
import { clipBefore, duplicatePlan, type Plan } from '../../core/plan/index.ts';
import { Button } from '../ui/index.ts';
import type { SaveState } from './store.ts';
import { autosave } from './this-window.ts';

const QUIET: Record<Exclude<SaveState['kind'], 'conflict' | 'failed'>, string> = {
  saved: 'Saved',
  pending: 'Saving\u2026',
  saving: 'Saving\u2026',
};

/** The save state in one quiet word, louder only when the server does not have the text. */
export function SaveWord({ save }: { save: SaveState }) {
  if (save.kind === 'conflict') return <span className="font-semibold text-live">Changed elsewhere</span>;
  if (save.kind === 'failed')
    return (
      <span className="text-live" title={save.message}>
        Not saved yet, kept in this browser
      </span>
    );
  return <span className="text-small text-muted">{QUIET[save.kind]}</span>;
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
