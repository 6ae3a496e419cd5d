import { type ReactNode, useEffect, useState } from 'react';
import type { RunState, RunView } from '../../../core/time/index.ts';
import { fieldOf, phaseWord, sceneOf } from '../../../core/voice/index.ts';
import { useWindow } from '../../base/index.ts';
import { countdown, fieldStyle, SideBox } from '../stage/index.ts';
import {
  CAMERA_PARTS,
  type CameraLook,
  type CameraPart,
  KEY_FIELD,
  PART_WORDS,
  readLook,
  writeLook,
} from './camera-look.ts';
import { type Followed, Follower } from './follower.tsx';
import type { ScreenProps } from './screen-props.ts';

/** What of a class is laid over a picture by a video program that takes a web page; without a look in its address, what to choose one by. */
export function CameraScreen({ code }: ScreenProps) {
  const look = readLook(window.location.search);
  if (!look) return <ChooseLook code={code} />;
  return <Over code={code} look={look} />;
}

function Over({ code, look }: { code: string; look: CameraLook }) {
  useEffect(() => {
    for (const element of [document.documentElement, document.body])
      element.style.background = look.field === 'clear' ? 'transparent' : look.field;
  }, [look.field]);
  return (
    <Follower code={code} screen="camera" showsEnd>
      {({ state, view, reached }) => <Band state={state} view={view} reached={reached} parts={look.parts} />}
    </Follower>
  );
}

/** A band at the foot of the picture; upright, its parts stand one above the other. */
function Band({
  state,
  view,
  reached,
  parts,
}: Pick<Followed, 'reached'> & { state: RunState; view: RunView; parts: readonly CameraPart[] }) {
  const { width, height } = useWindow();
  const wide = width > height;
  const { isNow, shown, next, place } = sceneOf(state, reached(view.interval, null));
  const over = state.status === 'finished' || state.status === 'abandoned';
  const field = fieldOf(view.interval);
  const has = (part: CameraPart) => parts.includes(part);
  const px = Math.min(wide ? width * 0.03 : width * 0.058, wide ? height * 0.06 : height * 0.04);
  // Nothing is laid over the picture before a class and after it.
  if (state.status === 'ready' || over) return <main data-status={state.status} />;
  const coming = isNow ? next : shown;
  return (
    <main
      data-phase={field}
      data-status={state.status}
      className={`fixed flex ${wide ? 'inset-x-[4vw] bottom-[5vh] items-stretch' : 'inset-x-[5vw] bottom-[8vh] flex-col'}`}
      style={{ fontSize: px }}
    >
      <div
        className={`flex min-w-0 items-center gap-[0.8em] px-[0.6em] py-[0.3em] ${wide ? 'min-w-[46vw]' : 'flex-wrap'} ${field === 'break' ? 'field-break' : ''}`}
        style={fieldStyle(field)}
      >
        {has('time') && (
          <span className="digits shrink-0 text-[2.6em] leading-none" data-testid="time">
            {view.waiting ? '\u2013' : countdown(view.remainingMs)}
          </span>
        )}
        <span className="min-w-0 flex-1">
          {has('round') && (
            <span className="block text-[0.7em]" data-testid="place">
              {phaseWord(state)}
              {place !== '' && ` \u00b7 ${place}`}
            </span>
          )}
          {has('move') && isNow && shown && (
            <span className="digits block text-[1.5em] leading-tight" data-testid="move">
              {shown.name}
            </span>
          )}
          {has('next') && coming && (
            <span className="block leading-tight" data-testid="next">
              <span className="text-[0.75em]">next </span>
              <b>{coming.name}</b>
              {!has('side') || coming.side === null ? '' : `, ${coming.side}`}
            </span>
          )}
        </span>
        {has('side') && isNow && shown && (
          <span className="text-[1.4em]">
            <SideBox side={shown.side} thenSide={shown.thenSide} />
          </span>
        )}
      </div>
    </main>
  );
}

const SHAPES = {
  wide: { name: '16 : 9', width: 1920, height: 1080 },
  tall: { name: '9 : 16', width: 1080, height: 1920 },
} as const;

/** Choosing what is laid over a picture, with how it looks, and the address to give to the video program. */
function ChooseLook({ code }: { code: string }) {
  const [parts, setParts] = useState<readonly CameraPart[]>(CAMERA_PARTS);
  const [colour, setColour] = useState<string | null>(null);
  const [shape, setShape] = useState<keyof typeof SHAPES>('wide');
  const look: CameraLook = { parts, field: colour === null ? 'clear' : (colour as `#${string}`) };
  const path = `/camera/${code}${writeLook(look)}`;
  const { width, height, name } = SHAPES[shape];
  const scale = Math.min(640 / width, 480 / height);
  return (
    <main className="mx-auto max-w-3xl px-5 py-6">
      <title>Over a picture · Odd Round</title>
      <h1 className="digits text-head">Over a picture</h1>
      <p className="mt-1 mb-4 text-muted">
        Give this address to a video program that takes a web page as a source, at {width} × {height}. Nothing is laid
        over before the class begins and after it ends.
      </p>
      <p className="mb-4 break-all border bg-card p-2" data-testid="camera-address">
        {window.location.origin}
        {path}
      </p>
      <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
        <legend className="text-small text-muted">Shown</legend>
        {CAMERA_PARTS.map((p) => (
          <label key={p} className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5 accent-ink"
              checked={parts.includes(p)}
              onChange={(e) => setParts(CAMERA_PARTS.filter((q) => (q === p ? e.target.checked : parts.includes(q))))}
            />
            {PART_WORDS[p]}
          </label>
        ))}
      </fieldset>
      <fieldset className="flex flex-wrap items-center gap-x-5 gap-y-1">
        <legend className="text-small text-muted">Field behind it</legend>
        <Radio name="field" checked={colour === null} onChoose={() => setColour(null)}>
          none: the picture shows through
        </Radio>
        <Radio name="field" checked={colour !== null} onChoose={() => setColour(KEY_FIELD)}>
          one colour, to be taken out
        </Radio>
        {colour !== null && (
          <input
            type="color"
            aria-label="Colour of the field"
            value={colour}
            onChange={(e) => setColour(e.target.value)}
          />
        )}
      </fieldset>
      <fieldset className="mb-4 flex flex-wrap gap-x-5">
        <legend className="text-small text-muted">Shape of the picture</legend>
        {(['wide', 'tall'] as const).map((key) => (
          <Radio key={key} name="shape" checked={shape === key} onChoose={() => setShape(key)}>
            {SHAPES[key].name}
          </Radio>
        ))}
      </fieldset>
      <div
        className="over-picture relative overflow-hidden border"
        style={{ width: width * scale, height: height * scale, maxWidth: '100%' }}
      >
        <iframe
          title={`How it looks, ${name}`}
          src={path}
          style={{
            width,
            height,
            transform: `scale(${scale})`,
            transformOrigin: 'top left',
            border: 0,
            colorScheme: 'light',
          }}
        />
      </div>
    </main>
  );
}

function Radio(props: { name: string; checked: boolean; onChoose: () => void; children: ReactNode }) {
  return (
    <label className="flex min-h-11 items-center gap-2">
      <input
        type="radio"
        name={props.name}
        className="size-5 accent-ink"
        checked={props.checked}
        onChange={props.onChoose}
      />
      {props.children}
    </label>
  );
}
