import { useState } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import { exporting, PAPER_SIZES, type PaperKind } from '../../../core/wire/index.ts';
import {
  ask,
  Button,
  Checkbox,
  dayOf,
  dayWords,
  fetchAnew,
  isOwnMachine,
  messageOf,
  OneOf,
  toast,
  useLoaded,
  useOrigins,
} from '../../base/index.ts';
import { saveNow } from '../editing/index.ts';
import { MakingNote } from './making-note.tsx';
import { keepSize, keptSize } from './paper-size.ts';
import { useMaking } from './use-making.ts';

const SHEETS: readonly { kind: PaperKind; name: string; about: string }[] = [
  { kind: 'run', name: 'Run sheet', about: 'one page to lead from: times, moves, sides, other ways, script' },
  { kind: 'board', name: 'Board sheet', about: 'one page as it would be chalked, for members to see' },
  { kind: 'cards', name: 'Station cards', about: 'a card a station, with room for a drawing' },
  { kind: 'tracking', name: 'Tracking sheet', about: 'boxes for reps and weight; its rows are those of the record' },
  { kind: 'kit', name: 'Kit list', about: 'to fetch, and to bring' },
  { kind: 'whom', name: 'What to say to whom', about: 'one page of other ways, by who is here' },
];

/** How long the codes of cards last, weeks: a season unless another is chosen. */
const SEASON = 13;
const CARDS = [
  ['1', 'one a page'],
  ['4', 'four a page'],
] as const;
const LASTS: readonly [number, string][] = [
  [1, 'for a week'],
  [SEASON, 'for a season'],
  [52, 'for a year'],
];

/** The class on paper: each sheet by one press. */
export function PaperPart({ plan }: { plan: Plan }) {
  const { state, make, cancel } = useMaking();
  const [size, setSize] = useState(keptSize);
  const [perPage, setPerPage] = useState<'1' | '4'>('1');
  const [withCode, setWithCode] = useState(true);
  const [weeks, setWeeks] = useState(SEASON);
  const [who, setWho] = useState('');
  const { origins } = useOrigins();
  const cardQuery = async () => {
    if (!withCode) return {};
    await ask(exporting.makeCardCodes, { body: { planId: plan.id, weeks } });
    void fetchAnew(['card-codes']);
    return { origin: origins[0] ?? window.location.origin };
  };
  const print = async (kind: PaperKind, name: string) => {
    // Where no code can be had, the cards say nothing wrong: they have none.
    const codes = kind === 'cards' ? await cardQuery().catch(() => ({})) : {};
    const columns = kind === 'tracking' && who.trim() !== '' ? { who } : {};
    void make(
      name,
      exporting.getPlanPaper,
      { path: { planId: plan.id, kind }, query: { size, perPage, ...codes, ...columns } },
      saveNow,
    );
  };
  return (
    <section aria-label="Paper">
      <h3 className="flex items-center gap-2 font-semibold">
        <span className="flex-1">Paper</span>
        <OneOf
          aria-label="Size of paper"
          look="quiet"
          of={PAPER_SIZES.map((s) => [s, s])}
          value={size}
          onPick={(next) => {
            setSize(next);
            keepSize(next);
          }}
        />
      </h3>
      <ul>
        {SHEETS.map(({ kind, name, about }) => (
          <li key={kind} className="border-b py-1.5">
            <div className="flex items-center gap-2">
              <span className="min-w-0 flex-1">
                {name}
                <span className="block text-fine text-muted">{about}</span>
              </span>
              <Button onClick={() => void print(kind, name)} aria-label={`${name} as PDF`}>
                PDF
              </Button>
            </div>
            {kind === 'cards' && (
              <div className="flex flex-wrap items-center gap-3 text-small">
                <OneOf aria-label="Cards on a page" look="quiet" of={CARDS} value={perPage} onPick={setPerPage} />
                <Checkbox checked={withCode} onChange={setWithCode}>
                  with a code for phones
                </Checkbox>
                {withCode && (
                  <OneOf aria-label="How long the codes last" look="quiet" of={LASTS} value={weeks} onPick={setWeeks} />
                )}
                {withCode && isOwnMachine(origins[0] ?? '') && (
                  <span className="text-fine text-muted">phones do not find this machine’s own address</span>
                )}
              </div>
            )}
            {kind === 'cards' && <CardsOut planId={plan.id} />}
            {kind === 'tracking' && (
              <input
                aria-label="Columns of the tracking sheet"
                className="mt-1 min-h-9 w-full rounded-md border border-line-strong bg-card px-2 text-small"
                placeholder={['All', ...(plan.squads ?? [])].join(', ')}
                value={who}
                maxLength={4000}
                onChange={(e) => setWho(e.target.value)}
              />
            )}
          </li>
        ))}
      </ul>
      <MakingNote state={state} onCancel={cancel} />
    </section>
  );
}

/** The codes on this class's cards that are out, and the way to take them back. */
function CardsOut({ planId }: { planId: string }) {
  const [loaded] = useLoaded(['card-codes'], () => ask(exporting.listCardCodes, {}));
  const mine = loaded.state === 'ready' ? loaded.value.find((c) => c.planId === planId) : undefined;
  if (!mine) return null;
  const takeBack = () =>
    void ask(exporting.endCardCodes, { path: { planId } }).then(
      () => fetchAnew(['card-codes']),
      (e: unknown) => toast.error(`${messageOf(e)}.`),
    );
  return (
    <p className="flex flex-wrap items-center gap-x-3 text-small">
      <span className="text-muted">
        {mine.cards === 1 ? 'A card opens its station’s page' : `${mine.cards} cards open their station’s page`} while
        the class is led, until {dayWords(dayOf(mine.endsAt), 'd MMMM yyyy')}.
      </span>
      <Button look="quiet" onClick={takeBack}>
        Take the codes back
      </Button>
    </p>
  );
}
