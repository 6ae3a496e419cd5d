import { keepText, local } from '../device/index.ts';

/** Light, dark, or as the device says. */
export type ThemeChoice = 'light' | 'dark' | 'device';

const KEY = 'odd-round.theme';
const darkOnDevice = () => window.matchMedia('(prefers-color-scheme: dark)');

export function themeChoice(): ThemeChoice {
  const stored = local.getItem(KEY);
  return stored === 'light' || stored === 'dark' ? stored : 'device';
}

export function setTheme(choice: ThemeChoice): void {
  keepText(local, KEY, choice === 'device' ? null : choice);
  applyTheme();
}

function applyTheme(): void {
  const choice = themeChoice();
  const isDark = choice === 'dark' || (choice === 'device' && darkOnDevice().matches);
  document.documentElement.dataset.theme = isDark ? 'dark' : 'light';
}

/** Gives the page its colours, now and whenever those of the device change. */
export function followTheme(): void {
  applyTheme();
  darkOnDevice().addEventListener('change', applyTheme);
}
