export { applyTheme, setTheme } from './theme.ts';
