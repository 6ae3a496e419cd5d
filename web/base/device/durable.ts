import { createStore, del, entries, set, type UseStore } from 'idb-keyval';

/*
 * A browser writes its local storage to the disk only seconds later, and one that is killed loses what came last. What a
 * desk must not lose has a copy beside it in IndexedDB, which is written at once; it is put back when the page opens.
 */

const PATIENCE_MS = 1000;
let opened: UseStore | null = null;
const store = () => {
  opened ??= createStore('odd-round', 'desk');
  return opened;
};
/** Whether there is one: a browser that keeps nothing throws where it is only looked for. */
const has = () => {
  try {
    return typeof indexedDB !== 'undefined' && indexedDB !== null;
  } catch {
    return false;
  }
};
/** Does something with the copies, if the browser lets it. */
const tried = (work: () => Promise<unknown>) => {
  if (has()) void (async () => work())().catch(() => {});
};

/** Keeps a copy of a value of the local storage. */
export function keepCopy(key: string, text: string): void {
  tried(() => set(key, text, store()));
}

export function dropCopy(key: string): void {
  tried(() => del(key, store()));
}

/** Gives every copy to `put`; never waits over a second: a run is not held up by a storage that does not answer. */
export async function putBack(put: (key: string, text: string) => void): Promise<void> {
  if (!has()) return;
  const late = new Promise<[]>((done) => setTimeout(() => done([]), PATIENCE_MS));
  const copies = await Promise.race([(async () => entries<string, string>(store()))(), late]).catch(() => []);
  for (const [key, text] of copies) if (typeof key === 'string' && typeof text === 'string') put(key, text);
}
