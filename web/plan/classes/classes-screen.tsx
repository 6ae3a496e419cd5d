import { Copy, Download, Play, Plus, Trash2, Upload } from 'lucide-react';
import { nanoid } from 'nanoid';
import { type DragEvent, lazy, Suspense, useEffect, useEffectEvent, useMemo, useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import {
  clipBefore,
  duplicatePlan,
  formatDuration,
  type Plan,
  parseClock,
  placeWords,
  planFormats,
} from '../../../core/class/index.ts';
import { outlineOf, totals } from '../../../core/time/index.ts';
import { files, plans, type StoredPlan } from '../../../core/wire/index.ts';
import {
  ApiError,
  addressOf,
  agoWords,
  api,
  asUsual,
  Button,
  clockOf,
  FaultList,
  Hint,
  IconButton,
  keptPlans,
  LongList,
  MiniSheet,
  NOTES_PLACE,
  SearchField,
  toast,
  useActions,
  useLibrary,
  useLoaded,
  usePages,
} from '../../base/index.ts';
import { TodayBand } from './today-band.tsx';

const ImportDialog = lazy(async () => ({ default: (await import('./import-dialog.tsx')).ImportDialog }));
const NewClassDialog = lazy(async () => ({ default: (await import('./new-class-dialog.tsx')).NewClassDialog }));

const makeId = () => nanoid(12);
const fail = (what: string) => (e: unknown) =>
  toast.error(`${what}: ${e instanceof ApiError ? e.message.toLowerCase() : 'something failed'}. Nothing was changed.`);

/** Makes, copies and deletes classes. */
function useClassActions(reload: () => void) {
  const navigate = useNavigate();
  const create = async (plan: Plan, asText = false) => {
    try {
      await api.savePlan(asUsual(plan, useLibrary.getState().habits), 0);
      // A new class is named first.
      navigate(`/classes/${plan.id}${asText ? '?view=text' : ''}`, { state: { fresh: !asText } });
    } catch (e) {
      fail('The class could not be made')(e);
    }
  };
  const copy = (plan: Plan) =>
    api.savePlan(plan, 0).then(() => navigate(`/classes/${plan.id}`), fail('The class could not be copied'));
  const remove = ({ plan: { id, title } }: StoredPlan) =>
    api.deletePlan(id).then(() => {
      reload();
      const undo = () => api.undeletePlan(id).then(reload, fail('It could not be brought back'));
      toast.undoable(`\u201c${title}\u201d is in the bin.`, undo, { duration: 12_000 });
    }, fail('The class could not be deleted'));
  return { create, copy, remove };
}

/** The list of classes, each known by its shape. */
export function ClassesScreen() {
  const [query, setQuery] = useState('');
  const [withSeries, setWithSeries] = useState(false);
  // What is looked for is looked for everywhere.
  const all = withSeries || query !== '';
  const pages = usePages(['plans', query, all], (after) =>
    api.plans({ q: query, after, ...(all ? {} : { series: '0' as const }) }),
  );
  const { reload } = pages;
  const navigate = useNavigate();
  // A file that was opened in the log, and holds classes.
  const carried: unknown = useLocation().state?.file;
  const [file, setFile] = useState<File | null>(carried instanceof File ? carried : null);
  const [shown, setShown] = useState<'new' | 'import' | null>(file ? 'import' : null);
  const toNotes = (text: string, whole = true) => navigate(NOTES_PLACE, { state: { notes: { text, whole } } });
  const takesFiles = useFilesAndPastes(toNotes, (found) => {
    setFile(found);
    setShown('import');
  });
  useActions('Classes', [
    { name: 'New class', key: 'n', run: () => setShown('new') },
    { name: 'Paste your notes', run: () => navigate(NOTES_PLACE) },
    { name: 'Import classes', key: 'i', run: () => setShown('import') },
    {
      name: 'Search classes',
      key: '/',
      run: () => document.querySelector<HTMLInputElement>('input[type=search]')?.focus(),
    },
  ]);

  const { create, copy, remove } = useClassActions(reload);
  return (
    <main id="content" className="mx-auto min-h-full w-full max-w-[1240px] px-5 py-6" {...takesFiles}>
      <title>Classes · Odd Round</title>
      <TodayBand />
      <Head onSearch={setQuery} onShow={setShown} />
      <Hint id="first">
        New here? <b>Slack Water</b> is a class to try: open it, make it ready, lead it as a trial.{' '}
        <Link to="/help" className="underline">
          Help
        </Link>{' '}
        says what each format is; <kbd>?</kbd> shows the keys of any screen.
      </Hint>
      {pages.state === 'loading' && <p className="text-muted">Opening…</p>}
      {pages.state === 'failed' && <KeptHere message={pages.message} query={query} onAgain={reload} />}
      <FaultList faults={pages.faults} fileOf={(f) => addressOf(plans.getDocument, { path: { id: f.id } })} />
      {pages.state === 'ready' && pages.items.length === 0 && <None query={query} faults={pages.faults.length} />}
      {pages.items.length > 0 && (
        <LongList name="Classes" pages={pages} rowHeight={77} keyOf={(stored) => stored.plan.id}>
          {(stored) => (
            <ClassRow
              stored={stored}
              onLead={() => navigate(`/classes/${stored.plan.id}/ready`)}
              onDuplicate={() => copy(duplicatePlan(stored.plan, makeId, clipBefore(stored.plan.title, ' copy', 80)))}
              onDelete={() => remove(stored)}
            />
          )}
        </LongList>
      )}
      {pages.state === 'ready' && query === '' && (
        <p className="mt-2">
          <button type="button" className="min-h-11 underline" onClick={() => setWithSeries(!withSeries)}>
            {withSeries ? 'Without the classes of series' : 'With the classes of series'}
          </button>
        </p>
      )}
      <Suspense>
        {shown === 'new' && (
          <NewClassDialog onMake={create} onCopy={copy} onNotes={toNotes} onClose={() => setShown(null)} />
        )}
        {shown === 'import' && (
          <ImportDialog
            file={file}
            onClose={() => {
              setShown(null);
              setFile(null);
            }}
            onDone={() => {
              setShown(null);
              setFile(null);
              reload();
            }}
          />
        )}
      </Suspense>
    </main>
  );
}

/** A file that is dropped on the list, or a text that is pasted there, is opened: notes in their place, the rest to be imported. */
function useFilesAndPastes(onText: (text: string) => void, onFile: (file: File) => void) {
  const pasted = useEffectEvent((e: ClipboardEvent) => {
    const text = e.clipboardData?.getData('text/plain') ?? '';
    const inField =
      e.target instanceof Element && e.target.closest('input, textarea, [contenteditable=true], [role=dialog]');
    if (inField || text.trim() === '') return;
    e.preventDefault();
    onText(text);
  });
  useEffect(() => {
    const heard = (e: ClipboardEvent) => pasted(e);
    window.addEventListener('paste', heard);
    return () => window.removeEventListener('paste', heard);
  }, []);
  return {
    onDragOver: (e: DragEvent) => e.preventDefault(),
    onDrop: (e: DragEvent) => {
      const [file] = e.dataTransfer.files;
      if (!file) return;
      e.preventDefault();
      if (/\.(json|csv|tsv|xlsx?)$/i.test(file.name)) onFile(file);
      else void file.text().then(onText);
    },
  };
}

interface HeadProps {
  onSearch: (query: string) => void;
  onShow: (dialog: 'new' | 'import') => void;
}

function Head({ onSearch, onShow }: HeadProps) {
  return (
    <div className="mb-4 flex flex-wrap items-center gap-3">
      <h1 className="digits text-big">Classes</h1>
      <span className="flex-1" />
      <SearchField label="Search classes" placeholder="Title, move or format" onSearch={onSearch} />
      <Button onClick={() => onShow('import')}>
        <Upload size={17} aria-hidden="true" /> Import
      </Button>
      <a
        href={addressOf(files.exportFile, {})}
        className="inline-flex min-h-11 items-center gap-2 rounded-md border border-line-strong bg-card px-4 hover:border-ink"
      >
        <Download size={17} aria-hidden="true" /> Export all
      </a>
      <Link to="/bin" className="inline-flex min-h-11 items-center px-2 underline">
        Bin
      </Link>
      <Button look="strong" onClick={() => onShow('new')}>
        <Plus size={17} aria-hidden="true" /> New class
      </Button>
    </div>
  );
}

function None({ query, faults }: { query: string; faults: number }) {
  if (query !== '') return <p className="py-8">No class fits “{query}”.</p>;
  if (faults > 0) return null;
  return (
    <p className="max-w-prose py-8">
      No classes yet. “New class” opens a round sheet: type the names of your stations, one after the other, and the
      time adds itself up.
    </p>
  );
}

/** The list cannot be had: the classes that this browser keeps can be opened and led all the same. */
function KeptHere({ message, query, onAgain }: { message: string; query: string; onAgain: () => void }) {
  const [kept] = useLoaded(['kept plans', message], keptPlans);
  const found = (kept.state === 'ready' ? kept.value : []).filter(({ plan }) =>
    plan.title.toLowerCase().includes(query.toLowerCase()),
  );
  return (
    <>
      <p className="mb-3 flex flex-wrap items-center gap-3">
        <span>
          {message}.{' '}
          {found.length > 0
            ? 'These classes are kept in this browser: they can be opened and led.'
            : 'This browser keeps no classes to go on with.'}
        </span>
        <Button onClick={onAgain}>Try again</Button>
      </p>
      <ul aria-label="Classes kept in this browser" className="border-t border-line-strong empty:hidden">
        {found.map(({ plan }) => (
          <li key={plan.id} className="flex flex-wrap items-center gap-x-5 border-b px-2">
            <Link
              to={`/classes/${plan.id}`}
              className="flex min-h-14 min-w-0 flex-1 items-center text-lead font-semibold"
            >
              {plan.title}
            </Link>
            <span className="digits">{formatDuration(totals(plan).totalMs)}</span>
            <Link to={`/classes/${plan.id}/ready`} className="inline-flex min-h-11 items-center underline">
              Lead {plan.title}
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}

interface RowProps {
  stored: StoredPlan;
  onLead: () => void;
  onDuplicate: () => void;
  onDelete: () => void;
}

function ClassRow({ stored, onLead, onDuplicate, onDelete }: RowProps) {
  const { plan, lastLedAt } = stored;
  const sums = useMemo(() => totals(plan), [plan]);
  const outline = useMemo(() => outlineOf(plan), [plan]);
  const startMs = plan.slot.start === null ? null : parseClock(plan.slot.start);
  const slot = [startMs !== null && clockOf(startMs), plan.slot.lengthMs && `${plan.slot.lengthMs / 60_000} min slot`]
    .filter(Boolean)
    .join(', ');
  const over = sums.spareMs !== null && sums.spareMs < 0;
  return (
    <div className="flex flex-wrap items-center gap-x-5 border-b py-3 hover:bg-card lg:flex-nowrap">
      <Link
        to={`/classes/${plan.id}`}
        className="flex min-w-0 flex-1 basis-full flex-wrap items-center gap-x-6 gap-y-1 px-2 lg:basis-0 lg:flex-nowrap"
      >
        <span className="min-w-0 flex-1 basis-56">
          <span className="block break-words text-lead font-semibold">
            {plan.title}
            {plan.series && <span className="ml-2 text-plain font-normal">{placeWords(plan.series)}</span>}
          </span>
          <span className="block break-words text-small text-muted">{planFormats(plan) || 'no main block yet'}</span>
        </span>
        <span className="max-w-full overflow-hidden max-sm:hidden">
          <MiniSheet outline={outline} width={400} height={52} />
        </span>
        <span className="w-40 shrink-0 lg:text-right">
          <span className="digits block text-lead">
            {sums.about ? '~' : ''}
            {formatDuration(sums.totalMs)}
          </span>
          <span className={`block text-small ${over ? 'text-live' : 'text-muted'}`}>
            {over ? `${formatDuration(-(sums.spareMs ?? 0))} over its slot` : slot}
          </span>
        </span>
        <span className="w-28 shrink-0 text-small text-muted lg:text-right">
          {lastLedAt ? `led ${agoWords(lastLedAt)}` : 'never led'}
        </span>
      </Link>
      <span className="flex">
        <IconButton label={`Lead ${plan.title}`} onClick={onLead} disabled={sums.totalMs === 0}>
          <Play size={18} />
        </IconButton>
        <IconButton label={`Duplicate ${plan.title}`} onClick={onDuplicate}>
          <Copy size={17} />
        </IconButton>
        <IconButton label={`Delete ${plan.title}`} onClick={onDelete}>
          <Trash2 size={17} />
        </IconButton>
      </span>
    </div>
  );
}
