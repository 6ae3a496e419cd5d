import { useMemo } from 'react';
import type { CalendarItem } from '../../../core/record/index.ts';
import { calendar, type RunSums } from '../../../core/wire/index.ts';
import { toast } from '../ui/index.ts';
import { api } from './api.ts';
import { ask, messageOf } from './client.ts';
import { dayOf, timeOfDay } from './local-time.ts';
import { fetchAnew } from './queries.ts';
import { type Loaded, useLoaded } from './use-loaded.ts';

/** A run that was led, and its local day and time. */
export interface Led {
  run: RunSums;
  day: string;
  time: string;
}

const NONE: readonly never[] = [];

/** The calendar's items on some days. */
export const useItems = (from: string, to: string): [Loaded<{ items: CalendarItem[] }>, () => void] =>
  useLoaded(['calendar', 'items', from, to], () => ask(calendar.getCalendar, { query: { from, to } }));

/** The runs that were led on some days. */
export function useLed(from: string, to: string): readonly Led[] {
  const [runs] = useLoaded(['calendar', 'led', from, to], () =>
    api.runs({
      since: new Date(`${from}T00:00`).toISOString(),
      until: new Date(`${to}T23:59:59.999`).toISOString(),
      trial: 'none',
      limit: 200,
    }),
  );
  const items = runs.state === 'ready' ? runs.value.items : NONE;
  return useMemo(
    () =>
      items.flatMap((run) =>
        run.startedAt === null ? [] : [{ run, day: dayOf(run.startedAt), time: timeOfDay(run.startedAt) }],
      ),
    [items],
  );
}

/**
 * Puts things into the calendar and takes others out; says what was done, with the way back, or why it was not.
 * @param back what makes it as it was
 */
export async function keepItems(
  put: readonly CalendarItem[],
  remove: readonly string[],
  done: string,
  back: { put: readonly CalendarItem[]; remove: readonly string[] } | null,
): Promise<boolean> {
  const send = async (p: readonly CalendarItem[], r: readonly string[]) => {
    await ask(calendar.saveCalendar, { body: { put: [...p], remove: [...r] } });
    void fetchAnew(['calendar']);
    void fetchAnew(['series']);
  };
  try {
    await send(put, remove);
  } catch (e) {
    toast.error(`The calendar was not changed: ${messageOf(e)}.`);
    return false;
  }
  toast(done, {
    duration: 12_000,
    ...(back && {
      action: {
        label: 'Undo',
        onClick: () =>
          void send(back.put, back.remove).catch((e: unknown) =>
            toast.error(`It was not taken back: ${messageOf(e)}.`),
          ),
      },
    }),
  });
  return true;
}
