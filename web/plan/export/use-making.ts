import { useEffect, useRef, useState } from 'react';
import type { Endpoint } from '../../../core/wire/index.ts';
import { fetchFrom, messageOf, type RequestOf, saveBlob } from '../../base/index.ts';

/** A file that the server makes: drawn, or spoken first. */
const PATIENCE_MS = 600_000;

export type Making = { kind: 'idle' } | { kind: 'making'; name: string } | { kind: 'failed'; message: string };

/** Files made by the server, one at a time: which is under way, and how it is broken off. What comes is given to the person under its name. */
export function useMaking() {
  const [state, setState] = useState<Making>({ kind: 'idle' });
  const load = useRef<AbortController | null>(null);
  useEffect(() => () => load.current?.abort(), []);
  const cancel = () => {
    load.current?.abort();
    setState({ kind: 'idle' });
  };
  /** @param before what comes first, as a save; nothing is made where it says no */
  const make = async <E extends Endpoint>(
    name: string,
    endpoint: E,
    asked: RequestOf<E>,
    before?: () => Promise<boolean>,
  ) => {
    load.current?.abort();
    const mine = new AbortController();
    load.current = mine;
    setState({ kind: 'making', name });
    try {
      if (before && !(await before())) throw new Error('The class is not saved yet: see the word beside its title');
      const res = await fetchFrom(endpoint, { ...asked, signal: mine.signal, patienceMs: PATIENCE_MS });
      const blob = await res.blob();
      if (mine.signal.aborted) return;
      saveBlob(nameIn(res.headers.get('Content-Disposition')) ?? name, blob);
      setState({ kind: 'idle' });
    } catch (error) {
      if (!mine.signal.aborted) setState({ kind: 'failed', message: `${name} was not made. ${messageOf(error)}.` });
    }
  };
  return { state, make, cancel };
}

/** The name that the server gives a file (RFC 6266): the one in any letters before the plain one. */
export function nameIn(disposition: string | null): string | null {
  const any = /filename\*=UTF-8''([^;]+)/i.exec(disposition ?? '')?.[1];
  const plain = /filename="?([^";]+)"?/i.exec(disposition ?? '')?.[1];
  try {
    return any === undefined ? (plain ?? null) : decodeURIComponent(any);
  } catch {
    return plain ?? null;
  }
}
