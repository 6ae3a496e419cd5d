import { useMemo } from 'react';
import { Link } from 'react-router';
import { type Block, formatDuration, type Plan, updateBlock, withSetting } from '../../../core/class/index.ts';
import { compile } from '../../../core/time/index.ts';
import { type Arranged, arrangeMusic, bpmOf, countedAt } from '../../../core/voice/index.ts';
import { Checkbox, listAs, NumberField, type OwnTrack, saveFile, useTracks } from '../../base/index.ts';
import { edit } from '../editing/index.ts';
import { changeMusic, PartMusic } from './part-music.tsx';

/** The music of the class, block by block: what plays in work, rest and break, and what of which track is heard when. */
export function MusicPanel({ plan }: { plan: Plan }) {
  const { own, all } = useTracks();
  const arranged = useMemo(() => arrangeMusic(plan, compile(plan).intervals), [plan]);
  const here = new Set(all.map((t) => t.id));
  const used = [...new Map(arranged.sounds.map((s) => [s.track.id, s.track])).values()];
  const missing = own === null ? [] : used.filter((t) => !here.has(t.id));
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
          onChange={(on) => changeMusic(block.id, ({ stretch: _, ...m }) => (on ? { ...m, stretch: true } : m))}
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
              changeMusic(block.id, ({ risesTo: _, ...m }) => (on ? { ...m, risesTo: Math.min(200, bpm + 16) } : m))
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
              onChange={(risesTo) => changeMusic(block.id, (m) => ({ ...m, risesTo }))}
              className="w-16"
            />
          )}
        </>
      )}
    </p>
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
