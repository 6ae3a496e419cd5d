import { type Page, withScreens } from './screens.test.support.tsx';

/** The page of files that share a process: over one server, which begins with the demo data alone. */
export const page: Page = withScreens();
