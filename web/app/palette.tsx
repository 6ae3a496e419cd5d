import { lazy, Suspense, useEffect, useState } from 'react';

const Finder = lazy(async () => ({ default: (await import('./finder.tsx')).Finder }));
const Keys = lazy(async () => ({ default: (await import('./finder.tsx')).Keys }));

const typing = (e: KeyboardEvent) =>
  e.target instanceof HTMLElement && (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName));

/** Ctrl K finds classes and actions; ? shows the keys. */
export function Palette() {
  const [shown, setShown] = useState<'palette' | 'keys' | null>(null);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
        e.preventDefault();
        setShown('palette');
      } else if (e.key === '?' && !typing(e)) setShown('keys');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const close = () => setShown(null);
  return (
    <Suspense>
      {shown === 'palette' && <Finder onClose={close} onKeys={() => setShown('keys')} />}
      {shown === 'keys' && <Keys onClose={close} />}
    </Suspense>
  );
}
