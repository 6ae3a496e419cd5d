import { backups } from '../../../core/wire/index.ts';
import { ask } from './client.ts';
import { useLoaded } from './use-loaded.ts';

/** Whether an address is reachable from this machine alone. */
export const isOwnMachine = (origin: string) => /^https?:\/\/(localhost|127\.|\[::1\])/.test(origin);

/** The addresses at which other devices reach this server; the page's own first, unless it is local. */
export function useOrigins() {
  const [addresses] = useLoaded(['addresses'], () => ask(backups.getAddresses, {}));
  const here = window.location.origin;
  const known = addresses.state === 'ready' ? addresses.value : { origins: [], loopbackOnly: false, machine: [] };
  const origins = [...new Set([...(isOwnMachine(here) ? [] : [here]), ...known.origins, here])];
  return { origins, known };
}
