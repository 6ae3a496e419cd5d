import * as v from 'valibot';
import { plans, type StoredPlan } from '../../../core/wire/index.ts';

/** Where the service worker keeps what the server has answered; see vite.config.ts. */
const CACHE = 'class-data';

/** The classes that this browser has seen lately and keeps, the latest change first; none where it keeps no answers. */
export async function keptPlans(): Promise<StoredPlan[]> {
  try {
    const cache = await caches.open(CACHE);
    const found = new Map<string, StoredPlan>();
    for (const request of await cache.keys()) {
      const { pathname } = new URL(request.url);
      const isOne = /^\/api\/plans\/[^/]+$/.test(pathname);
      if (!isOne && pathname !== '/api/plans') continue;
      const body: unknown = await (await cache.match(request))?.json();
      const one = isOne ? v.safeParse(plans.getPlan.answer, body) : null;
      const page = isOne ? null : v.safeParse(plans.listPlans.answer, body);
      const stored = one?.success ? [one.output] : page?.success ? page.output.items : [];
      for (const s of stored) if (s.deletedAt === null && isNewer(s, found.get(s.plan.id))) found.set(s.plan.id, s);
    }
    return [...found.values()].sort((a, b) => b.updatedAt.localeCompare(a.updatedAt));
  } catch {
    return [];
  }
}

const isNewer = (a: StoredPlan, b: StoredPlan | undefined) => b === undefined || a.updatedAt > b.updatedAt;
