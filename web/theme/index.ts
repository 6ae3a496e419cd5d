export { applyTheme, setTheme, type ThemeChoice, themeChoice } from './theme.ts';
