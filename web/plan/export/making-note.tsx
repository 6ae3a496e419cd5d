import { Button } from '../../base/index.ts';
import type { Making } from './use-making.ts';

/** What is being made, with a way to break it off; or that it was not. */
export function MakingNote({ state, onCancel }: { state: Making; onCancel: () => void }) {
  return (
    <div role="status" className="text-small">
      {state.kind === 'making' && (
        <p className="flex flex-wrap items-center gap-2 py-1">
          Making {state.name}… <progress className="w-24 accent-ink" aria-label={`Making ${state.name}`} />
          <Button look="quiet" onClick={onCancel}>
            Cancel
          </Button>
        </p>
      )}
      {state.kind === 'failed' && <p className="py-1 text-live">{state.message}</p>}
    </div>
  );
}
