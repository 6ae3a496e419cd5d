export { ClassesScreen } from './classes-screen.tsx';
