import { format } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import { weightWords } from '../../../core/class/index.ts';
import { records } from '../../../core/wire/index.ts';
import { ask, SearchField, useLoaded, WhenLoaded } from '../../base/index.ts';
import { RecordsHead } from './records-head.tsx';

/** The moves of which something was counted. */
export function MovesCountedScreen() {
  const [loaded, reload] = useLoaded(['records', 'moves'], () => ask(records.countedMoves, {}));
  const [query, setQuery] = useState('');
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-4">
      <title>Moves counted · Odd Round</title>
      <RecordsHead title="Moves counted">
        <SearchField label="Search the moves" placeholder="Name" onSearch={setQuery} />
      </RecordsHead>
      <WhenLoaded loaded={loaded} reload={reload}>
        {(moves) => {
          const asked = query.toLowerCase();
          const found = moves.filter((m) => [m.move, ...m.names].some((name) => name.toLowerCase().includes(asked)));
          if (moves.length === 0)
            return (
              <p className="max-w-prose py-8">
                Nothing was counted yet. Reps and weights are written down on the desk with C, from squads’ phones, at
                the close, or later in the record of a run; here each move then has its course.
              </p>
            );
          return (
            <table className="w-full text-left">
              <thead className="text-small text-muted">
                <tr className="border-b">
                  <th className="py-1 font-normal">Move</th>
                  <th className="px-2 text-right font-normal">sessions</th>
                  <th className="px-2 text-right font-normal">most reps of a set</th>
                  <th className="px-2 text-right font-normal">heaviest</th>
                  <th className="px-2 text-right font-normal">last</th>
                </tr>
              </thead>
              <tbody>
                {found.map((m) => (
                  <tr key={m.move} className="border-b">
                    <th scope="row" className="font-normal">
                      <Link
                        className="inline-flex min-h-11 items-center text-lead underline"
                        to={`/records/moves/${encodeURIComponent(m.move)}`}
                      >
                        {m.move}
                      </Link>
                      {m.names.length > 0 && (
                        <span className="ml-2 text-small text-muted">also {m.names.join(', ')}</span>
                      )}
                    </th>
                    <td className="digits px-2 text-right">{m.sessions}</td>
                    <td className="digits px-2 text-right">{m.mostReps ?? ''}</td>
                    <td className="digits px-2 text-right">{m.mostKg === null ? '' : weightWords(m.mostKg)}</td>
                    <td className="px-2 text-right">{format(new Date(m.lastAt), 'd MMM yyyy')}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          );
        }}
      </WhenLoaded>
    </main>
  );
}
