import { Link } from 'react-router';
import type { Block, Plan } from '../../../core/class/index.ts';
import { blockKit } from '../../../core/judge/index.ts';
import { resolveBlock } from '../../../core/moves/index.ts';
import { useLibrary } from '../../base/index.ts';

/** The kit a block wants at its fullest moment against the kit room, with what is short and what could stand in. */
export function KitPanel({ plan, block: written }: { plan: Plan; block: Block }) {
  const { kit, library } = useLibrary();
  const block = resolveBlock(plan, written, library);
  if (plan.heads === null) return <p>Say under Groups how many come, and the kit is counted.</p>;
  const needs = blockKit(plan, block, plan.heads, library, kit).sort((a, b) => b.short - a.short);
  if (needs.length === 0) return <p>No station of this block wants any kit.</p>;
  const short = needs.filter((n) => n.short > 0);
  return (
    <>
      <p>
        {short.length === 0
          ? `There is enough for ${plan.heads} people.`
          : `For ${plan.heads} people ${short.map((n) => `${n.short} × ${n.name}`).join(' and ')} ${short.length === 1 && short[0]?.short === 1 ? 'is' : 'are'} missing.`}
      </p>
      <table className="mt-3 w-full border-t text-small">
        <thead className="text-left text-fine text-muted">
          <tr className="border-b">
            <th className="py-1 font-normal">Kit</th>
            <th className="pl-3 text-right font-normal">wanted</th>
            <th className="pl-3 text-right font-normal">there are</th>
            <th className="pl-3 text-right font-normal">short</th>
          </tr>
        </thead>
        <tbody>
          {needs.map((need) => (
            <tr key={need.name} className="border-b align-top">
              <td className="py-1.5">
                <span className="font-semibold">{need.name}</span>
                <div className="text-fine text-muted">
                  {need.at.map((a) => `${a.station.move}: ${a.people} people, ${a.pieces}`).join('; ')}
                  {need.item && need.item.sharedBy > 1 && `; ${need.item.sharedBy} to one`}
                </div>
                {need.short > 0 && (
                  <div className="text-small">
                    {need.item === null
                      ? 'Not in the kit room.'
                      : need.item.standIn
                        ? `Could stand in: ${need.item.standIn}.`
                        : 'Nothing is named that could stand in.'}
                  </div>
                )}
              </td>
              <td className="digits py-1.5 text-right">{need.pieces}</td>
              <td className="digits py-1.5 text-right">{need.item?.count ?? 0}</td>
              <td className={`digits py-1.5 text-right ${need.short > 0 ? 'font-bold text-live' : 'text-muted'}`}>
                {need.short > 0 ? need.short : '\u2013'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-3 text-small text-muted">
        Counted where groups share: pairs take turns, you go, I go. What there is stands in the{' '}
        <Link to="/kit" className="underline">
          kit room
        </Link>
        .
      </p>
    </>
  );
}
