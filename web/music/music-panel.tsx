import { X } from 'lucide-react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import {
  type Block,
  formatDuration,
  MOST_TRACKS,
  type Music,
  type MusicPart,
  type MusicSource,
  type Plan,
  updateBlock,
  withSetting,
} from '../../core/plan/index.ts';
import { type Arranged, arrangeMusic, bpmOf, countedAt } from '../../core/sound/index.ts';
import { compile } from '../../core/timeline/index.ts';
import { edit } from '../editing/index.ts';
import { listAs, matchList, namedTrack, type OwnTrack, readList, useTracks } from '../tracks/index.ts';
import { Checkbox, IconButton, NumberField, Select, saveFile } from '../ui/index.ts';

/** The music of the class, block by block: what plays in work, rest and break, and what of which track is heard when. */
export function MusicPanel({ plan }: { plan: Plan }) {
  const { all } = useTracks();
  const arranged = useMemo(() => arrangeMusic(plan, compile(plan).intervals), [plan]);
  const here = new Set(all.map((t) => t.id));
  const used = [...new Map(arranged.sounds.map((s) => [s.track.id, s.track])).values()];
  const missing = used.filter((t) => !here.has(t.id));
  return (
    <>
      <p className="text-small text-muted">
        Beats are made by the application; tracks are your own files, or its loops: see{' '}
        <Link to="/music" className="underline">
          Music
        </Link>
        . Both give way to the voice.
      </p>
      {missing.length > 0 && (
        <p className="mt-2 border-l-[3px] border-live pl-2 text-small" role="status">
          Not on this device: {missing.map((t) => t.title).join(', ')}. The class is silent there, and all else goes on.
        </p>
      )}
      {plan.blocks.map((block, k) => (
        <BlockMusic key={block.id} block={block} blockIndex={k} arranged={arranged} all={all} />
      ))}
      {used.length > 0 && (
        <p className="mt-4 text-small">
          <button
            type="button"
            className="min-h-11 underline"
            onClick={() => saveFile(`${plan.title}.m3u8`, listAs.m3u8(plan.title, ownOf(used, all)), 'audio/x-mpegurl')}
          >
            This class’s list as M3U8
          </button>{' '}
          <button
            type="button"
            className="min-h-11 underline"
            onClick={() =>
              saveFile(`${plan.title}.xspf`, listAs.xspf(plan.title, ownOf(used, all)), 'application/xspf+xml')
            }
          >
            as XSPF
          </button>
        </p>
      )}
    </>
  );
}

/** What is known of the tracks of a class on this device; of one that is not here, what the class says. */
const ownOf = (
  used: readonly { id: string; title: string; lengthMs: number; bpm: number; beatMs: number }[],
  all: readonly OwnTrack[],
) =>
  used.map(
    (t): OwnTrack =>
      all.find((o) => o.id === t.id) ?? {
        ...t,
        artist: '',
        file: '',
        bytes: 0,
        from: 'file',
        isHere: false,
        onServer: false,
        tempoBy: 'unknown',
      },
  );

const set = (blockId: string, change: (music: Music) => Music) =>
  edit((p) =>
    updateBlock(p, blockId, ({ music, ...b }) => {
      const next = change(music ?? {});
      return Object.keys(next).length === 0 ? b : { ...b, music: next };
    }),
  );

const PART_WORDS: Record<MusicPart, string> = { work: 'Work', rest: 'Rest', break: 'Breaks' };
/** What a part that says nothing of its own does. */
const UNSAID: Record<MusicPart, string> = { work: 'as ever', rest: 'goes on', break: 'goes on' };

