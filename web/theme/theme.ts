/** Light, dark, or as the device says. */
export type ThemeChoice = 'light' | 'dark' | 'device';

const KEY = 'odd-round.theme';
const dark = window.matchMedia('(prefers-color-scheme: dark)');

export function themeChoice(): ThemeChoice {
  const stored = localStorage.getItem(KEY);
  return stored === 'light' || stored === 'dark' ? stored : 'device';
}

export function setTheme(choice: ThemeChoice): void {
  if (choice === 'device') localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, choice);
  applyTheme();
}

export function applyTheme(): void {
  const choice = themeChoice();
  const isDark = choice === 'dark' || (choice === 'device' && dark.matches);
  document.documentElement.dataset.theme = isDark ? 'dark' : 'light';
}

dark.addEventListener('change', applyTheme);
