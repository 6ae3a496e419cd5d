import type { Block, Plan } from '../../../core/class/index.ts';
import { basisOf, basisWords, isSure, movesNamed } from '../../../core/moves/index.ts';
import { useLibrary } from '../../base/index.ts';
import { useOpenPanel } from './use-open-panel.ts';

/** What the judgement beside it rests on; nothing while all moves are known, unless asked to say so. */
export function BasisNote({ of, always = false }: { of: Pick<Plan, 'blocks'> | readonly Block[]; always?: boolean }) {
  const library = useLibrary((s) => s.library);
  const ready = useLibrary((s) => s.state === 'ready');
  const openPanel = useOpenPanel();
  const basis = basisOf(movesNamed('blocks' in of ? of : { blocks: [...of] }), library);
  if (!ready || (isSure(basis) && !always)) return null;
  return (
    <p className="my-2 border-l-2 border-line-strong pl-2 text-small" role="note">
      {basisWords(basis)}{' '}
      {!isSure(basis) && (
        <button type="button" className="min-h-6 underline underline-offset-2" onClick={() => openPanel('tell')}>
          Tell me about them
        </button>
      )}
    </p>
  );
}
