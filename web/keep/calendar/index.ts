export { CalendarScreen } from './calendar-screen.tsx';
export { SeriesListScreen } from './series-list-screen.tsx';
export { SeriesScreen } from './series-screen.tsx';
