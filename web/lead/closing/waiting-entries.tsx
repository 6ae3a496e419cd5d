import type { Plan } from '../../../core/class/index.ts';
import { runs, type WaitingEntry } from '../../../core/wire/index.ts';
import { ask, Button, fetchAnew, messageOf, OneOf, toast, useLoaded, usePeople } from '../../base/index.ts';
import { waitingWords } from './waiting-words.ts';

/** The entries of phones under names that could not be placed. */
export const useWaiting = (runId: string): readonly WaitingEntry[] => {
  const [loaded] = useLoaded(['waiting', runId], () => ask(runs.listWaiting, { path: { id: runId } }));
  return loaded.state === 'ready' ? loaded.value : [];
};

interface Props {
  runId: string;
  plan: Plan;
  /** Something was written down for somebody. */
  onWritten?: () => void;
}

/** Entries that wait until the instructor says whose they are; nothing where none do. */
export function WaitingEntries({ runId, plan, onWritten }: Props) {
  const waiting = useWaiting(runId);
  const [people] = usePeople();
  if (waiting.length === 0) return null;
  const settle = (id: string, person: string | null) =>
    void ask(runs.settleWaiting, { path: { id: runId, entry: id }, body: { person } })
      .then(
        () => onWritten?.(),
        (e: unknown) => toast.error(`It still waits: ${messageOf(e)}.`),
      )
      .then(() => fetchAnew(['waiting', runId]));
  return (
    <section aria-label="Who is it?" className="border-l-[3px] border-live pl-3">
      <h2 className="text-title font-semibold">Who is it?</h2>
      <ul>
        {waiting.map((entry) => (
          <li key={entry.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-current/40 py-1">
            <span className="min-w-0 flex-1 basis-64 break-words text-lead">{waitingWords(entry, plan)}</span>
            <OneOf
              aria-label={`Who is ${entry.name}?`}
              className="min-h-16"
              of={[
                ['', 'It is …'],
                ...(people.state === 'ready' ? people.value : []).map((p) => [p.id, p.name] as const),
              ]}
              value=""
              onPick={(who) => settle(entry.id, who)}
            />
            <Button className="min-h-16" onClick={() => settle(entry.id, null)}>
              Leave it out
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
