import { Pencil, X } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { weightsWords } from '../../../core/class/index.ts';
import {
  AREA_WORDS,
  alternativesTo,
  type Library,
  type Move,
  PART_WORDS,
  PATTERN_WORDS,
  POSITION_WORDS,
  REASON_WORDS,
  REASONS,
} from '../../../core/moves/index.ts';
import { IconButton } from '../../base/index.ts';
import { FigureEditor } from './figure-editor.tsx';
import { MoveDrawing } from './move-drawing.tsx';
import { MoveForm } from './move-form.tsx';
import { Effort } from './moves-table.tsx';

interface Props {
  move: Move;
  isNew: boolean;
  library: Library;
  onShow: (name: string) => void;
  onClose: () => void;
  /** `old` is the name it had; null for a new move. */
  onSave: (move: Move, old: string | null) => Promise<void>;
}

/** All that is known of a move, or its form. */
export function MoveDetail({ move, isNew, library, onShow, onClose, onSave }: Props) {
  const [editing, setEditing] = useState(isNew);
  const [drawing, setDrawing] = useState(false);
  return (
    <aside
      aria-label={move.name}
      className="min-h-0 w-[430px] shrink-0 overflow-y-auto border-l border-line-strong bg-card px-4 pb-6 max-lg:fixed max-lg:inset-0 max-lg:z-40 max-lg:w-full"
    >
      <div className="sticky top-0 flex items-start gap-1 bg-card py-2">
        <h2 className="digits flex-1 pt-1.5 text-head leading-tight">{isNew ? 'New move' : move.name}</h2>
        {!editing && (
          <IconButton label={`Change ${move.name}`} onClick={() => setEditing(true)}>
            <Pencil size={17} />
          </IconButton>
        )}
        <IconButton label="Close" onClick={onClose}>
          <X size={18} />
        </IconButton>
      </div>
      {editing ? (
        <MoveForm
          move={move}
          library={library}
          isNew={isNew}
          onCancel={() => (isNew ? onClose() : setEditing(false))}
          onSave={async (changed) => {
            await onSave(changed, isNew ? null : move.name);
            setEditing(false);
          }}
        />
      ) : (
        <>
          <MoveDrawing move={move} onChange={() => setDrawing(true)} />
          <Facts move={move} library={library} onShow={onShow} />
        </>
      )}
      {drawing && (
        <FigureEditor
          move={move}
          onClose={() => setDrawing(false)}
          onSave={async (figure) => {
            const { figure: _, ...rest } = move;
            await onSave(figure === null ? rest : { ...rest, figure }, move.name);
            setDrawing(false);
          }}
        />
      )}
    </aside>
  );
}

