import { Pause, Play, Trash2 } from 'lucide-react';
import { type DragEvent, useRef, useState } from 'react';
import { formatDuration } from '../../../core/class/index.ts';
import {
  Button,
  FilesMenu,
  IconButton,
  listAs,
  messageOf,
  type OwnTrack,
  putOnServer,
  readList,
  removeTrack,
  saveFile,
  takeFiles,
  toast,
  useTracks,
} from '../../base/index.ts';
import { TempoCell } from './tempo-cell.tsx';
import { usePreview } from './use-preview.ts';

const MB = 1_000_000;

/** Takes files in, and says what became of them. */
async function take(files: readonly File[]): Promise<void> {
  if (files.length === 0) return;
  const refused = (await takeFiles(files)).flatMap((r) => (r.ok ? [] : [`${r.file}: ${r.problem}.`]));
  const taken = files.length - refused.length;
  toast([`${taken} ${taken === 1 ? 'track' : 'tracks'} taken in.`, ...refused.slice(0, 5)].join(' '), {
    duration: 12_000,
  });
}

/** Reads a list, and says what of it is here. */
async function bringList(file: File, all: readonly OwnTrack[]): Promise<void> {
  const read = await readList(file, all).catch(messageOf);
  if (typeof read === 'string') return void toast.error(`${file.name} cannot be read: ${read}.`);
  const { named, found, missing, problems } = read;
  const told = [
    ...problems.slice(0, 3).map((p) => `Line ${p.line}: ${p.message}.`),
    ...(missing.length > 0
      ? [
          `Not on this device: ${missing
            .slice(0, 6)
            .map((m) => m.title)
            .join(', ')}${missing.length > 6 ? ` and ${missing.length - 6} more` : ''}.`,
        ]
      : []),
  ];
  toast([`The list names ${named} tracks, ${found.length} of them are here.`, ...told].join(' '), {
    duration: 15_000,
  });
}

/** The instructor's own music on this device, its tempo, and the loops that the application makes. */
export function MusicScreen() {
  const { own, all, taking, failed } = useTracks();
  const [over, setOver] = useState(false);
  const { playing, gone, toggle } = usePreview();
  const drop = (e: DragEvent) => {
    e.preventDefault();
    setOver(false);
    void take([...e.dataTransfer.files]);
  };
  return (
    <main
      id="content"
      className={`mx-auto w-full max-w-[1240px] px-5 py-4 ${over ? 'outline-4 outline-live outline-dashed -outline-offset-4' : ''}`}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <title>Music · Odd Round</title>
      <Bar own={own ?? []} all={all} />
      <p className="mb-4 max-w-prose text-muted">
        Your own files, chosen or dropped here, stay in this browser; those you put on the server too are there for the
        club’s other devices. Which of them play in a class is chosen at its blocks. Mind what your venue’s licence for
        music covers.
      </p>
      <p role="status" className="empty:hidden">
        {taking && (
          <>
            Listening: {taking.done + 1} of {taking.of}{' '}
            <progress className="w-40 accent-ink" aria-label="Taking music in" value={taking.done} max={taking.of} />
          </>
        )}
        {failed && 'This browser keeps no music: it may be a private window.'}
      </p>
      {own !== null && own.length === 0 && !taking && (
        <p className="mb-6 rounded-md border border-line-strong border-dashed p-6 text-center text-muted">
          No files yet. Drop some here, or use the loops below: the application makes them itself.
        </p>
      )}
      {own !== null && own.length > 0 && <Tracks tracks={own} {...{ playing, gone, toggle }} />}
      <h2 className="mt-6 mb-1 text-title font-semibold">Loops</h2>
      <Tracks tracks={all.filter((t) => t.from === 'loop')} {...{ playing, gone, toggle }} />
    </main>
  );
}

/** Files and lists in, lists out. */
function Bar({ own, all }: { own: readonly OwnTrack[]; all: readonly OwnTrack[] }) {
  const field = useRef<HTMLInputElement>(null);
  const save = (kind: keyof typeof listAs, type: string) =>
    saveFile(`odd-round-music.${kind}`, listAs[kind]('Music', own), type);
  return (
    <div className="mb-1 flex flex-wrap items-center gap-3">
      <h1 className="digits text-big">Music</h1>
      <span className="flex-1" />
      <FilesMenu
        bringIn="Read a list (M3U8, XSPF)"
        accept=".m3u,.m3u8,.xspf,audio/x-mpegurl,application/xspf+xml"
        label="List of music"
        onFile={(file) => void bringList(file, all)}
        out={[]}
        more={[
          { name: 'All as a list (M3U8)', onSelect: () => save('m3u8', 'audio/x-mpegurl') },
          { name: 'All as a list (XSPF)', onSelect: () => save('xspf', 'application/xspf+xml') },
        ]}
      />
      <Button look="strong" onClick={() => field.current?.click()}>
        Choose files
      </Button>
      <input
        ref={field}
        type="file"
        multiple
        accept="audio/*,.mp3,.m4a,.ogg,.opus,.flac,.wav"
        aria-label="Files of music"
        className="hidden"
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          void take(files);
        }}
      />
    </div>
  );
}

interface TracksProps extends ReturnType<typeof usePreview> {
  tracks: readonly OwnTrack[];
}

function Tracks({ tracks, playing, gone, toggle }: TracksProps) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full">
        <thead>
          <tr className="border-b text-left text-small text-muted">
            <th className="w-12 font-normal">
              <span className="sr-only">Listen</span>
            </th>
            <th className="font-normal">Title</th>
            <th className="pr-4 text-right font-normal">Length</th>
            <th className="font-normal">Tempo, beats a minute</th>
            <th className="w-24">
              <span className="sr-only">Size, and what can be done</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {tracks.map((t) => (
            <tr key={t.id} className="border-b">
              <td>
                <IconButton
                  label={playing === t.id ? `Stop ${t.title}` : `Listen to ${t.title}`}
                  onClick={() => void toggle(t.id)}
                >
                  {playing === t.id ? <Pause size={18} /> : <Play size={18} />}
                </IconButton>
              </td>
              <td className="py-1.5 pr-4">
                <span className="break-words">{t.title}</span>
                {t.artist !== '' && <span className="block text-small text-muted">{t.artist}</span>}
                {gone === t.id && <span className="block text-small text-live">Its file cannot be read any more.</span>}
              </td>
              <td className="digits pr-4 text-right">{formatDuration(t.lengthMs)}</td>
              <td>
                <TempoCell track={t} />
              </td>
              <td className="whitespace-nowrap text-right text-small text-muted">
                {t.bytes > 0 && `${(t.bytes / MB).toFixed(1)} MB`}
                {t.isHere && !t.onServer && t.from === 'file' && (
                  <Button
                    look="quiet"
                    onClick={() =>
                      void putOnServer(t).catch((e: unknown) => toast.error(`Not on the server: ${messageOf(e)}.`))
                    }
                  >
                    On the server too
                  </Button>
                )}
                {t.onServer && ' · on the server '}
                {t.from === 'file' && (
                  <IconButton
                    label={`Take ${t.title} away`}
                    onClick={() =>
                      void removeTrack(t).catch((e: unknown) => toast.error(`Not taken away: ${messageOf(e)}.`))
                    }
                  >
                    <Trash2 size={18} />
                  </IconButton>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
