import type { ComponentType } from 'react';

/** A page of the application. */
interface PageRow {
  path: string;
  /** Loads it when it is first shown. */
  load: () => Promise<ComponentType>;
  /**
   * How it is gone to from anywhere: its name in the palette, the letters of its key, and whether it stands in the head of every page.
   * Null for one that is gone to from another page.
   */
  goTo: { name: string; key: string; inHead: boolean } | null;
  /** It has the whole window to itself. */
  isAlone?: boolean;
}

/** The page that is fetched ahead: the desk. */
export const AHEAD = () => import('../../lead/desk/index.ts');

/** Every page, in the order of the head and the palette. A new page is a row here; that it can be used by all is tried in `e2e/access.spec.ts`. */
export const PAGES = {
  classes: {
    path: '/',
    load: async () => (await import('../../plan/classes/index.ts')).ClassesScreen,
    goTo: { name: 'Classes', key: 'g c', inHead: true },
  },
  calendar: {
    path: '/calendar',
    load: async () => (await import('../../keep/calendar/index.ts')).CalendarScreen,
    goTo: { name: 'Calendar', key: 'g d', inHead: true },
  },
  moves: {
    path: '/moves',
    load: async () => (await import('../../plan/moves/index.ts')).MovesScreen,
    goTo: { name: 'Moves', key: 'g m', inHead: true },
  },
  kit: {
    path: '/kit',
    load: async () => (await import('../../plan/moves/index.ts')).KitScreen,
    goTo: { name: 'Kit room', key: 'g k', inHead: true },
  },
  music: {
    path: '/music',
    load: async () => (await import('../../plan/music/index.ts')).MusicScreen,
    goTo: { name: 'Music', key: 'g u', inHead: true },
  },
  log: {
    path: '/log',
    load: async () => (await import('../../keep/log/index.ts')).LogScreen,
    goTo: { name: 'Log', key: 'g l', inHead: true },
  },
  records: {
    path: '/records',
    load: async () => (await import('../../keep/records/index.ts')).WeeksScreen,
    goTo: { name: 'Records', key: 'g r', inHead: true },
  },
  people: {
    path: '/people',
    load: async () => (await import('../../keep/records/index.ts')).PeopleScreen,
    goTo: { name: 'People', key: 'g p', inHead: false },
  },
  series: {
    path: '/series',
    load: async () => (await import('../../keep/calendar/index.ts')).SeriesListScreen,
    goTo: { name: 'Series', key: 'g i', inHead: false },
  },
  bin: {
    path: '/bin',
    load: async () => (await import('../../keep/bin/index.ts')).BinScreen,
    goTo: { name: 'Bin', key: 'g b', inHead: false },
  },
  keep: {
    path: '/keep',
    load: async () => (await import('../../keep/backups/index.ts')).KeepScreen,
    goTo: { name: 'Keeping', key: 'g e', inHead: true },
  },
  settings: {
    path: '/settings',
    load: async () => (await import('../settings/index.ts')).SettingsScreen,
    goTo: { name: 'Settings', key: 'g s', inHead: true },
  },
  help: {
    path: '/help',
    load: async () => (await import('../help/index.ts')).HelpScreen,
    goTo: { name: 'Help', key: 'g h', inHead: true },
  },
  notes: {
    path: '/notes',
    load: async () => (await import('../../plan/notes/index.ts')).NotesScreen,
    goTo: { name: 'Paste your notes', key: 'g n', inHead: false },
  },
  builder: {
    path: '/classes/:id',
    load: async () => (await import('../../plan/builder/index.ts')).BuilderScreen,
    goTo: null,
  },
  compare: {
    path: '/classes/:id/compare',
    load: async () => (await import('../../plan/compare/index.ts')).CompareScreen,
    goTo: null,
  },
  room: {
    path: '/classes/:id/room',
    load: async () => (await import('../../plan/room/index.ts')).RoomScreen,
    goTo: null,
  },
  ready: {
    path: '/classes/:id/ready',
    load: async () => (await import('../../lead/ready/index.ts')).ReadyScreen,
    goTo: null,
  },
  rehearse: {
    path: '/classes/:id/rehearse',
    load: async () => (await import('../../lead/rehearse/index.ts')).RehearseScreen,
    goTo: null,
    isAlone: true,
  },
  desk: { path: '/desk/:runId', load: async () => (await AHEAD()).DeskScreen, goTo: null, isAlone: true },
  run: {
    path: '/log/:runId',
    load: async () => (await import('../../keep/log/index.ts')).RunScreen,
    goTo: null,
  },
  oneSeries: {
    path: '/series/:id',
    load: async () => (await import('../../keep/calendar/index.ts')).SeriesScreen,
    goTo: null,
  },
  movesCounted: {
    path: '/records/moves',
    load: async () => (await import('../../keep/records/index.ts')).MovesCountedScreen,
    goTo: null,
  },
  trend: {
    path: '/records/moves/:move',
    load: async () => (await import('../../keep/records/index.ts')).TrendScreen,
    goTo: null,
  },
  person: {
    path: '/people/:id',
    load: async () => (await import('../../keep/records/index.ts')).PersonScreen,
    goTo: null,
  },
  login: {
    path: '/login',
    load: async () => (await import('./login-screen.tsx')).LoginScreen,
    goTo: null,
    isAlone: true,
  },
} as const satisfies Record<string, PageRow>;
export type PageName = keyof typeof PAGES;

export const PAGE_ROWS: readonly PageRow[] = Object.values(PAGES);

/** The pages that are gone to from anywhere: by their name, or by G and a letter. */
export const GO_TO = PAGE_ROWS.flatMap(({ path, goTo }) => (goTo ? [{ ...goTo, to: path }] : []));
