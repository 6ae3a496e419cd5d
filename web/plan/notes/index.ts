export { NotesScreen } from './notes-screen.tsx';
