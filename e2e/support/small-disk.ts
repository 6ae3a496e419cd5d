import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** A small file system of a test's own: an image file with ext4 on it, mounted. */
export interface SmallDisk {
  /** Where it is mounted. */
  dir: string;
  /** What is on the disk at this instant, as after a power cut, as a disk of its own. */
  cut(): SmallDisk;
  remove(): void;
}

const sh = (command: string, ...args: string[]) => execFileSync(command, args, { stdio: 'pipe' });

function mounted(folder: string, image: string): SmallDisk {
  const dir = path.join(folder, 'disk');
  mkdirSync(dir, { recursive: true });
  sh('mount', '-o', 'loop', image, dir);
  return {
    dir,
    cut: () => {
      const other = mkdtempSync(path.join(tmpdir(), 'odd-round-cut-'));
      const copy = path.join(other, 'image');
      copyFileSync(image, copy);
      return mounted(other, copy);
    },
    remove: () => {
      sh('umount', '-l', dir);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Makes a disk of so many MB; null where this user may not mount one. */
export function smallDisk(megabytes: number): SmallDisk | null {
  const folder = mkdtempSync(path.join(tmpdir(), 'odd-round-disk-'));
  const image = path.join(folder, 'image');
  try {
    sh('dd', 'if=/dev/zero', `of=${image}`, 'bs=1M', `count=${megabytes}`);
    sh('mkfs.ext4', '-q', '-F', image);
    return mounted(folder, image);
  } catch {
    rmSync(folder, { recursive: true, force: true });
    return null;
  }
}
