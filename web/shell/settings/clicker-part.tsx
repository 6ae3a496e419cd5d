import { useEffect, useState } from 'react';
import { Button, hearMediaKeys, isTyping, type MediaKey } from '../../base/index.ts';

/** What keys of clickers and headsets do on the desk. */
const KEY_WORDS: Record<string, string> = {
  PageDown: 'on to what comes',
  PageUp: 'back',
  ' ': 'start, pause, go on',
  ArrowRight: 'on to what comes',
  ArrowLeft: 'back',
};
const MEDIA_WORDS: Record<MediaKey, string> = {
  play: 'start, go on',
  pause: 'pause',
  nexttrack: 'on to what comes',
  previoustrack: 'back',
};
const NAMES: Record<string, string> = {
  ' ': 'Space',
  PageDown: 'Page Down',
  PageUp: 'Page Up',
  ArrowRight: 'Right arrow',
  ArrowLeft: 'Left arrow',
};
const MEDIA_NAMES: Record<MediaKey, string> = {
  play: 'Play',
  pause: 'Pause',
  nexttrack: 'Next track',
  previoustrack: 'Previous track',
};

interface Pressed {
  n: number;
  name: string;
  does: string;
}

const MOST = 8;

/** A page to try a clicker, a headset's buttons or a keyboard on: what came, and what it would do on the desk. */
export function ClickerPart() {
  const [hears, setHears] = useState(false);
  const [pressed, setPressed] = useState<readonly Pressed[]>([]);
  useEffect(() => {
    if (!hears) return;
    const add = (name: string, does: string | undefined) =>
      setPressed((all) =>
        [{ n: (all[0]?.n ?? 0) + 1, name, does: does ?? 'nothing on the desk' }, ...all].slice(0, MOST),
      );
    const onKey = (e: KeyboardEvent) => {
      // What moves on through the page still does.
      if (isTyping(e.target) || e.key === 'Tab' || e.ctrlKey || e.metaKey || e.altKey) return;
      e.preventDefault();
      add(NAMES[e.key] ?? e.key, KEY_WORDS[e.key]);
    };
    window.addEventListener('keydown', onKey);
    const stop = hearMediaKeys('Trying a clicker', (key) => add(MEDIA_NAMES[key], MEDIA_WORDS[key]));
    return () => {
      window.removeEventListener('keydown', onKey);
      stop();
    };
  }, [hears]);
  return (
    <div>
      <Button
        aria-pressed={hears}
        onClick={(e) => {
          e.currentTarget.blur();
          setHears(!hears);
        }}
      >
        {hears ? 'Stop trying' : 'Try a clicker'}
      </Button>
      {hears && (
        <div role="log" aria-label="What was pressed" className="mt-2">
          {pressed.length === 0 && (
            <p className="text-muted">Press something: Page Up, Page Down, Space, a headset’s button.</p>
          )}
          <ol>
            {pressed.map((p) => (
              <li key={p.n} className="flex gap-4 border-b py-1">
                <b className="w-40">{p.name}</b> {p.does}
              </li>
            ))}
          </ol>
        </div>
      )}
    </div>
  );
}
