import { lazy, Suspense, useEffect } from 'react';
import type { ExternalToast } from 'sonner';
import { create } from 'zustand';

/** The package comes with the first toast, or ahead of it: a page is there before it. */
export const loadToasts = () => import('sonner');

type Toast = Awaited<ReturnType<typeof loadToasts>>['toast'];
type Say = (toast: Toast) => void;

const Toaster = lazy(async () => ({ default: (await loadToasts()).Toaster }));
const useAsked = create(() => false);
/** What is said once the place for it is there; null where no page has one. */
let waiting: Say[] | null = null;
let shown: Toast | null = null;

function tell(say: Say): void {
  if (shown) say(shown);
  else {
    waiting?.push(say);
    useAsked.setState(true);
  }
}

/** Says something that passes, in a corner of the page. */
export const toast = Object.assign(
  (message: string, options?: ExternalToast): void => tell((to) => to(message, options)),
  {
    error: (message: string, options?: ExternalToast): void => tell((to) => to.error(message, options)),
    /** @param id by which another takes its place, or `dismiss` takes it away */
    loading: (message: string, id: string): void => tell((to) => to.loading(message, { id })),
    dismiss: (id?: string): void => tell((to) => to.dismiss(id)),
  },
);

/** The corner in which toasts are shown. */
export function Toasts() {
  const isAsked = useAsked();
  useEffect(() => {
    waiting = [];
    return () => {
      waiting = null;
      shown = null;
      useAsked.setState(false);
    };
  }, []);
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
    void loadToasts().then(({ toast: to }) => {
      if (!waiting) return;
      shown = to;
      for (const say of waiting.splice(0)) say(to);
    });
  }, []);
  return null;
}
