import { backups } from '../../../core/wire/index.ts';
import { ask } from './client.ts';
import { useLoaded } from './use-loaded.ts';

/** Whether an address is of this machine alone: no phone finds it. */
export const isOwnMachine = (origin: string) => /^https?:\/\/(localhost|127\.|\[::1\])/.test(origin);

/** Where other devices find this server: what its page was opened by first, if that is not of this machine alone. */
export function useOrigins() {
  const [addresses] = useLoaded(['addresses'], () => ask(backups.getAddresses, {}));
  const here = window.location.origin;
  const known = addresses.state === 'ready' ? addresses.value : { origins: [], loopbackOnly: false, machine: [] };
  const origins = [...new Set([...(isOwnMachine(here) ? [] : [here]), ...known.origins, here])];
  return { origins, known };
}
