import { type Block, type Body, bodyWords, type Line, STAYS_WORDS, withBody } from '../../../core/class/index.ts';
import { LettersLeft } from '../../base/index.ts';
import { edit, useBuilder } from '../editing/index.ts';
import { ScriptLines } from '../panels/index.ts';
import { editBlock } from './block-edits.ts';
import { BodyFields } from './body-fields.tsx';

const NO_LINES: readonly Line[] = [];

/** What the instructor wants to remember of a block, and the lines to say in it. */
export function BlockNotesAndScript({ block }: { block: Block }) {
  const lines = useBuilder((s) => s.plan?.lines ?? NO_LINES);
  const own = lines.filter((l) => l.at.on !== 'class' && l.at.blockId === block.id).length;
  return (
    <NotesAndScript
      name={block.title}
      body={block.body}
      notes={block.notes ?? ''}
      most={2000}
      lines={own}
      onNotes={(text) => editBlock(block.id, ({ notes: _, ...b }) => (text === '' ? b : { ...b, notes: text }))}
    >
      <BodyFields
        name={block.title}
        body={block.body}
        unsaid="as the class"
        onChange={(change) => editBlock(block.id, (b) => withBody(b, change))}
      />
      <ScriptLines lines={lines} block={block} />
    </NotesAndScript>
  );
}

/** The same of the class as a whole. */
export function ClassNotesAndScript() {
  const lines = useBuilder((s) => s.plan?.lines ?? NO_LINES);
  const notes = useBuilder((s) => s.plan?.notes ?? '');
  const body = useBuilder((s) => s.plan?.body);
  return (
    <div className="border-b px-5 pb-1">
      <NotesAndScript
        name="The class"
        body={body}
        notes={notes}
        most={4000}
        lines={lines.filter((l) => l.at.on === 'class').length}
        onNotes={(text) => edit((p) => ({ ...p, notes: text }), 'class notes')}
      >
        <BodyFields
          name="The class"
          body={body}
          unsaid={STAYS_WORDS.free}
          onChange={(change) => edit((p) => withBody(p, change))}
        />
        <ScriptLines lines={lines} block={null} />
      </NotesAndScript>
    </div>
  );
}

interface Props {
  name: string;
  body: Body | undefined;
  notes: string;
  most: number;
  /** How many lines of the script it has. */
  lines: number;
  onNotes: (text: string) => void;
  children: React.ReactNode;
}

function NotesAndScript({ name, body = {}, notes, most, lines, onNotes, children }: Props) {
  const parts = [
    ...bodyWords(body),
    ...(notes === '' ? [] : [notes.length > 60 ? `${notes.slice(0, 60).trimEnd()} …` : notes]),
    ...(lines === 0 ? [] : [`${lines} ${lines === 1 ? 'line' : 'lines'} to say`]),
  ];
  return (
    <details className="mt-1 pl-1 text-small">
      <summary className="min-h-8 cursor-pointer text-muted">
        Notes, script, body and hands{parts.length > 0 && <span className="text-ink">: {parts.join(' · ')}</span>}
      </summary>
      <textarea
        aria-label={`${name}: notes`}
        placeholder="What to remember; shown before the class and on the desk"
        maxLength={most}
        rows={2}
        className="mt-1 mb-2 w-full max-w-3xl rounded-md border border-line-strong bg-card px-2 py-1"
        value={notes}
        onChange={(e) => onNotes(e.target.value)}
      />
      <LettersLeft text={notes} most={most} />
      {children}
    </details>
  );
}
