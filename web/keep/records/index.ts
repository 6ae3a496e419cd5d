export { MovesCountedScreen } from './moves-counted-screen.tsx';
export { PeopleScreen } from './people-screen.tsx';
export { PersonScreen } from './person-screen.tsx';
export { RecordsHead } from './records-head.tsx';
export { TrendScreen } from './trend-screen.tsx';
export { WeeksScreen } from './weeks-screen.tsx';
