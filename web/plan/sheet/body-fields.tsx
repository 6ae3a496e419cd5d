import { type Body, handsWords, readHands, STAYS, STAYS_WORDS, type Stays } from '../../../core/class/index.ts';
import { OneOf } from '../../base/index.ts';
import { TypedField } from './typed-field.tsx';

interface Props {
  /** Whose: "The class", or a block's title. */
  name: string;
  body: Body | undefined;
  /** What holds where this says nothing, in words. */
  unsaid: string;
  onChange: (change: { [K in keyof Body]?: Body[K] | undefined }) => void;
}

/** Where everybody stays in a class or block, and what they hold. */
export function BodyFields({ name, body = {}, unsaid, onChange }: Props) {
  const ways = STAYS.filter((s) => s !== 'free' || unsaid !== STAYS_WORDS.free);
  return (
    <div className="mt-1 mb-2 flex flex-wrap items-center gap-x-2 gap-y-1 text-small text-muted">
      Everybody is
      <OneOf
        aria-label={`${name}: where everybody stays`}
        look="quiet"
        of={[['', unsaid], ...ways.map((s) => [s, STAYS_WORDS[s]] as const)]}
        value={body.stays ?? ''}
        onPick={(stays: Stays | '') => onChange({ stays: stays === '' ? undefined : stays })}
      />
      and holds
      <TypedField
        label={`${name}: what everybody holds`}
        width="w-56"
        placeholder="as each move has it"
        shown={body.hands ? handsWords(body.hands) : ''}
        read={(text) => (text.trim() === '' ? { value: undefined } : wrapped(readHands(text)))}
        onValue={(hands: Body['hands']) => onChange({ hands })}
      >
        Such as two light dumbbells, or one kettlebell of 12 kg.
      </TypedField>
    </div>
  );
}

const wrapped = <T,>(value: T | null) => value && { value };
