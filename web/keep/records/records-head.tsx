import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { UnreadRuns } from '../../base/index.ts';

const PLACES = [
  ['Weeks', '/records'],
  ['Moves', '/records/moves'],
  ['People', '/people'],
  ['Runs', '/log'],
] as const;

/** The head of every page of records: what else there is, and what can be done here. */
export function RecordsHead({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="mb-5">
      <nav aria-label="Records" className="-mx-2 flex flex-wrap">
        {PLACES.map(([name, to]) => (
          <NavLink
            key={to}
            to={to}
            end={to === '/records'}
            className={({ isActive }) =>
              `inline-flex min-h-11 items-center px-2 ${isActive ? 'font-semibold' : 'text-muted underline'}`
            }
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="digits break-words text-big">{title}</h1>
        <span className="flex-1" />
        {children}
      </div>
      <UnreadRuns />
    </div>
  );
}