function BlockMusic({
  block,
  blockIndex,
  arranged,
  all,
}: {
  block: Block;
  blockIndex: number;
  arranged: Arranged;
  all: readonly OwnTrack[];
}) {
  const counted = countedAt(block);
  const bpm = bpmOf(block);
  const { music = {} } = block;
  const first = music.work?.from === 'tracks' ? music.work.tracks[0] : undefined;
  const notes = arranged.notes.filter((n) => n.blockIndex === blockIndex);
  const tracks = [music.work, music.rest, music.break].some((s) => s?.from === 'tracks');
  return (
    <section aria-label={`Music of ${block.title}`} className="mt-3 border-t pt-2">
      <h3 className="font-semibold">{block.title}</h3>
      {(['work', 'rest', 'break'] as const).map((part) => (
        <PartMusic key={part} block={block} part={part} all={all} />
      ))}
      {counted === null ? (
        <BeatTempo block={block} />
      ) : (
        first &&
        Math.abs(first.bpm - counted) > 0.005 && (
          <p className="text-small">
            It counts at {Math.round(counted * 100) / 100}, the track at {Math.round(first.bpm * 100) / 100}.{' '}
            <button
              type="button"
              className="min-h-9 underline"
              onClick={() =>
                edit((p) =>
                  updateBlock(p, block.id, (b) => ({
                    ...b,
                    format: withSetting(b.format, 'bpm', Math.round(first.bpm * 100) / 100),
                  })),
                )
              }
            >
              Count as the track does
            </button>
          </p>
        )
      )}
      {tracks && counted === null && (
        <Checkbox
          className="text-small"
          checked={music.stretch === true}
          onChange={(on) => set(block.id, ({ stretch: _, ...m }) => (on ? { ...m, stretch: true } : m))}
        >
          bring tracks to {bpm === null ? 'the tempo, once one is given' : `${bpm} beats a minute`}, by 6 % at most
        </Checkbox>
      )}
      {notes.map((n) => (
        <p key={n.text} className="text-small text-muted">
          {n.text}.
        </p>
      ))}
      {tracks && <Heard arranged={arranged} blockIndex={blockIndex} block={block} />}
    </section>
  );
}

function BeatTempo({ block }: { block: Block }) {
  const bpm = block.musicBpm;
  return (
    <p className="flex flex-wrap items-center gap-2 text-small">
      <Checkbox
        checked={bpm !== undefined}
        onChange={(on) =>
          edit((p) => updateBlock(p, block.id, ({ musicBpm: _, ...b }) => (on ? { ...b, musicBpm: 120 } : b)))
        }
      >
        tempo
      </Checkbox>
      {bpm !== undefined && (
        <>
          <NumberField
            label={`Tempo of the music of ${block.title}`}
            value={bpm}
            min={60}
            max={200}
            onChange={(n) => edit((p) => updateBlock(p, block.id, (b) => ({ ...b, musicBpm: n })))}
            className="w-16"
          />
          <Checkbox
            checked={block.music?.risesTo !== undefined}
            onChange={(on) =>
              set(block.id, ({ risesTo: _, ...m }) => (on ? { ...m, risesTo: Math.min(200, bpm + 16) } : m))
            }
          >
            beats rise to
          </Checkbox>
          {block.music?.risesTo !== undefined && (
            <NumberField
              label={`Tempo that ${block.title} rises to`}
              value={block.music.risesTo}
              min={60}
              max={200}
              onChange={(risesTo) => set(block.id, (m) => ({ ...m, risesTo }))}
              className="w-16"
            />
          )}
        </>
      )}
    </p>
  );
}

