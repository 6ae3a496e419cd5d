import { live } from '../../../core/wire/index.ts';
import { ask, messageOf } from '../../base/index.ts';

/** The page that a code leads to; why there is none, where it leads to none. */
export async function addressOfCode(code: string): Promise<{ address: string } | { problem: string }> {
  try {
    const { kind } = await ask(live.followCode, { path: { code } });
    return { address: `/${kind === 'watch' ? 'wall' : kind}/${code}` };
  } catch (error) {
    return { problem: messageOf(error) };
  }
}
