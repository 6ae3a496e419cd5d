import * as v from 'valibot';
import type { Plan } from '../../../core/class/index.ts';
import { planFrom } from '../../../core/wire/index.ts';
import { type KeptTexts, keysOf, noteFull } from '../../base/index.ts';

const DraftSchema = v.object({ plan: planFrom(), baseVersion: v.number() });
export type Draft = v.InferOutput<typeof DraftSchema>;

const PREFIX = 'odd-round.draft.';

/**
 * Unsaved work, kept in the browser until the server has it. Every window writes under its own name, so two windows never
 * overwrite each other; of those that have closed the next window takes over what they left.
 */
export class Drafts {
  /**
   * @param me the name of this window
   * @param isOpen tells which windows live, this one among them
   */
  constructor(
    private readonly kept: KeptTexts,
    private readonly me: string,
    private readonly isOpen: () => Promise<(window: string) => boolean>,
  ) {}

  /** Keeps unsaved work; when the storage takes no more, the window alone has it until it is saved. */
  keep(plan: Plan, baseVersion: number): void {
    try {
      this.kept.setItem(this.keyOf(plan.id), JSON.stringify({ plan, baseVersion }));
    } catch {
      noteFull();
      this.drop(plan.id);
    }
  }

  drop(planId: string): void {
    this.kept.removeItem(this.keyOf(planId));
  }

  /** This window's own draft of a plan, or one that a closed window left behind; null when all is saved. */
  async find(planId: string): Promise<Draft | null> {
    const own = this.read(this.keyOf(planId));
    if (own) return own;
    const prefix = `${PREFIX}${planId}.`;
    const left = keysOf(this.kept).filter((key) => key.startsWith(prefix));
    if (left.length === 0) return null;
    const isOpen = await this.isOpen();
    for (const key of left) {
      const draft = isOpen(key.slice(prefix.length)) ? null : this.read(key);
      if (!draft) continue;
      this.keep(draft.plan, draft.baseVersion);
      this.kept.removeItem(key);
      return draft;
    }
    return null;
  }

  private keyOf(planId: string): string {
    return `${PREFIX}${planId}.${this.me}`;
  }

  private read(key: string): Draft | null {
    const text = this.kept.getItem(key);
    if (text === null) return null;
    try {
      const result = v.safeParse(DraftSchema, JSON.parse(text));
      return result.success ? result.output : null;
    } catch {
      return null;
    }
  }
}
