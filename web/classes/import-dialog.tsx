import { useState } from 'react';
import { readPlanFile } from '../../core/formats/index.ts';
import { ApiError, api } from '../app/api.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';

interface Props {
  onDone: () => void;
  onClose: () => void;
}

/** Reads a plan file, shows what is in it and what is wrong with it, and imports all, the good part, or nothing. */
export function ImportDialog({ onDone, onClose }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const read = text === null ? null : readPlanFile(text);
  const send = async (goodPart: boolean) => {
    try {
      await api.importPlans(text ?? '', goodPart);
      onDone();
    } catch (e) {
      setFailed(e instanceof ApiError ? e.message : 'The import failed');
    }
  };
  return (
    <Dialog title="Import classes" open onClose={onClose}>
      <input
        type="file"
        accept=".json,application/json"
        aria-label="Plan file"
        className="mb-4 block w-full"
        onChange={async (e) => {
          setFailed(null);
          setText((await e.target.files?.[0]?.text()) ?? null);
        }}
      />
      {read && (
        <>
          <p>
            {read.plans.length === 0
              ? 'No sound class in this file.'
              : `Sound: ${read.plans.map((p) => p.title).join(', ')}.`}
          </p>
          {read.problems.length > 0 && (
            <ul
              className="my-3 max-h-56 overflow-y-auto border-l-[3px] border-live bg-card px-3 py-2"
              aria-label="What is wrong"
            >
              {read.problems.map((p) => (
                <li key={`${p.path}${p.message}`}>
                  <b>{p.path}</b>: {p.message}
                </li>
              ))}
            </ul>
          )}
          <div className="mt-4 flex gap-3">
            {read.problems.length === 0 ? (
              <Button look="strong" onClick={() => send(false)}>
                Import {read.plans.length === 1 ? 'it' : `all ${read.plans.length}`}
              </Button>
            ) : (
              read.plans.length > 0 && (
                <Button onClick={() => send(true)}>Import the good part ({read.plans.length})</Button>
              )
            )}
          </div>
        </>
      )}
      {failed && (
        <p role="alert" className="mt-3 text-live">
          {failed}. Nothing was imported.
        </p>
      )}
    </Dialog>
  );
}
