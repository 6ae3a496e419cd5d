import { useState } from 'react';
import { Link } from 'react-router';
import { type Erased, type Person, records, type Trace } from '../../../core/wire/index.ts';
import { ask, Button, Checkbox, fetchAnew, messageOf, toast, useLoaded, WhenLoaded } from '../../base/index.ts';
import { inParts } from './name-in-text.ts';
import { RecordsHead } from './records-head.tsx';

/** Somebody is erased: first the notes in which the name stands, each with its place, to choose from; until the list is left it can be undone. */
export function ErasePerson({ person, onKeep }: { person: Person; onKeep: () => void }) {
  const [loaded, reload] = useLoaded(['records', 'traces', person.id], () =>
    ask(records.personTraces, { path: { id: person.id } }),
  );
  return (
    <>
      <RecordsHead title={`Erase ${person.name}`} />
      <WhenLoaded loaded={loaded} reload={reload}>
        {({ traces }) => <Choose person={person} traces={traces} onKeep={onKeep} />}
      </WhenLoaded>
    </>
  );
}

interface Props {
  person: Person;
  traces: readonly Trace[];
  onKeep: () => void;
}

function Choose({ person, traces, onKeep }: Props) {
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [erased, setErased] = useState<Erased | null>(null);
  const erase = () =>
    void ask(records.erasePerson, { path: { id: person.id }, body: { traces: [...chosen] } }).then(
      (done) => {
        setErased(done);
        void forgetWhatWas();
      },
      (e: unknown) => toast.error(`Nothing was erased: ${messageOf(e)}.`),
    );
  const undo = (what: Erased) =>
    void ask(records.unerasePerson, { path: { id: person.id }, body: what }).then(
      () => {
        setErased(null);
        void forgetWhatWas();
      },
      (e: unknown) => toast.error(`It was not undone: ${messageOf(e)}.`),
    );
  if (erased) return <ErasedNow person={person} erased={erased} onUndo={() => undo(erased)} />;
  return (
    <>
      <p className="max-w-prose">
        The name goes, with what heart straps told. What they did stays in the sums of their classes, of nobody.
      </p>
      {traces.length === 0 ? (
        <p className="mt-3 max-w-prose">
          The name stands in no note. A number, or a single letter, is not looked for: it may mean anything.
        </p>
      ) : (
        <Traces person={person} traces={traces} chosen={chosen} onChoose={setChosen} />
      )}
      <div className="mt-4 flex flex-wrap gap-3">
        <Button look="strong" onClick={erase}>
          Erase {person.name}
          {chosen.length > 0 && ` and the name in ${notes(chosen.length)}`}
        </Button>
        <Button onClick={onKeep}>Keep</Button>
      </div>
    </>
  );
}

interface TracesProps {
  person: Person;
  traces: readonly Trace[];
  chosen: readonly string[];
  onChoose: (chosen: readonly string[]) => void;
}

/** The notes in which the name stands, to choose from. */
function Traces({ person, traces, chosen, onChoose }: TracesProps) {
  return (
    <fieldset className="mt-4 min-w-0">
      <legend className="text-title font-semibold">Notes with the word “{person.name}”</legend>
      <p className="text-small text-muted">
        Choose those that mean {person.name}: in them the name becomes “someone”. The others stay as they are.
      </p>
      <p className="mt-1 flex flex-wrap gap-3">
        <Button look="quiet" onClick={() => onChoose(traces.map((t) => t.id))}>
          Choose all {traces.length}
        </Button>
        <Button look="quiet" onClick={() => onChoose([])}>
          Choose none
        </Button>
      </p>
      <ul className="max-w-3xl">
        {traces.map((trace) => (
          <li key={trace.id} className="border-b py-2">
            <Checkbox
              checked={chosen.includes(trace.id)}
              onChange={(on) => onChoose([...chosen.filter((x) => x !== trace.id), ...(on ? [trace.id] : [])])}
            >
              <span className="min-w-0">
                <span className="block text-small text-muted">{trace.where}</span>
                <span className="block break-words">
                  {inParts(trace.text, person.name).map(({ at, text, isName }) =>
                    isName ? (
                      <mark key={at} className="bg-transparent font-bold underline">
                        {text}
                      </mark>
                    ) : (
                      <span key={at}>{text}</span>
                    ),
                  )}
                </span>
              </span>
            </Checkbox>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}

interface ErasedProps {
  person: Person;
  erased: Erased;
  onUndo: () => void;
}

function ErasedNow({ person, erased, onUndo }: ErasedProps) {
  return (
    <section aria-label="Erased" className="max-w-prose">
      <p role="status" className="text-lead font-semibold">
        {person.name} is erased{erased.texts.length > 0 && `, and the name is out of ${notes(erased.texts.length)}`}.
      </p>
      <p className="mt-2">
        What they did stays in the sums of their classes, of nobody. Backups made before still have the name, as have
        files that were exported: delete those where that is asked of you.
      </p>
      <div className="mt-4 flex flex-wrap gap-3">
        <Button onClick={onUndo}>Undo</Button>
        <Link to="/people" className="inline-flex min-h-11 items-center rounded-md bg-ink px-4 text-paper">
          Done: leave it erased
        </Link>
      </div>
      <p className="mt-2 text-small text-muted">Once this page is left it cannot be undone.</p>
    </section>
  );
}

const notes = (n: number) => (n === 1 ? '1 note' : `${n} notes`);

/** Nothing that was fetched before shows the name any more; the list itself stays. */
const forgetWhatWas = () => Promise.all([['people'], ['runs'], ['plans'], ['calendar']].map((key) => fetchAnew(key)));
