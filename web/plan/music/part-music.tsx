import { X } from 'lucide-react';
import {
  type Block,
  formatDuration,
  MOST_TRACKS,
  type Music,
  type MusicPart,
  type MusicSource,
  type Track,
  updateBlock,
} from '../../../core/class/index.ts';
import { IconButton, messageOf, namedTrack, OneOf, type OwnTrack, readList, Select, toast } from '../../base/index.ts';
import { edit } from '../editing/index.ts';

/** Changes the music of a block; one that says nothing any more has none. */
export const changeMusic = (blockId: string, change: (music: Music) => Music) =>
  edit((p) =>
    updateBlock(p, blockId, ({ music, ...b }) => {
      const next = change(music ?? {});
      return Object.keys(next).length === 0 ? b : { ...b, music: next };
    }),
  );

const PART_WORDS: Record<MusicPart, string> = { work: 'Work', rest: 'Rest', break: 'Breaks' };
/** What a part that says nothing of its own does. */
const UNSAID: Record<MusicPart, string> = { work: 'as ever', rest: 'goes on', break: 'goes on' };

/** What plays in one part of a block: nothing of its own, beats, silence, or tracks one after the other. */
export function PartMusic({ block, part, all }: { block: Block; part: MusicPart; all: readonly OwnTrack[] }) {
  const source = block.music?.[part];
  const put = (next: MusicSource | null) =>
    changeMusic(block.id, ({ [part]: _, ...m }) => (next === null ? m : ({ ...m, [part]: next } as Music)));
  const tracks = source?.from === 'tracks' ? source.tracks : [];
  const add = (more: readonly OwnTrack[]) => {
    const next = [...tracks, ...more.map(namedTrack)];
    if (next.length > MOST_TRACKS)
      toast(`A part of a block takes ${MOST_TRACKS} tracks: ${next.length - MOST_TRACKS} were left out.`);
    if (next.length > 0) put({ from: 'tracks', tracks: next.slice(0, MOST_TRACKS) });
  };
  const bring = async (file: File) => {
    const read = await readList(file, all).catch(messageOf);
    if (typeof read === 'string') return void toast.error(`${file.name} cannot be read: ${read}.`);
    const { named, found, missing, problems } = read;
    add(found);
    const told = [
      ...missing.map((m) => `${m.title} is not on this device`),
      ...problems.map((p) => `line ${p.line}: ${p.message}`),
    ];
    toast([`${found.length} of ${named} tracks put in.`, ...told.slice(0, 5).map((t) => `${t}.`)].join(' '), {
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
            <OneOf
              look="quiet"
              className="min-w-0 max-w-40"
              aria-label={`Another track for ${PART_WORDS[part]} of ${block.title}`}
              of={[['', 'and then …'], ...all.map((t) => [t.id, `${t.title}, ${Math.round(t.bpm)}`] as const)]}
              value=""
              onPick={(id) => add(all.filter((t) => t.id === id))}
            />
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
      <Playing
        tracks={tracks}
        onWithout={(k) => {
          const rest = tracks.toSpliced(k, 1);
          put(rest.length === 0 ? null : { from: 'tracks', tracks: rest });
        }}
      />
    </div>
  );
}

/** The tracks of a part, one after the other. */
function Playing({ tracks, onWithout }: { tracks: readonly Track[]; onWithout: (k: number) => void }) {
  if (tracks.length === 0) return null;
  return (
    <ol className="ml-14">
      {tracks.map((t, k) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a track may come twice
        <li key={`${t.id}${k}`} className="flex items-center gap-2 text-small">
          <span className="min-w-0 flex-1 break-words">{t.title}</span>
          <span className="digits text-muted">
            {Math.round(t.bpm)} · {formatDuration(t.lengthMs)}
          </span>
          <IconButton label={`Without ${t.title}`} onClick={() => onWithout(k)}>
            <X size={15} />
          </IconButton>
        </li>
      ))}
    </ol>
  );
}
