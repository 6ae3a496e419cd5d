export { followTheme, setTheme, type ThemeChoice, themeChoice } from './theme.ts';
