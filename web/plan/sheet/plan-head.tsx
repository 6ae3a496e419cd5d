import { ChevronDown, Play, Redo2, Undo2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { lazy, Suspense, useDeferredValue, useMemo, useState } from 'react';
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router';
import { type Plan, placeWords, stepsBetween, updateBlock } from '../../../core/class/index.ts';
import { CLASS_FORMS, type ClassForm } from '../../../core/out/index.ts';
import { compile } from '../../../core/time/index.ts';
import { Button, IconButton, NameField, saveFile, useActions, useLibrary } from '../../base/index.ts';
import { edit, redo, SaveWord, undo, useBuilder } from '../editing/index.ts';
import { PlanFacts } from './plan-facts.tsx';

const FitterDialog = lazy(async () => ({ default: (await import('../panels/index.ts')).FitterDialog }));

/** A title is set smaller the longer it is, so that it is whole. */
const sizeOf = (title: string) =>
  title.length <= 24
    ? 'text-head'
    : title.length <= 40
      ? 'text-title'
      : title.length <= 60
        ? 'text-plain'
        : 'text-small';

/** Title and facts of the class, its save state, its views, and what can be done with it. */
export function PlanHead({ plan }: { plan: Plan }) {
  const navigate = useNavigate();
  const save = useBuilder((s) => s.save);
  const canUndo = useBuilder((s) => s.history.past.length > 0);
  const canRedo = useBuilder((s) => s.history.future.length > 0);
  const lead = () => navigate(`/classes/${plan.id}/ready`);
  const { state } = useLocation();
  const isFresh = typeof state === 'object' && state !== null && 'fresh' in state && state.fresh === true;
  const shown = useDeferredValue(plan);
  const isEmpty = useMemo(() => compile(shown).totalMs === 0, [shown]);
  useActions('This class', [
    { name: 'Lead this class', key: 'l', run: () => !isEmpty && lead() },
    { name: 'Undo', key: 'Ctrl Z', heard: true, run: undo },
    { name: 'Redo', key: 'Ctrl Shift Z', heard: true, run: redo },
  ]);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-5 pt-2">
      <title>{`${plan.title} · Odd Round`}</title>
      <h1 className="sr-only">{plan.title}</h1>
      <NameField
        label="Class title"
        className={`digits field-sizing-content min-w-40 max-w-full ${sizeOf(plan.title)}`}
        most={80}
        selectOnFocus
        focused={isFresh}
        value={plan.title}
        onChange={(title) => edit((p) => ({ ...p, title }))}
      />
      {plan.series && (
        <Link to={`/series/${plan.series.id}`} className="inline-flex min-h-11 items-center underline">
          {placeWords(plan.series)}
        </Link>
      )}
      <PlanFacts plan={plan} />
      <span className="flex-1" />
      <span className="flex min-w-0 items-center gap-2">
        <span aria-live="polite" className="min-w-16 text-right">
          <SaveWord save={save} />
        </span>
        <span className="flex">
          <IconButton label="Undo (Ctrl Z)" onClick={undo} disabled={!canUndo}>
            <Undo2 size={18} />
          </IconButton>
          <IconButton label="Redo (Ctrl Shift Z)" onClick={redo} disabled={!canRedo}>
            <Redo2 size={18} />
          </IconButton>
        </span>
        <Button look="strong" onClick={lead} disabled={isEmpty}>
          <Play size={17} aria-hidden="true" /> Lead this class
        </Button>
      </span>
    </div>
  );
}

const VIEWS = [
  ['Sheet', '', 's'],
  ['Text', '?view=text', 't'],
  ['Room', '/room', 'r'],
  ['Rehearse', '/rehearse', 'h'],
] as const;

/** The ways to look at the class. */
export function PlanViews({ plan }: { plan: Plan }) {
  const { pathname } = useLocation();
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const now = pathname.endsWith('/room') ? 'Room' : params.get('view') === 'text' ? 'Text' : 'Sheet';
  const to = (end: string) => `/classes/${plan.id}${end}`;
  useActions(
    'Views',
    VIEWS.map(([name, end, key]) => ({ name, key, run: () => navigate(to(end)) })),
  );
  return (
    <nav aria-label="Views" className="flex rounded-md border border-line-strong bg-card">
      {VIEWS.map(([name, end]) => (
        <Link
          key={name}
          to={to(end)}
          aria-current={now === name ? 'page' : undefined}
          className={`inline-flex min-h-11 items-center px-3 first:rounded-l-md last:rounded-r-md ${now === name ? 'bg-ink text-paper' : 'hover:bg-ink/10'}`}
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}

/** What can be done with the class as a whole: fit the slot, compare and history, take it out as a file. */
export function PlanActions({ plan }: { plan: Plan }) {
  const [fitting, setFitting] = useState(false);
  const navigate = useNavigate();
  const history = `/classes/${plan.id}/compare`;
  useActions('This class as a whole', [
    { name: 'Fit the slot', key: 'f', run: () => plan.blocks.length > 0 && setFitting(true) },
    { name: 'History and compare', key: 'i', run: () => navigate(history) },
    ...EXPORTS.map((form) => ({ name: form.action, run: () => void saveAs(form, plan) })),
  ]);
  const item =
    'flex min-h-11 cursor-pointer items-center px-4 outline-none data-[highlighted]:bg-ink data-[highlighted]:text-paper';
  return (
    <span className="flex flex-wrap items-center">
      <Button look="quiet" className="!px-2.5" onClick={() => setFitting(true)} disabled={plan.blocks.length === 0}>
        Fit the slot
      </Button>
      <Link to={history} className="inline-flex min-h-11 items-center rounded-md px-2.5 hover:bg-ink/10">
        History
      </Link>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button look="quiet" className="!px-2.5">
            Export <ChevronDown size={15} aria-hidden="true" />
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            data-over-desk
            className="z-50 rounded-md border border-line-strong bg-card py-1"
          >
            {EXPORTS.map((form) => (
              <DropdownMenu.Item key={form.ending} className={item} onSelect={() => void saveAs(form, plan)}>
                {form.title}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {fitting && (
        <Suspense>
          <FitterDialog
            plan={plan}
            onClose={() => setFitting(false)}
            onApply={(block) => {
              useBuilder.getState().dispatch(
                stepsBetween(
                  plan,
                  updateBlock(plan, block.id, () => block),
                ),
              );
              setFitting(false);
            }}
          />
        </Suspense>
      )}
    </span>
  );
}

const EXPORTS: readonly ClassForm[] = Object.values(CLASS_FORMS);

const saveAs = async ({ ending, media, write }: ClassForm, plan: Plan) =>
  saveFile(`${plan.title}.${ending}`, await write(plan, useLibrary.getState().library), media);
