import { useEffect, useEffectEvent } from 'react';

/** Keys of the window that are pressed outside a field and with none of Ctrl, Alt and Meta; `act` says whether it knew the key. */
export function useWindowKeys(act: (key: string, target: EventTarget | null) => boolean): void {
  const onKey = useEffectEvent((e: KeyboardEvent) => {
    if (e.target instanceof HTMLInputElement || e.ctrlKey || e.metaKey || e.altKey) return;
    if (act(e.key, e.target)) e.preventDefault();
  });
  useEffect(() => {
    const heard = (e: KeyboardEvent) => onKey(e);
    window.addEventListener('keydown', heard);
    return () => window.removeEventListener('keydown', heard);
  }, []);
}
