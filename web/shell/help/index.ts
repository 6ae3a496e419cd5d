export { HelpScreen } from './help-screen.tsx';
