export { SettingsScreen } from './settings-screen.tsx';
