export { ClassPicker } from './class-picker.tsx';
export { FaultList } from './fault-list.tsx';
export { LongList } from './long-list.tsx';
export { UnreadRuns } from './unread-runs.tsx';
export { WhenLoaded } from './when-loaded.tsx';
