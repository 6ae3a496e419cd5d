import { useState } from 'react';
import {
  CHAPTERS_BY,
  type ChaptersBy,
  captionsOf,
  chapterLines,
  chaptersOf,
  type Recorded,
  writeWebVtt,
} from '../../../core/out/index.ts';
import { Button, OneOf, saveFile } from '../../base/index.ts';
import { readOffset } from './read-offset.ts';

/** Captions and chapters to a recording of the class. */
export function RecordingPart({ title, recorded, about }: { title: string; recorded: () => Recorded; about: string }) {
  const [offset, setOffset] = useState('0');
  const [by, setBy] = useState<ChaptersBy>('block');
  const offsetMs = readOffset(offset);
  const save = (what: string, text: string, type: string) => saveFile(`${title} ${what}`, text, type);
  const ms = offsetMs ?? 0;
  const chapters = () => chaptersOf(recorded(), by, ms);
  return (
    <section aria-label="A recording" className="mt-5">
      <h3 className="font-semibold">A recording of it</h3>
      <p className="text-fine text-muted">{about}</p>
      <label className="mt-1 flex flex-wrap items-center gap-2 text-small">
        The recording began earlier by
        <input
          className="min-h-9 w-20 rounded-md border border-line-strong bg-card px-2"
          value={offset}
          onChange={(e) => setOffset(e.target.value)}
          aria-invalid={offsetMs === null}
          aria-describedby="offset-note"
        />
      </label>
      <p id="offset-note" className={offsetMs === null ? 'text-small text-live' : 'text-fine text-muted'}>
        {offsetMs === null
          ? 'Not a length: 12, 12.5, 1:30; with a minus where the class had begun before it. 0 is used meanwhile.'
          : 'Seconds or m:ss; with a minus where the class had begun before it.'}
      </p>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <Button onClick={() => save('captions.vtt', writeWebVtt(captionsOf(recorded(), ms)), 'text/vtt')}>
          Captions
        </Button>
        <Button onClick={() => save('chapters.vtt', writeWebVtt(chapters()), 'text/vtt')}>Chapters</Button>
        <Button onClick={() => save('chapters.txt', chapterLines(chapters()), 'text/plain')}>Chapters as text</Button>
        <OneOf
          look="quiet"
          aria-label="A chapter for each"
          of={CHAPTERS_BY.map((b) => [b, `by ${b}`])}
          value={by}
          onPick={setBy}
        />
      </div>
    </section>
  );
}
