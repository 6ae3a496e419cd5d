import { ArrowDown, ArrowUp, ChevronDown, ChevronRight, ClipboardCopy, Copy, Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { memo, useMemo } from 'react';
import {
  apartFrom,
  atOneClock,
  type Block,
  type BlockRole,
  blockWords,
  changeFormat,
  defaultFormat,
  FORMAT_WORDS,
  type FormatKind,
  formatDuration,
  moduleOf,
  newStation,
  type Plan,
  roleTitle,
  type Station,
  USES_OF_ROOM,
  withFormat,
  writeBlocksText,
} from '../../../core/class/index.ts';
import { cautionOf } from '../../../core/judge/index.ts';
import { type Library, putMove, usualSides } from '../../../core/moves/index.ts';
import { oddRounds, shownBy } from '../../../core/time/index.ts';
import { Checkbox, DurationField, IconButton, NameField, OneOf, toast, useLibrary } from '../../base/index.ts';
import { addTo, foldBlocks, showBlock, undo, useBuilder } from '../editing/index.ts';
import { AddStation } from './add-station.tsx';
import { duplicate, editBlock, moveBlockBy, remove } from './block-edits.ts';
import { rememberCopied } from './clipboard-memory.ts';
import { Costs } from './costs.tsx';
import { DemoShows } from './demo-shows.tsx';
import { FormatSentence } from './format-sentence.tsx';
import { GetReady } from './get-ready.tsx';
import { tellLeftOut } from './left-out.ts';
import type { BlockMarks } from './marks.ts';
import { BlockNotesAndScript } from './notes-and-script.tsx';
import { OddRoundNote } from './odd-round-note.tsx';
import { OneClockNote } from './one-clock-note.tsx';
import type { Openers } from './openers.ts';
import { ProposeEnd } from './propose-end.tsx';
import { RoundSheet } from './round-sheet.tsx';
import { roomFor } from './sheet-clipboard.ts';

interface Props {
  block: Block;
  /** Blocks after this one; empty unless the block's format looks at them. */
  following: readonly Block[];
  totalMs: number;
  about: boolean;
  startsAt: string;
  library: Library;
  level: Plan['level'];
  /** What the checks point out in this block. */
  marks: BlockMarks;
  isLast: boolean;
  /** Whether it shows its sheet, or one line. */
  isOpen: boolean;
  open: Openers;
}

const ROLES: BlockRole[] = ['warmUp', 'main', 'finisher', 'coolDown', 'other'];

/** One block: its settings as a sentence, its round sheet, and the break after it. */
export const BlockSection = memo(function BlockSection(props: Props) {
  const { block, following, library, open } = props;
  const used = useLibrary((s) => s.used);
  const ofClass = useBuilder((s) => s.plan?.body);
  const odd = useMemo(() => oddRounds({ blocks: [block] })[0], [block]);
  const onEdit = (change: (b: Block) => Block) => editBlock(block.id, change);
  const addStations = async (names: string[]) => {
    const { taken, left } = roomFor(block, names);
    const reader = taken.some(saysMore) ? await import('../../../core/notes/one-station.ts').catch(() => null) : null;
    const made = taken.map((name) =>
      stationFor(library, name, block, saysMore(name) ? (reader?.stationSaid(name, library) ?? null) : null),
    );
    onEdit((b) => ({ ...b, stations: [...b.stations, ...made] }));
    tellLeftOut(left);
  };
  const usesStations = moduleOf(block.format).traits.stations !== 'none';
  if (!props.isOpen)
    return (
      <section id={`block-${block.id}`} aria-label={block.title} className="scroll-mt-2 border-b px-5">
        <FoldedHead {...props} />
      </section>
    );
  return (
    <section id={`block-${block.id}`} aria-label={block.title} className="scroll-mt-2 border-b px-5 pt-2 pb-4">
      <BlockHead {...props} />
      <div className="mt-1 mb-3 pl-1">
        <FormatSentence block={block} onFormat={(change) => onEdit((b) => withFormat(b, change(b.format)))}>
          <Kind block={block} />
        </FormatSentence>
      </div>
      <Costs block={block} />
      <BlockNotes
        marks={props.marks}
        caution={cautionOf(block, { level: props.level })?.text ?? null}
        onOpen={open.explain}
      />
      <OneClockNote block={block} onEdit={onEdit} />
      {odd && <OddRoundNote odd={odd} onChoose={(next) => onEdit(() => next)} />}
      <DemoShows block={block} following={following} library={library} onEdit={onEdit} />
      <ProposeEnd block={block} />
      {(usesStations || block.stations.length > 0) && (
        <RoundSheet block={block} following={following} marks={props.marks} open={open} />
      )}
      {usesStations && (
        <AddStation
          block={block}
          ofClass={ofClass}
          library={library}
          used={used}
          onAdd={(names) => void addStations(names)}
        />
      )}
      {!props.isLast && <BreakAfter block={block} onEdit={onEdit} />}
      <BlockNotesAndScript block={block} />
    </section>
  );
});

/** What concerns the whole block: findings, and the caution of a hard format. */
function BlockNotes({ marks, caution, onOpen }: { marks: BlockMarks; caution: string | null; onOpen: () => void }) {
  const notes = marks.block ?? [];
  if (notes.length === 0 && caution === null) return null;
  return (
    <div className="mb-2 flex flex-wrap gap-x-4 pl-1 text-small">
      {notes.map((n) => (
        <button
          key={n.key}
          type="button"
          className="text-left underline decoration-dotted underline-offset-2"
          onClick={onOpen}
        >
          {n.text}
        </button>
      ))}
      {caution && <span className="text-muted">{caution}</span>}
    </div>
  );
}

/**
 * A station for a name, with the sides, kit and count it says and what else is said of it; a move done on one side at a time says
 * how its sides are shared.
 */
function stationFor(library: Library, name: string, block: Block, said: Station | null): Station {
  const usual = usualSides(block, library);
  const { station } = putMove(newStation(nanoid(10), ''), said?.move ?? name, library, usual);
  if (!said) return station;
  const { mode } = said.sides;
  const sides = mode === 'none' ? station.sides : mode === 'each' || mode === 'split' ? usual : said.sides;
  const whole = { ...station, ...said, id: station.id, sides };
  return block.use === 'stations' ? atOneClock(whole) : whole;
}

/** What may be said beside a name: a number, a weight, a side, another way. */
const saysMore = (words: string) => /\d|@|\(|\b(?:each|e\/s|ea|per|both|or|alt)\b/i.test(words);

/** A block in one line: what it is, its length and when it begins; pressed, it opens. */
function FoldedHead({ block, totalMs, about, startsAt, marks }: Props) {
  const names = block.stations.map((s) => s.move).join(', ');
  const found = (marks.block?.length ?? 0) + Object.values(marks.stations ?? {}).flat().length;
  return (
    <h2>
      <button
        type="button"
        aria-expanded={false}
        className="flex w-full flex-wrap items-baseline gap-x-4 gap-y-0.5 py-2.5 text-left hover:bg-ink/5"
        onClick={() => showBlock(block.id)}
      >
        <ChevronRight size={16} aria-hidden="true" className="self-center text-muted" />
        <span className="digits min-w-0 break-words text-lead">{block.title}</span>
        <span className="min-w-0 flex-1 basis-64 text-small text-muted">
          {blockWords(block)}
          {names !== '' && `. ${names}`}
        </span>
        {found > 0 && <span className="text-small">{found} to look at</span>}
        <span className="digits w-16 text-right">
          {about ? '~' : ''}
          {formatDuration(totalMs)}
        </span>
        <span className="w-20 text-right text-small text-muted">{startsAt}</span>
      </button>
    </h2>
  );
}

/** A title is set smaller the longer it is, so that it is whole. */
const sizeOf = (title: string) => (title.length <= 30 ? 'text-title' : title.length <= 44 ? 'text-lead' : 'text-small');

function BlockHead({ block, totalMs, about, startsAt }: Props) {
  const onEdit = (change: (b: Block) => Block) => editBlock(block.id, change);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <span className="flex min-w-0 items-center">
        <button
          type="button"
          aria-label={`Fold ${block.title}`}
          aria-expanded={true}
          className="-ml-2 flex h-11 w-9 shrink-0 items-center justify-center text-muted hover:text-ink"
          onClick={() => foldBlocks([block.id], false)}
        >
          <ChevronDown size={16} />
        </button>
        <h2 className="sr-only">{block.title}</h2>
        <NameField
          label="Block title"
          isBlock
          className={`digits field-sizing-content min-w-40 max-w-full ${sizeOf(block.title)}`}
          most={60}
          value={block.title}
          onChange={(title) => onEdit((b) => ({ ...b, title }))}
          onEnter={() => addTo(block.id)}
        />
      </span>
      <span className="digits">
        {about ? 'about ' : ''}
        {formatDuration(totalMs)}
      </span>
      <span className="text-small text-muted">{startsAt}</span>
      <span className="flex-1" />
      <span className="flex">
        <IconButton label={`Move ${block.title} up`} onClick={() => moveBlockBy(block.id, -1)}>
          <ArrowUp size={17} />
        </IconButton>
        <IconButton label={`Move ${block.title} down`} onClick={() => moveBlockBy(block.id, 1)}>
          <ArrowDown size={17} />
        </IconButton>
        <IconButton
          label={`Copy ${block.title} to the clipboard, to paste into any class`}
          onClick={() => copyBlock(block)}
        >
          <ClipboardCopy size={17} />
        </IconButton>
        <IconButton label={`Duplicate ${block.title}`} onClick={() => duplicate(block.id)}>
          <Copy size={17} />
        </IconButton>
        <IconButton label={`Remove ${block.title}`} onClick={() => remove(block.id)}>
          <Trash2 size={17} />
        </IconButton>
      </span>
    </div>
  );
}

/** How many moves a demo in the place of a block shows: its own, or those of the block that it would show. */
function shownCount(block: Block): number {
  const blocks = useBuilder.getState().plan?.blocks ?? [];
  const demo = { ...block, format: defaultFormat('demo') };
  return (
    block.stations.length ||
    (shownBy(demo, blocks.slice(blocks.findIndex((b) => b.id === block.id) + 1))?.stations.length ?? 0)
  );
}

/** What kind of block it is: the beginning of its sentence. */
function Kind({ block }: { block: Block }) {
  const onEdit = (change: (b: Block) => Block) => editBlock(block.id, change);
  const setFormat = (kind: FormatKind) => {
    const shown = shownCount(block);
    const { lost } = changeFormat(block, kind, shown);
    onEdit((b) => changeFormat(b, kind, shown).block);
    if (lost.length > 0) toast.undoable(`${FORMAT_WORDS[kind]} has no place for ${lost.join(', ')}.`, undo);
  };
  const setUse = (use: Block['use']) => {
    const apart = use === 'stations' ? block.stations.filter((s) => apartFrom(s).length > 0) : [];
    onEdit((b) => ({ ...b, use, stations: use === 'stations' ? b.stations.map(atOneClock) : b.stations }));
    if (apart.length > 0)
      toast.undoable(
        `At stations one clock serves all groups: ${apart.map((s) => s.move).join(', ')} now keeps the block\u2019s times and switches sides at half time.`,
        undo,
        { duration: 12_000 },
      );
  };
  return (
    <>
      <OneOf
        aria-label={`${block.title}: role`}
        look="quiet"
        of={ROLES.map((role) => [role, roleTitle(role)])}
        value={block.role}
        onPick={(role) => onEdit((b) => ({ ...b, role }))}
      />
      <OneOf
        aria-label={`${block.title}: format`}
        look="quiet"
        title={moduleOf(block.format).about}
        of={Object.entries(FORMAT_WORDS) as [FormatKind, string][]}
        value={block.format.kind}
        onPick={setFormat}
      />
      <OneOf
        aria-label={`${block.title}: use of the room`}
        look="quiet"
        of={USES_OF_ROOM}
        value={block.use}
        onPick={setUse}
      />
    </>
  );
}

function copyBlock(block: Block): void {
  const text = writeBlocksText([block]);
  rememberCopied(text, { blocks: [block] });
  navigator.clipboard.writeText(text).then(
    () => toast(`${block.title} copied; paste it into any class.`),
    () => toast.error('The browser did not let it be copied.'),
  );
}

function BreakAfter({ block, onEdit }: { block: Block; onEdit: (change: (block: Block) => Block) => void }) {
  const { breakAfter } = block;
  const set = (patch: Partial<Block['breakAfter']>) =>
    onEdit((b) => ({ ...b, breakAfter: { ...b.breakAfter, ...patch } }));
  return (
    <div className="mt-3 flex items-center gap-2 pl-1 text-small text-muted">
      then a break of
      <DurationField label={`${block.title}: break after`} valueMs={breakAfter.ms} onChange={(ms) => set({ ms })} />
      {breakAfter.ms > 0 && (
        <Checkbox checked={breakAfter.untilTap} onChange={(on) => set({ untilTap: on })}>
          held until I tap
        </Checkbox>
      )}
      {breakAfter.ms > 0 && breakAfter.untilTap && <GetReady title={`${block.title}, break after`} />}
    </div>
  );
}
