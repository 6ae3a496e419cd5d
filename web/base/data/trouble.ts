import { create } from 'zustand';

/** Why the server cannot save, as it last said; null when it can. */
export const useTrouble = create<{ trouble: 'full' | 'away' | null }>(() => ({ trouble: null }));

/** Takes note of an answer's status: 507 is a full disk, 503 a database out of reach; a save that went through ends both. */
export function noteTrouble(status: number, method = 'GET'): void {
  if (status === 507) useTrouble.setState({ trouble: 'full' });
  else if (status === 503 && method !== 'GET') useTrouble.setState({ trouble: 'away' });
  else if (status < 300 && method !== 'GET') useTrouble.setState({ trouble: null });
}