function Facts({ move, library, onShow }: { move: Move; library: Library; onShow: (name: string) => void }) {
  const link = (name: string) =>
    library.get(name) ? (
      <button type="button" className="text-left underline underline-offset-2" onClick={() => onShow(name)}>
        {name}
      </button>
    ) : (
      name
    );
  const reasons = REASONS.filter((r) => move.instead[r] !== undefined);
  const near = alternativesTo(library, move, { used: [], kit: null, limit: 4 });
  return (
    <>
      <p className="text-muted">
        {AREA_WORDS[move.area]}, {PATTERN_WORDS[move.pattern]}
        {move.second ? ` and ${PATTERN_WORDS[move.second]}` : ''}, {POSITION_WORDS[move.position]},{' '}
        {move.oneSided ? 'one side at a time' : 'both sides at once'}
      </p>
      {move.aliases.length > 0 && (
        <p className="mt-1 text-small">
          <span className="text-muted">Also </span>
          {move.aliases.join(', ')}
        </p>
      )}
      <div className="mt-3 grid grid-cols-2 border-y border-line-strong">
        <Level word="easier" name={move.easier} link={link} />
        <Level word="harder" name={move.harder} link={link} />
      </div>
      <Profile move={move} />
      <Lines title="Say" items={move.cues.map((c) => `\u201c${c}\u201d`)} />
      <Lines title="Watch for" items={move.mistakes} />
      {reasons.length > 0 && (
        <section className="mt-4">
          <h3 className="text-small text-muted">Instead</h3>
          <dl className="mt-1 grid grid-cols-[104px_1fr] gap-x-3 gap-y-1">
            {reasons.map((r) => (
              <Fact key={r} name={REASON_WORDS[r]}>
                {link(move.instead[r] ?? '')}
              </Fact>
            ))}
          </dl>
          <p className="mt-2 text-fine text-muted">
            General cautions. Stop at pain, dizziness or breath that does not settle; a qualified professional decides
            for a person.
          </p>
        </section>
      )}
      <section className="mt-4">
        <h3 className="text-small text-muted">Nearest to it</h3>
        <ul className="mt-1">
          {near.map((a) => (
            <li key={a.move.name} className="py-0.5">
              {link(a.move.name)} <span className="text-fine text-muted">{a.reasons.slice(0, 2).join(', ')}</span>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

/** What it works, what it asks for, what it takes. */
function Profile({ move }: { move: Move }) {
  return (
    <dl className="mt-3 grid grid-cols-[104px_1fr] gap-x-3 gap-y-1.5 text-small">
      <Fact name="works">
        {[...move.main.map((p) => PART_WORDS[p])].join(', ') || 'not said'}
        {move.helpers.length > 0 && (
          <span className="text-muted">, helped by {move.helpers.map((p) => PART_WORDS[p]).join(', ')}</span>
        )}
      </Fact>
      <Fact name="effort">
        <Effort value={move.effort} />
      </Fact>
      <Fact name="impact">
        {move.impact}, {move.noise === 'some' ? 'some noise' : move.noise}
        {move.landings > 0 && `, about ${move.landings} landings a minute`}
      </Fact>
      {move.kit.length > 0 && (
        <Fact name="kit">
          {move.pieces > 1 ? `${move.pieces} \u00d7 ` : ''}
          {move.kit.join(', ')}
          {move.load ? `, ${move.load}` : ''}
        </Fact>
      )}
      {move.weights && (
        <Fact name="usual weight">
          {weightsWords({ ...move.weights, weightKg: move.weights.mediumKg })}
          <span className="text-fine text-muted"> light, medium, heavy</span>
        </Fact>
      )}
      {move.needs && <Fact name="needs">{move.needs === 'wall' ? 'a wall' : 'something to fix it to'}</Fact>}
      <Fact name="asks for">{asksWords(move)}</Fact>
      {move.tempo && (
        <Fact name="tempo">
          {move.tempo.downMs / 1000} down, {move.tempo.holdMs / 1000} hold, {move.tempo.upMs / 1000} up,{' '}
          {move.tempo.topMs / 1000} hold
        </Fact>
      )}
      <Fact name="to explain">{move.explainMs / 1000} s</Fact>
      {move.met !== undefined && (
        <Fact name="energy">
          about {move.met} MET <span className="text-fine text-muted">({move.metSource ?? 'no source given'})</span>
        </Fact>
      )}
    </dl>
  );
}

/** What a move asks of a person beside effort. */
function asksWords(move: Move): string {
  return [
    move.balance === 'steady' ? 'no special balance' : `${move.balance} balance`,
    move.skill === 'simple' ? 'no practice' : move.skill === 'some' ? 'some practice' : 'much practice',
    ...(move.grip === 'none' ? [] : [`a ${move.grip} grip`]),
    ...(move.overhead ? ['arms overhead'] : []),
    ...(move.headBelow ? ['the head below the heart'] : []),
  ].join(', ');
}

function Level({ word, name, link }: { word: string; name: string | undefined; link: (name: string) => ReactNode }) {
  return (
    <div className="py-2 first:border-r first:pr-3 last:pl-3">
      <span className="block text-fine text-muted">{word}</span>
      <span className="text-lead font-semibold">{name ? link(name) : <span className="text-muted">none</span>}</span>
    </div>
  );
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt className="text-muted">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

function Lines({ title, items }: { title: string; items: readonly string[] }) {
  if (items.length === 0) return null;
  return (
    <section className="mt-4">
      <h3 className="text-small text-muted">{title}</h3>
      <ul className="mt-0.5">
        {items.map((x) => (
          <li key={x}>{x}</li>
        ))}
      </ul>
    </section>
  );
}
