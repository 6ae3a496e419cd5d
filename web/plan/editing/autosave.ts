import type { StoreApi } from 'zustand';
import type { Plan } from '../../../core/class/index.ts';
import { same } from '../../../core/class/index.ts';
import type { StoredPlan } from '../../../core/wire/index.ts';
import type { Timers } from '../../base/index.ts';
import { ApiError, conflictOf } from '../../base/index.ts';
import type { Drafts } from './drafts.ts';
import type { BuilderState } from './store.ts';

const QUIET_MS = 500;
const RETRY_MS = 4000;

/** The server that classes are saved to; a failed call throws an ApiError. */
export interface PlanServer {
  plan(id: string): Promise<StoredPlan>;
  savePlan(plan: Plan, baseVersion: number): Promise<{ version: number }>;
  undeletePlan(id: string): Promise<unknown>;
}

export interface AutosaveParts {
  store: Pick<StoreApi<BuilderState>, 'getState' | 'subscribe'>;
  drafts: Drafts;
  server: PlanServer;
  timers: Timers;
  /** Says what an older class has become. */
  say: (told: string) => void;
}

/** Opens classes, and saves the open one shortly after every change; what cannot be saved stays in the browser and is tried again. */
export class Autosave {
  private wait: () => void = () => {};
  /** The save under way. */
  private saving: Promise<void> | null = null;
  /** What was sent, and nobody knows whether it came. */
  private readonly unanswered = new Set<Plan>();

  constructor(private readonly parts: AutosaveParts) {}

  /** Opens a class: the server's text, or this browser's unsaved draft of it when there is one. What was open is saved first. */
  async open(id: string): Promise<void> {
    const { drafts, server, say } = this.parts;
    const { load, plan: before } = this.parts.store.getState();
    await this.saveAll();
    const draft = await drafts.find(id);
    /** A class that was open already is edited while the server is asked: what was done meanwhile stays, and is saved as ever. */
    const isEdited = () => {
      const { plan } = this.parts.store.getState();
      return plan?.id === id && plan !== before;
    };
    try {
      const stored = await server.plan(id);
      if (isEdited()) return;
      if (stored.told.length > 0) say(`This class is of an older version. ${stored.told.join(' ')}`);
      if (stored.deletedAt !== null) {
        load(draft?.plan ?? stored.plan, draft?.baseVersion ?? stored.version, { kind: 'binned' });
      } else if (!draft || same(draft.plan, stored.plan)) {
        drafts.drop(id);
        // What an older class has become is kept, so that it is told once; the text before it stays in the history.
        load(stored.plan, stored.version, { kind: stored.told.length > 0 ? 'pending' : 'saved' });
      } else if (draft.baseVersion === stored.version) {
        load(draft.plan, draft.baseVersion, { kind: 'pending' });
      } else {
        load(draft.plan, draft.baseVersion, { kind: 'conflict', theirs: stored });
      }
    } catch (error) {
      if (isEdited()) return;
      if (!draft) throw error;
      load(draft.plan, draft.baseVersion, { kind: 'pending' });
    }
  }

  /** Begins to save what changes; gives what ends it, after a last save. */
  start(): () => void {
    const { store, drafts } = this.parts;
    const stop = store.subscribe((now, before) => {
      if (!now.plan || now.plan === before.plan) return;
      if (now.plan.id !== before.plan?.id) {
        if (now.save.kind === 'pending') this.later(0);
        return;
      }
      drafts.keep(now.plan, now.baseVersion);
      if (now.save.kind === 'conflict' || now.save.kind === 'binned') return;
      if (!this.saving) now.setSave({ kind: 'pending' });
      this.later(QUIET_MS);
    });
    if (store.getState().save.kind === 'pending') this.later(0);
    return () => {
      stop();
      this.wait();
      void this.saveAll();
    };
  }

  /** Saves what is not saved, after a save that is under way. */
  async saveAll(): Promise<void> {
    if (this.saving) await this.saving;
    await this.save();
  }

  /** Saves now what is not saved; nothing while a save is under way, or two texts wait to be chosen from. */
  async save(): Promise<void> {
    const { plan, baseVersion, save: state } = this.parts.store.getState();
    if (!plan || this.saving || ['conflict', 'binned', 'saved'].includes(state.kind)) return;
    this.saving = this.send(plan, baseVersion).finally(() => {
      this.saving = null;
    });
    await this.saving;
  }

  private async send(plan: Plan, baseVersion: number): Promise<void> {
    const { store, drafts, server } = this.parts;
    const { setSave } = store.getState();
    setSave({ kind: 'saving' });
    try {
      const { version } = await server.savePlan(plan, baseVersion);
      this.unanswered.clear();
      const now = store.getState().plan;
      if (now === plan) drafts.drop(plan.id);
      else if (now) drafts.keep(now, version);
      setSave(now === plan ? { kind: 'saved' } : { kind: 'pending' }, version);
      if (now !== plan) this.later(QUIET_MS);
    } catch (error) {
      const theirs = conflictOf(error);
      const message = error instanceof ApiError ? error.message : 'Saving failed';
      const isBinned = error instanceof ApiError && error.status === 410;
      if (theirs && [...this.unanswered].some((sent) => same(sent, theirs.plan))) {
        // It had come after all: nobody else changed anything.
        setSave({ kind: 'pending' }, theirs.version);
        this.later(0);
      } else if (theirs) setSave({ kind: 'conflict', theirs });
      else if (isBinned) setSave({ kind: 'binned' });
      else {
        this.unanswered.add(plan);
        setSave({ kind: 'failed', message });
        this.later(RETRY_MS);
      }
    }
  }

  /** Takes the open class out of the bin, and saves what was changed meanwhile. Throws, and changes nothing, when that cannot be. */
  async bringBack(): Promise<void> {
    const { store, server } = this.parts;
    const { plan, setSave } = store.getState();
    if (!plan) return;
    await server.undeletePlan(plan.id);
    setSave({ kind: 'pending' });
    await this.save();
  }

  /** Settles a conflict: mine over theirs, which stays among the versions. Throws when it cannot be saved. */
  async keepMine(mine: Plan, theirVersion: number): Promise<void> {
    const { store, drafts, server } = this.parts;
    const { setSave } = store.getState();
    try {
      const { version } = await server.savePlan(mine, theirVersion);
      drafts.drop(mine.id);
      setSave({ kind: 'saved' }, version);
    } catch (error) {
      const theirs = conflictOf(error);
      if (!theirs) throw error;
      setSave({ kind: 'conflict', theirs });
    }
  }

  /** Settles a conflict: theirs, with mine kept as a class of its own. Throws, and changes nothing, when that cannot be saved. */
  async takeTheirs(mineAsCopy: Plan, theirs: StoredPlan): Promise<void> {
    await this.parts.server.savePlan(mineAsCopy, 0);
    this.parts.drafts.drop(theirs.plan.id);
    this.parts.store.getState().load(theirs.plan, theirs.version, { kind: 'saved' });
  }

  private later(ms: number): void {
    this.wait();
    this.wait = this.parts.timers.after(ms, () => void this.save());
  }
}
