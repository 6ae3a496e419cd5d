const under = (folder: string, names: string) => names.split(' ').map((name) => `${folder}/${name}`);
const packages = (names: string) => under('node_modules', names).map((path) => `${path}/`);

/**
 * What is sent together, by who needs it: left to itself the build makes a file of every set of pages that share something, and a page
 * comes in a hundred requests. What stands in no chunk goes with the page that needs it. A chunk is the beginnings of the paths of its
 * modules; the first that a module fits is its own.
 */
export const CHUNKS: readonly { name: string; paths: readonly string[] }[] = [
  {
    name: 'react',
    paths: [
      ...packages('react react-dom scheduler zustand'),
      'web/base/theme/',
      'web/base/device/storage.',
      'web/lead/stage/target.',
      'web/base/ui/form.',
    ],
  },
  // What every page but that for a code has: the class, its time, what is asked of the server.
  {
    name: 'model',
    paths: [
      ...under('core/class', 'cues/ formats/ station/ values/'),
      ...under(
        'core/class/plan',
        'body. defaults. edits. fields. format-words. ids. in-series. layout. music. one-clock. parse. schema.',
      ),
      'core/time/',
      ...under('core/wire', 'documents. endpoint. live.'),
      ...under('core/voice', 'cues/phrases. cues/spoken. sound/music-source.'),
      ...packages('valibot nanoid'),
      ...under('web/base/data', 'client. local-time. trouble.'),
      ...under('web/base/live', 'timers. steady-clock. clock.'),
      'web/base/device/run-lock.',
      ...under('web/base/ui', 'select. one-of. letters-left.'),
      'web/base/figures/figure-source.',
    ],
  },
  // What is drawn of a class that is led.
  {
    name: 'stage',
    paths: [
      ...under('core/voice', 'cues/counts. cues/said. cues/types. stage/'),
      ...under('web/base', 'live/ ui/use-frames. ui/use-window.'),
      ...under(
        'web/lead/stage',
        'announce. big-time. field. fit-text. set-shown. use-sizes. use-whole. zone-bar. words.',
      ),
      ...under('web/lead/follow', 'follow use-station-figures. phone.'),
    ],
  },
  { name: 'figure', paths: ['figure/', 'web/base/figures/'] },
  { name: 'sound', paths: ['core/voice/cues/', 'core/voice/sound/', 'web/base/audio/', 'web/base/tracks/loops.'] },
  {
    name: 'session',
    paths: [
      ...under('web/lead/session', 'desk this-desk.'),
      'web/lead/ready/volumes.',
      ...under('web/lead/stage', 'desk-stage. cue-ruler.'),
      ...under('web/lead/pulse', 'this-pulse. pulse-session.'),
    ],
  },
  // The frame of the planning screens, and what all of them ask for.
  {
    name: 'app',
    paths: [
      ...packages(
        'react-router @tanstack/react-query @tanstack/query-core lucide-react idb-keyval fastest-levenshtein',
      ),
      ...under(
        'core/moves',
        'lexicon. heads. guess. spelling. library. reading. placed. schema. words. meanings. milder. slips.',
      ),
      ...under('core/wire', 'calendar. files. backups. library. plan-document. plans. runs.'),
      ...under('core/class/plan', 'stored. steps. history.'),
      ...under('core/record', 'calendar/days. calendar/entries. calendar/items. calendar/zones. series/schema.'),
      'core/judge/thresholds/thresholds.',
      ...under('web/base/data', 'api. clock. kept-plans. library-store. queries. use-calendar. use-loaded. use-pages.'),
      ...under('web/base/lists', 'long-list. when-loaded. fault-list.'),
      ...under('web/base/ui', 'button. actions. search-field. hint. toast. text-field. checkbox. save-file.'),
      ...under('web/base/device', 'preferences. typing. durable.'),
      'web/base/drawings/mini-sheet.',
      ...under('web/plan/editing', 'store. use-opened-plan. this-window. autosave. drafts.'),
      ...under('web/lead/session', 'kept-runs. run-storage. outbox.'),
    ],
  },
  // What a class is built and led with.
  {
    name: 'class',
    paths: [
      ...under('core/class/plan', 'cell-edits. fill. layout-edits. words.'),
      ...under('core/judge', 'balance/ care/ thresholds/ room/ sequence/search.'),
      ...under('core/moves', 'find. swap. tell. basis. meant.'),
      ...under('core/record/sets', 'sets. counts. change.'),
      ...under('core/wire', 'records. speech. music.'),
      ...packages('comlink'),
      'web/base/workers/',
      ...under('web/base/drawings', 'class-strip. effort-line.'),
      ...under('web/base/ui', 'number-field. duration-field. use-draft. field-error.'),
    ],
  },
  // A class as it is typed, and what of one is proposed.
  {
    name: 'text',
    paths: [
      'core/class/shorthand/',
      'core/out/exchange/class-forms.',
      ...under('core/judge', 'fit/ propose/ sequence/'),
    ],
  },
  // What opens beside something: menus, and what is chosen from them.
  {
    name: 'menus',
    paths: packages(
      '@floating-ui/core @floating-ui/dom @floating-ui/react-dom @floating-ui/utils @radix-ui/react-popper @radix-ui/react-menu @radix-ui/react-collection @radix-ui/react-roving-focus',
    ),
  },
];

/** What the build is told: parts of its own that every page has go with the first chunk. */
export const chunkGroups = (root: string) =>
  CHUNKS.map(({ name, paths }, k) => ({
    name,
    test: (id: string) =>
      paths.some((path) => id.startsWith(`${root}/${path}`)) ||
      (k === 0 && /preload-helper|rolldown\/runtime/.test(id)),
    priority: CHUNKS.length - k,
    minShareCount: 2,
    includeDependenciesRecursively: false,
  }));
