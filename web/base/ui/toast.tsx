import { lazy, Suspense, useEffect } from 'react';
import type { ExternalToast } from 'sonner';
import { create } from 'zustand';

/** The package comes with the first toast, or ahead of it: a page is there before it. */
export const loadToasts = () => import('sonner');

type Toast = Awaited<ReturnType<typeof loadToasts>>['toast'];
type Say = (toast: Toast) => void;

const Toaster = lazy(async () => ({ default: (await loadToasts()).Toaster }));
const useAsked = create(() => false);
/** What is said once the place for it is there: from the desk, which has none, on the page after it. */
let waiting: Say[] = [];
const MOST_WAITING = 5;
let shown: Toast | null = null;

function tell(say: Say): void {
  if (shown) say(shown);
  else {
    waiting = [...waiting, say].slice(-MOST_WAITING);
    useAsked.setState(true);
  }
}

/** Says something that passes, in a corner of the page. */
export const toast = Object.assign(
  (message: string, options?: ExternalToast): void => tell((to) => to(message, options)),
  {
    /** Says what was done, with a button that takes it back. */
    undoable: (message: string, undo: () => unknown, options?: ExternalToast): void =>
      toast(message, { ...options, action: { label: 'Undo', onClick: () => void undo() } }),
    error: (message: string, options?: ExternalToast): void => tell((to) => to.error(message, options)),
    /** @param id by which another takes its place, or `dismiss` takes it away */
    loading: (message: string, id: string): void => tell((to) => to.loading(message, { id })),
    dismiss: (id?: string): void => tell((to) => to.dismiss(id)),
  },
);

/** The corner in which toasts are shown. */
export function Toasts() {
  const isAsked = useAsked();
  useEffect(
    () => () => {
      // What was said on a page that is left is not said on the next one.
      shown?.dismiss();
      shown = null;
      useAsked.setState(waiting.length > 0);
    },
    [],
  );
  return isAsked ? (
    <Suspense>
      <Toaster
        position="bottom-left"
        offset={{ bottom: 120 }}
        toastOptions={{ className: '!rounded-md !border-line-strong !bg-card !text-ink !font-sans' }}
      />
      <Begin />
    </Suspense>
  ) : null;
}

/** Stands after the toaster, and so begins when that hears. */
function Begin() {
  useEffect(() => {
    let isHere = true;
    void loadToasts().then(({ toast: to }) => {
      if (!isHere) return;
      shown = to;
      for (const say of waiting.splice(0)) say(to);
    });
    return () => {
      isHere = false;
    };
  }, []);
  return null;
}
