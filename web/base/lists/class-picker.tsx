import { useState } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import { api, usePages } from '../data/index.ts';

import { Button, Choice, SearchField } from '../ui/index.ts';

interface Props {
  /** A class that is not offered. */
  without?: string;
  chosen: string | null;
  onPick: (plan: Plan) => void;
}

const AT_ONCE = 30;

/** Chooses one of the classes: the latest first, any of them by a word of its title, format or moves. */
export function ClassPicker({ without, chosen, onPick }: Props) {
  const [query, setQuery] = useState('');
  const pages = usePages(['plans to pick', query], (after) => api.plans({ q: query, after, limit: AT_ONCE }));
  const offered = pages.items.filter(({ plan }) => plan.id !== without);
  return (
    <>
      {(query !== '' || (pages.total ?? 0) > 8) && (
        <SearchField label="Find a class" placeholder="Title, move or format" onSearch={setQuery} />
      )}
      <ul className="mt-1 max-h-[30dvh] overflow-y-auto border-t" aria-label="Other classes">
        {offered.map(({ plan }) => (
          <Choice key={plan.id} chosen={chosen === plan.id} onClick={() => onPick(plan)}>
            {plan.title}
          </Choice>
        ))}
        {pages.hasMore && (
          <li>
            <Button look="quiet" className="w-full" onClick={pages.more}>
              More
            </Button>
          </li>
        )}
      </ul>
      {pages.state === 'ready' && offered.length === 0 && (
        <p className="text-muted">{query === '' ? 'There is no other class.' : `No class fits “${query}”.`}</p>
      )}
    </>
  );
}
