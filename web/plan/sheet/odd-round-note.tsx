import { type Block, formatChange } from '../../../core/class/index.ts';
import type { EvenChoice, OddRound } from '../../../core/time/index.ts';

interface Props {
  odd: OddRound;
  onChoose: (block: Block) => void;
}

/** Says which side is a set short and offers the even choices, each with what it does to the length. */
export function OddRoundNote({ odd, onChoose }: Props) {
  return (
    <div
      className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-l-[3px] border-live bg-card px-3 py-1.5"
      role="note"
    >
      <span>{explain(odd)}</span>
      {odd.choices.map((choice) => (
        <button
          key={choice.kind}
          type="button"
          className="min-h-9 rounded-md border border-line-strong px-2.5 text-small hover:border-ink"
          onClick={() => onChoose(choice.block)}
        >
          {choiceWords(choice)}
        </button>
      ))}
    </div>
  );
}

function explain({ stations, rounds }: OddRound): string {
  const names = stations.map((s) => s.move);
  const all = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0];
  const short = new Set(stations.map((s) => (s.left < s.right ? 'left' : 'right')));
  const side = short.size === 1 ? [...short][0] : 'one side';
  const turns =
    rounds === null
      ? 'come round an odd number of times'
      : `go by round and there ${rounds === 1 ? 'is 1 round' : `are ${rounds} rounds`}`;
  const verb = names.length > 1 ? turns : turns.replace('go by', 'goes by').replace('come round', 'comes round');
  return `${all} ${verb}: ${side} gets one set fewer.`;
}

function choiceWords(choice: EvenChoice): string {
  const cost = choice.costMs === 0 ? '' : ` (${formatChange(choice.costMs)})`;
  switch (choice.kind) {
    case 'oneMore':
    case 'oneFewer':
      return `${choice.rounds} ${choice.rounds === 1 ? 'round' : 'rounds'}${cost}`;
    case 'split':
      return `Switch at half${cost}`;
  }
}
