import { lazy, Suspense, useEffect, useState } from 'react';
import { isTyping, usePreferences } from '../../base/index.ts';

const Finder = lazy(async () => ({ default: (await import('./finder.tsx')).Finder }));
const Keys = lazy(async () => ({ default: (await import('./finder.tsx')).Keys }));

/** Ctrl K finds classes, screens and actions; ? shows the keys. */
export function Palette() {
  const [shown, setShown] = useState<'palette' | 'keys' | null>(null);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
        e.preventDefault();
        setShown('palette');
      } else if (e.key === '?' && !isTyping(e.target) && usePreferences.getState().shortcuts) {
        e.preventDefault();
        setShown('keys');
      }
    };
    // Before the desk, which has keys of its own.
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);
  const close = () => setShown(null);
  return (
    <Suspense>
      {shown === 'palette' && <Finder onClose={close} onKeys={() => setShown('keys')} />}
      {shown === 'keys' && <Keys onClose={close} />}
    </Suspense>
  );
}
