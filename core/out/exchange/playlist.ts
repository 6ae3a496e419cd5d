/** A piece of a list of music as a file names it. */
export interface ListedTrack {
  /** Where it lies, as the file says: a path, or an address; empty where it says none. */
  location: string;
  title: string;
  artist: string;
  /** ms; null where it is not said. */
  lengthMs: number | null;
}

/** The content of a playlist and its problems; lines count from 1. */
export interface ReadPlaylist {
  tracks: ListedTrack[];
  problems: { line: number; message: string }[];
}

/** More than this no list holds: the rest is told. */
export const MOST_LISTED = 2000;

/** The last part of a path or address, without its ending: what a file is called where nothing says more. */
export function nameOf(location: string): string {
  const last =
    location
      .replace(/[?#].*$/, '')
      .split(/[\\/]/)
      .filter(Boolean)
      .at(-1) ?? location;
  try {
    return decodeURIComponent(last).replace(/\.[A-Za-z0-9]{2,5}$/, '');
  } catch {
    return last.replace(/\.[A-Za-z0-9]{2,5}$/, '');
  }
}
