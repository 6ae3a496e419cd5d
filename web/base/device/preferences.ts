import * as v from 'valibot';
import { create } from 'zustand';
import { keepText, local } from './storage.ts';

/*
 * What is set for this device alone: how large its text is, and whether single letters act.
 */

const KEY = 'odd-round.device';

export const TEXT_SIZES = ['usual', 'large', 'largest'] as const;

const PreferencesSchema = v.object({
  /** Whether single keys act: letters on the desk, `?`. Keys with Ctrl always do. */
  shortcuts: v.optional(v.boolean(), true),
  textSize: v.optional(v.picklist(TEXT_SIZES), 'usual'),
  /** Hints that were read. */
  hintsRead: v.optional(v.array(v.string()), []),
});
export type Preferences = v.InferOutput<typeof PreferencesSchema>;

function read(): Preferences {
  try {
    return v.parse(PreferencesSchema, JSON.parse(local.getItem(KEY) ?? '{}'));
  } catch {
    return v.parse(PreferencesSchema, {});
  }
}

export const usePreferences = create<Preferences>(read);

/** Sets something for this device, and keeps it where the browser lets it. */
export function prefer(change: Partial<Preferences>): void {
  usePreferences.setState(change);
  keepText(local, KEY, JSON.stringify(usePreferences.getState()));
  applyPreferences();
}

const SIZES: Record<Preferences['textSize'], string> = { usual: '1', large: '1.15', largest: '1.3' };

/** Puts what is set into the page. */
export function applyPreferences(): void {
  document.documentElement.style.setProperty('--text-scale', SIZES[usePreferences.getState().textSize]);
}
