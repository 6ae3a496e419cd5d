export {
  addDays,
  addMonths,
  daysBetween,
  firstOfMonth,
  isDay,
  mondayOf,
  monthWeeks,
  weekdayOf,
} from './days.ts';
export {
  type CalendarEntry,
  type ClassChange,
  type Conflict,
  classInSlot,
  conflictsIn,
  entriesIn,
  nowAndNext,
  offOn,
  WEEKDAYS,
  weekdayWord,
  withClassChange,
} from './entries.ts';
export {
  type CalendarItem,
  CalendarItemSchema,
  type DatedClass,
  DaySchema,
  type DaysOff,
  type Slot,
  spanOf,
} from './items.ts';
export { isZone, type Local, localAt, momentOf } from './zones.ts';
