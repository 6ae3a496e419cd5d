import { format } from 'date-fns';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { countsByMove, countWords, paceWords } from '../../../core/record/index.ts';
import { type AnswerOf, records } from '../../../core/wire/index.ts';
import {
  ask,
  Button,
  fetchAnew,
  Labelled,
  messageOf,
  saveFile,
  TextField,
  toast,
  useLoaded,
  WhenLoaded,
} from '../../base/index.ts';
import { ErasePerson } from './erase-person.tsx';
import { RecordsHead } from './records-head.tsx';

type Records = AnswerOf<typeof records.personRecords>;

/** One of the club's people: what they did, their bests, and the way to take it along or to be forgotten. */
export function PersonScreen() {
  const { id = '' } = useParams();
  const [loaded, reload] = useLoaded(['records', 'person', id], () => ask(records.personRecords, { path: { id } }));
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-4">
      <title>A person · Odd Round</title>
      <WhenLoaded loaded={loaded} reload={reload}>
        {(value) => <Person value={value} onChanged={reload} />}
      </WhenLoaded>
    </main>
  );
}

function Person({ value, onChanged }: { value: Records; onChanged: () => void }) {
  const { person, sessions, more, bests } = value;
  const takeAlong = () =>
    void ask(records.personRecords, { path: { id: person.id }, query: { all: '1' } }).then(
      (all) => saveFile(`${person.name}.json`, JSON.stringify(all, null, 1), 'application/json'),
      (e: unknown) => toast.error(`It was not had: ${messageOf(e)}.`),
    );
  const [erasing, setErasing] = useState(false);
  if (erasing) return <ErasePerson person={person} onKeep={() => setErasing(false)} />;
  return (
    <>
      <RecordsHead title={person.name}>
        <Button onClick={takeAlong}>All of it as a file</Button>
        <Button onClick={() => setErasing(true)}>Erase</Button>
      </RecordsHead>
      <Named key={`${person.name} ${person.squad}`} person={person} onChanged={onChanged} />
      <Bests bests={bests} person={person.id} />
      <h2 className="mt-8 mb-1 text-title font-semibold">Sessions</h2>
      {sessions.length === 0 && <p>Nothing is written down of them yet.</p>}
      <ul className="max-w-3xl">
        {sessions.map((s) => (
          <li key={s.runId} className="border-b py-2">
            <Link to={`/log/${s.runId}`} className="inline-flex min-h-11 items-center font-semibold underline">
              {format(new Date(s.at), 'EEE d MMM yyyy')}, {s.title}
            </Link>
            <ul>
              {countsByMove(s.sets).map((x) => (
                <li key={x.move} className="flex flex-wrap gap-x-4">
                  <span className="min-w-0 flex-1 basis-40">{x.move}</span>
                  <span className="digits">{x.sets.map(countWords).join(', ')}</span>
                  <span className="w-32 text-small text-muted">{x.drop === null ? '' : paceWords(x.drop)}</span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
      {more > 0 && <p className="mt-2 text-muted">and {more} sessions before these: all of them are in the file.</p>}
    </>
  );
}

function Named({ person, onChanged }: { person: Records['person']; onChanged: () => void }) {
  const [name, setName] = useState(person.name);
  const [squad, setSquad] = useState(person.squad);
  const keep = () => {
    if (name.trim() === '' || (name === person.name && squad === person.squad)) return;
    void ask(records.savePerson, { path: { id: person.id }, body: { name, squad } }).then(
      () => {
        void fetchAnew(['people']);
        onChanged();
      },
      (e: unknown) => {
        setName(person.name);
        toast.error(`${messageOf(e)}. Nothing was changed.`);
      },
    );
  };
  return (
    <div className="flex flex-wrap gap-3">
      <Labelled name="Name or number">
        <TextField maxLength={24} value={name} onChange={(e) => setName(e.target.value)} onCommit={keep} />
      </Labelled>
      <Labelled name="Squad">
        <TextField maxLength={40} value={squad} onChange={(e) => setSquad(e.target.value)} onCommit={keep} />
      </Labelled>
    </div>
  );
}

/** Best and last of each move, with the weight. */
function Bests({ bests, person }: { bests: Records['bests']; person: string }) {
  if (bests.length === 0) return null;
  return (
    <section aria-label="Best and last" className="mt-6">
      <h2 className="mb-1 text-title font-semibold">Best and last</h2>
      <table className="w-full max-w-3xl text-left">
        <thead className="text-small text-muted">
          <tr className="border-b">
            <th className="font-normal">Move</th>
            <th className="px-2 text-right font-normal">best</th>
            <th className="px-2 text-right font-normal">last</th>
          </tr>
        </thead>
        <tbody>
          {bests.map(({ move, best, last }) => (
            <tr key={move} className="border-b">
              <th scope="row" className="font-normal">
                <Link
                  to={`/records/moves/${encodeURIComponent(move)}?person=${person}`}
                  className="inline-flex min-h-11 items-center underline"
                >
                  {move}
                </Link>
              </th>
              <td className="digits px-2 text-right">{countWords(best)}</td>
              <td className="digits px-2 text-right">{countWords(last)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
