export { TextView } from './text-view.tsx';
