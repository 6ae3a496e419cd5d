import { format } from 'date-fns';
import { useCallback } from 'react';
import { formatDuration } from '../../core/plan/index.ts';
import { api, type StoredVersion } from '../app/api.ts';
import { usePages } from '../app/use-pages.ts';
import { Button } from '../ui/button.tsx';
import { Choice } from '../ui/choice.tsx';

interface Props {
  id: string;
  chosen: number | null;
  onPick: (version: StoredVersion) => void;
}

/** The texts a class had before, the newest first; older ones come when they are asked for. */
export function EarlierTexts({ id, chosen, onPick }: Props) {
  const load = useCallback(
    async (below: string | null) => {
      const { items, next } = await api.versions(id, below === null ? null : Number(below));
      return { items, next: next === null ? null : String(next), faults: [] };
    },
    [id],
  );
  const pages = usePages(load);
  if (pages.state === 'failed') return <p className="text-muted">{pages.message}.</p>;
  if (pages.state === 'ready' && pages.items.length === 0)
    return <p className="text-muted">None yet: every save keeps the text before it.</p>;
  return (
    <ul className="max-h-[42dvh] overflow-y-auto border-t" aria-label="Earlier texts">
      {pages.items.map((v) => (
        <Choice key={v.version} chosen={chosen === v.version} onClick={() => onPick(v)}>
          <span className="digits">{v.version}</span> {format(new Date(v.savedAt), 'd MMM, HH:mm')}
          <span className="digits float-right">{formatDuration(v.totalMs)}</span>
        </Choice>
      ))}
      {pages.hasMore && (
        <li>
          <Button look="quiet" className="w-full" onClick={pages.more}>
            Older ones
          </Button>
        </li>
      )}
    </ul>
  );
}
