import { format } from 'date-fns';
import { Tag } from 'lucide-react';
import { useState } from 'react';
import { formatDuration } from '../../../core/class/index.ts';
import { plans, type StoredVersion } from '../../../core/wire/index.ts';
import { ask, Button, Choice, IconButton, TextField, toast, usePages } from '../../base/index.ts';

interface Props {
  id: string;
  chosen: number | null;
  onPick: (version: StoredVersion) => void;
}

/** The texts a class had before, the newest first; older ones come when they are asked for. */
export function EarlierTexts({ id, chosen, onPick }: Props) {
  const pages = usePages(['versions', id], async (below) => {
    const { items, next } = await ask(plans.listVersions, { path: { id }, query: below === null ? {} : { below } });
    return { items, next: next === null ? null : String(next), faults: [] };
  });
  if (pages.state === 'failed') return <p className="text-muted">{pages.message}.</p>;
  if (pages.state === 'ready' && pages.items.length === 0)
    return (
      <p className="text-muted">None yet. What you change in one sitting is one text; the text before it is kept.</p>
    );
  return (
    <ul className="max-h-[42dvh] overflow-y-auto border-t" aria-label="Earlier texts">
      {pages.items.map((v) => (
        <Text key={v.version} id={id} version={v} chosen={chosen === v.version} onPick={() => onPick(v)} />
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

/** One earlier text: when it was, what it is called, and what the text after it changed. */
function Text({
  id,
  version: v,
  chosen,
  onPick,
}: {
  id: string;
  version: StoredVersion;
  chosen: boolean;
  onPick: () => void;
}) {
  const [name, setName] = useState(v.name);
  const [typed, setTyped] = useState<string | null>(null);
  const keep = async () => {
    const next = typed?.trim() || null;
    setTyped(null);
    if (typed === null || next === name) return;
    try {
      await ask(plans.nameVersion, { path: { id, version: v.version }, body: { name: next } });
      setName(next);
    } catch {
      toast.error('The name was not kept: the server cannot be reached.');
    }
  };
  const beside =
    typed === null ? (
      <IconButton label={`Name version ${v.version}`} onClick={() => setTyped(name ?? '')}>
        <Tag size={15} />
      </IconButton>
    ) : (
      <TextField
        autoFocus
        aria-label={`Name of version ${v.version}`}
        maxLength={60}
        className="w-44"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => void keep()}
        onKeyDown={(e) => {
          if (e.key === 'Enter') void keep();
          if (e.key === 'Escape') setTyped(null);
        }}
      />
    );
  return (
    <Choice chosen={chosen} onClick={onPick} beside={beside}>
      <span className="digits">{v.version}</span> {format(new Date(v.savedAt), 'd MMM, HH:mm')}
      {name && <b className="ml-2">{name}</b>}
      <span className="digits float-right">{formatDuration(v.totalMs)}</span>
      <span className="block pb-1 text-fine opacity-80">then: {changeWords(v.changes)}</span>
    </Choice>
  );
}

function changeWords(changes: StoredVersion['changes']): string {
  if (changes === null) return 'what changed cannot be read';
  if (changes.told.length === 0) return 'nothing that is told';
  return `${changes.told.join('; ')}${changes.more > 0 ? `; and ${changes.more} more` : ''}`;
}
