import { create } from 'zustand';

/** The part of the platform's storage that is used here. */
export type KeptTexts = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

/** The state of this browser's storage: working, closed, or full. */
export type Keeps = 'kept' | 'blocked' | 'full';

export const useKeeps = create<{ keeps: Keeps }>(() => ({ keeps: 'kept' }));

/** In place of a storage that the browser does not give: what is in it is gone with the window. */
class WindowTexts implements KeptTexts {
  private readonly texts = new Map<string, string>();

  get length(): number {
    return this.texts.size;
  }
  key(k: number): string | null {
    return [...this.texts.keys()][k] ?? null;
  }
  getItem(key: string): string | null {
    return this.texts.get(key) ?? null;
  }
  setItem(key: string, text: string): void {
    this.texts.set(key, text);
  }
  removeItem(key: string): void {
    this.texts.delete(key);
  }
}

/** A storage of the browser, or one that lasts as long as the window where the browser gives none. */
function given(storage: () => Storage): KeptTexts {
  try {
    const found = storage();
    found.getItem('odd-round');
    return found;
  } catch {
    useKeeps.setState({ keeps: 'blocked' });
    return new WindowTexts();
  }
}

/** The local storage; `setItem` throws when it is full. */
export const local = given(() => globalThis.localStorage);
/** The session storage: it outlives a reload. */
export const perWindow = given(() => globalThis.sessionStorage);

/** Keeps a text, or takes it away (null), where the browser lets it; what cannot be kept lasts as long as the page shows it. */
export function keepText(kept: KeptTexts, key: string, text: string | null): boolean {
  try {
    if (text === null) kept.removeItem(key);
    else kept.setItem(key, text);
    return true;
  } catch {
    noteFull();
    return false;
  }
}

/** A storage took no more. */
export function noteFull(): void {
  if (useKeeps.getState().keeps === 'kept') useKeeps.setState({ keeps: 'full' });
}

/** The keys of a storage. */
export const keysOf = (kept: KeptTexts): string[] =>
  Array.from({ length: kept.length }, (_, k) => kept.key(k)).filter((key) => key !== null);
