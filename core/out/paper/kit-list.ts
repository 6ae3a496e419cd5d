import type { Plan } from '../../class/index.ts';
import { classKit } from '../../judge/index.ts';
import type { KitItem, Library } from '../../moves/index.ts';
import { heading, line, type Paper, type PaperSection } from './types.ts';

const BOX = '\u2610';

/**
 * What is fetched from the kit room, and what is to be brought because there is too little of it or none is known of, each with a box to tick.
 * @param plan with what the library knows of its moves
 */
export function kitList(plan: Plan, library: Library, kitRoom: readonly KitItem[]): Paper {
  const all = classKit(plan, library, kitRoom);
  const there = all.filter((k) => k.pieces > k.short);
  const short = all.filter((k) => k.short > 0);
  const forWhom = (k: (typeof all)[number]) =>
    k.at.map(({ block, moves }) => `${block.title}: ${moves.join(', ')}`).join(' \u00b7 ');
  const parts: PaperSection[] = [
    heading('To fetch'),
    ...there.flatMap((k) => [
      line(`${k.pieces - k.short} \u00d7 ${k.name}`, { lead: BOX, look: 'strong' }),
      line(forWhom(k), { look: 'small' }),
    ]),
    ...(there.length === 0 ? [line('Nothing that is listed in the kit room.')] : []),
    ...(short.length === 0 ? [] : [heading('To bring, or to do without')]),
    ...short.flatMap((k) => [
      line(`${k.short} \u00d7 ${k.name}`, { lead: BOX, look: 'strong' }),
      line(
        [
          k.item === null ? 'not listed in the kit room' : `${k.item.count} there`,
          k.standIn === null ? 'nothing known that could stand in' : `could stand in: ${k.standIn}`,
          forWhom(k),
        ].join(' \u00b7 '),
        { look: 'small' },
      ),
    ]),
  ];
  const none = all.length === 0;
  return {
    title: `Kit for ${plan.title}`,
    under: [
      plan.heads === null ? 'Counted for one: how many come is not said' : `Counted for ${plan.heads} people`,
      plan.room,
    ].filter(Boolean),
    parts: none ? [line('No kit is named at any station.')] : parts,
    onePage: false,
    sizePt: 16,
  };
}
