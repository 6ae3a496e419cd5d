import { type Page, withScreens } from '../../test/screens.test.support.tsx';

/** The page of all that is told: over one server with the demo data alone. */
export const page: Page = withScreens({ anew: true });
