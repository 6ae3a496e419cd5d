export { RehearseScreen } from './rehearse-screen.tsx';