function PartMusic({ block, part, all }: { block: Block; part: MusicPart; all: readonly OwnTrack[] }) {
  const source = block.music?.[part];
  const put = (next: MusicSource | null) =>
    set(block.id, ({ [part]: _, ...m }) => (next === null ? m : ({ ...m, [part]: next } as Music)));
  const tracks = source?.from === 'tracks' ? source.tracks : [];
  const add = (more: readonly OwnTrack[]) => {
    const next = [...tracks, ...more.map(namedTrack)];
    if (next.length > MOST_TRACKS)
      toast(`A part of a block takes ${MOST_TRACKS} tracks: ${next.length - MOST_TRACKS} were left out.`);
    if (next.length > 0) put({ from: 'tracks', tracks: next.slice(0, MOST_TRACKS) });
  };
  const bring = async (file: File) => {
    const { tracks: listed, problems } = readList(await file.text());
    const { found, missing } = matchList(listed, all);
    add(found);
    const told = [
      ...missing.map((m) => `${m.title} is not on this device`),
      ...problems.map((p) => `line ${p.line}: ${p.message}`),
    ];
    toast([`${found.length} of ${listed.length} tracks put in.`, ...told.slice(0, 5).map((t) => `${t}.`)].join(' '), {
      duration: 12_000,
    });
  };
  return (
    <div className="border-b py-1">
      <div className="flex flex-wrap items-center gap-2 text-small">
        <span className="w-14">{PART_WORDS[part]}</span>
        <Select
          look="quiet"
          aria-label={`${PART_WORDS[part]} of ${block.title}`}
          value={source?.from ?? ''}
          onChange={(e) => {
            const from = e.target.value;
            if (from === 'tracks') add(all.slice(0, 1));
            else put(from === 'beats' || from === 'quiet' ? { from } : null);
          }}
        >
          <option value="">{UNSAID[part]}</option>
          <option value="beats">beats</option>
          <option value="quiet">quiet</option>
          <option value="tracks" disabled={all.length === 0}>
            tracks
          </option>
        </Select>
        {source?.from === 'tracks' && (
          <>
            <Select
              look="quiet"
              className="min-w-0 max-w-40"
              aria-label={`Another track for ${PART_WORDS[part]} of ${block.title}`}
              value=""
              onChange={(e) => {
                const track = all.find((t) => t.id === e.target.value);
                if (track) add([track]);
              }}
            >
              <option value="">and then …</option>
              {all.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.title}, {Math.round(t.bpm)}
                </option>
              ))}
            </Select>
            <label className="cursor-pointer underline">
              a list
              <input
                type="file"
                accept=".m3u,.m3u8,.xspf"
                aria-label={`A list for ${PART_WORDS[part]} of ${block.title}`}
                className="sr-only"
                onChange={(e) => {
                  const [file] = e.target.files ?? [];
                  e.target.value = '';
                  if (file) void bring(file);
                }}
              />
            </label>
          </>
        )}
      </div>
      {tracks.length > 0 && (
        <ol className="ml-14">
          {tracks.map((t, k) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a track may come twice
            <li key={`${t.id}${k}`} className="flex items-center gap-2 text-small">
              <span className="min-w-0 flex-1 break-words">{t.title}</span>
              <span className="digits text-muted">
                {Math.round(t.bpm)} · {formatDuration(t.lengthMs)}
              </span>
              <IconButton
                label={`Without ${t.title}`}
                onClick={() => {
                  const rest = tracks.filter((_, j) => j !== k);
                  put(rest.length === 0 ? null : { from: 'tracks', tracks: rest });
                }}
              >
                <X size={15} />
              </IconButton>
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}

/** Which track is heard from when to when, and how much faster or slower. */
function Heard({ arranged, blockIndex, block }: { arranged: Arranged; blockIndex: number; block: Block }) {
  const own = arranged.sounds.filter((s) => s.blockIndex === blockIndex);
  if (own.length === 0)
    return <p className="text-small text-muted">Nothing is heard: its tracks are too short to be begun.</p>;
  return (
    <details className="text-small">
      <summary className="min-h-9">
        {own.length} {own.length === 1 ? 'stretch' : 'stretches'} of music
      </summary>
      <ol aria-label={`What is heard in ${block.title}`}>
        {own.map((s) => (
          <li key={s.atMs} className="flex gap-2">
            <span className="digits w-24">
              {formatDuration(s.atMs)}–{formatDuration(s.endMs)}
            </span>
            <span className="min-w-0 flex-1">
              {s.track.title}
              {s.rate !== 1 && `, ${s.rate > 1 ? '+' : '\u2212'}${(Math.abs(s.rate - 1) * 100).toFixed(1)} %`}
            </span>
          </li>
        ))}
      </ol>
    </details>
  );
}
