export { RoomScreen } from './room-screen.tsx';
