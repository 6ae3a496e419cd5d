/**
 * An address to go on to, when it is a place of this application; else its first page. A browser reads `\\`, tabs and line breaks in
 * its own way: it is asked where the address leads, not its letters.
 */
export function ownPlace(to: string, origin: string): string {
  const url = URL.canParse(to, origin) ? new URL(to, origin) : null;
  return url?.origin === origin && to.startsWith('/') ? url.pathname + url.search + url.hash : '/';
}
