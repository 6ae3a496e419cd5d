import { useMemo, useState } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import { toSettle } from '../../../core/moves/index.ts';
import { Button, keepText, local, useLibrary } from '../../base/index.ts';

const keyOf = (id: string) => `odd-round-names-later-${id}`;

/** Offers to settle the names of a class that are guessed, unknown or have several meanings, until it is put off. */
export function OfferMeant({ plan, onOpen }: { plan: Plan; onOpen: (name: string) => void }) {
  const { library, state } = useLibrary();
  const open = useMemo(() => (state === 'ready' ? toSettle(plan, library) : []), [plan, library, state]);
  const [isLater, setIsLater] = useState(() => local.getItem(keyOf(plan.id)) !== null);
  const [first] = open;
  if (!first || isLater) return null;
  const later = () => {
    keepText(local, keyOf(plan.id), 'later');
    setIsLater(true);
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b px-5 py-1.5" role="status">
      <span>
        {open.length === 1 ? '1 name is not known for sure.' : `${open.length} names are not known for sure.`}
      </span>
      <Button onClick={() => onOpen(first.name)}>Is this what you mean?</Button>
      <Button look="quiet" onClick={later}>
        Later
      </Button>
    </div>
  );
}
