import { useEffect } from 'react';
import { isTyping } from './typing.ts';

/** Escape leaves a field, after it has given up what was typed: then single keys act again. What lies over the screen closes instead. */
export function useLeaveField(): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const { target } = e;
      if (e.key !== 'Escape' || e.defaultPrevented || !isTyping(target) || !(target instanceof HTMLElement)) return;
      if (target.closest('[data-over-desk], [role="dialog"], aside') || target.getAttribute('aria-expanded') === 'true')
        return;
      // After what the field itself does with the key.
      queueMicrotask(() => target.blur());
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
