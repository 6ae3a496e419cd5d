export { MusicPanel } from './music-panel.tsx';
export { MusicScreen } from './music-screen.tsx';
