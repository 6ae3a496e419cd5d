import { nanoid } from 'nanoid';
import { useState } from 'react';
import { Link } from 'react-router';
import { records } from '../../../core/wire/index.ts';
import {
  ask,
  Button,
  Form,
  fetchAnew,
  Labelled,
  messageOf,
  TextField,
  usePeople,
  WhenLoaded,
} from '../../base/index.ts';
import { RecordsHead } from './records-head.tsx';

/** The people of the club: a short name or a number, no account; nobody has to be here. */
export function PeopleScreen() {
  const [loaded, reload] = usePeople();
  return (
    <main id="content" className="mx-auto w-full max-w-[1240px] px-5 py-4">
      <title>People · Odd Round</title>
      <RecordsHead title="People" />
      <p className="mb-4 max-w-prose text-muted">
        Whoever wants their own reps kept: a short name, or a number that only they know. Nobody has to be here, squads
        and heads are counted without. On a squad’s phone they type it to count for themselves.
      </p>
      <AddPerson onAdded={reload} />
      <WhenLoaded loaded={loaded} reload={reload}>
        {(people) =>
          people.length === 0 ? (
            <p className="py-4">Nobody yet.</p>
          ) : (
            <ul className="mt-4 grid gap-x-10 border-t sm:grid-cols-2 lg:grid-cols-3">
              {people.map((p) => (
                <li key={p.id} className="border-b">
                  <Link to={`/people/${p.id}`} className="flex min-h-11 items-center gap-3">
                    <span className="min-w-0 flex-1 break-words text-lead underline">{p.name}</span>
                    <span className="text-small text-muted">{p.squad}</span>
                  </Link>
                </li>
              ))}
            </ul>
          )
        }
      </WhenLoaded>
    </main>
  );
}

function AddPerson({ onAdded }: { onAdded: () => void }) {
  const [name, setName] = useState('');
  const [squad, setSquad] = useState('');
  const [fault, setFault] = useState('');
  const add = async () => {
    try {
      await ask(records.savePerson, { path: { id: nanoid(12) }, body: { name, squad } });
      setName('');
      setFault('');
      void fetchAnew(['people']);
      onAdded();
    } catch (e) {
      setFault(`${messageOf(e)}.`);
    }
  };
  return (
    <Form className="flex flex-wrap items-end gap-3" onSubmit={() => name.trim() !== '' && void add()}>
      <Labelled name="Name or number">
        <TextField className="min-h-11 w-48" maxLength={24} value={name} onChange={(e) => setName(e.target.value)} />
      </Labelled>
      <Labelled name="Squad, if any">
        <TextField className="min-h-11 w-40" maxLength={40} value={squad} onChange={(e) => setSquad(e.target.value)} />
      </Labelled>
      <Button type="submit" look="strong" disabled={name.trim() === ''}>
        Add
      </Button>
      <span role="alert" className="basis-full text-live">
        {fault}
      </span>
    </Form>
  );
}
