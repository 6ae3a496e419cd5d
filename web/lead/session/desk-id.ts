import { nanoid } from 'nanoid';
import { keepCopy, keepText, local, perWindow } from '../../base/index.ts';

/*
 * Who this desk is. A browser has one name, so that it leads on after it was closed; a second window beside the first gets
 * a name of its own, kept over a reload. A lock held while the window lives tells which names are taken.
 */

const BROWSER_KEY = 'odd-round.desk';
const WINDOW_KEY = 'odd-round.desk-window';

let mine: Promise<string> | null = null;

/** The name of this desk, the same for as long as the window lives. */
export function deskId(): Promise<string> {
  mine ??= claim();
  return mine;
}

async function claim(): Promise<string> {
  const browser = local.getItem(BROWSER_KEY) ?? nanoid(10);
  // In a full storage the name lasts as long as the window.
  if (keepText(local, BROWSER_KEY, browser)) keepCopy(BROWSER_KEY, browser);
  const own = perWindow.getItem(WINDOW_KEY);
  for (const name of own === null ? [browser] : [own, browser]) if (await take(name)) return name;
  const fresh = nanoid(10);
  keepText(perWindow, WINDOW_KEY, fresh);
  await take(fresh);
  return fresh;
}

/** Takes a name for the life of this window; without locks (a page over plain http) every name is free. */
function take(name: string): Promise<boolean> {
  if (!navigator.locks) return Promise.resolve(true);
  return new Promise((taken) => {
    navigator.locks
      .request(`odd-round.desk.${name}`, { ifAvailable: true }, (lock) => {
        taken(lock !== null);
        return lock === null ? undefined : new Promise<never>(() => {});
      })
      // A browser that keeps nothing has no locks either.
      .catch(() => taken(true));
  });
}
