import type { Plan } from '../../../core/class/index.ts';
import { type ClassKit, classKit } from '../../../core/judge/index.ts';
import { type KitItem, keyOf, resolvePlan } from '../../../core/moves/index.ts';
import { api, Button, NumberField, toast, useLibrary } from '../../base/index.ts';
import { edit, HeadsField } from '../editing/index.ts';
import { BasisNote } from './basis-note.tsx';

/** The kit of the class: what each person needs, the most at once, what is short, what could stand in, what to bring from home. */
export function ClassKitPanel({ plan }: { plan: Plan }) {
  const { library, kit, setKit } = useLibrary();
  const needs = classKit(resolvePlan(plan, library), library, kit);
  const room = plan.room.trim();
  const add = async (need: ClassKit) => {
    const item: KitItem = {
      name: need.name,
      count: need.pieces,
      sharedBy: need.item?.sharedBy ?? 1,
      ...(need.standIn ? { standIn: need.standIn } : {}),
      ...(room === '' ? {} : { room }),
    };
    const same = (k: KitItem) => keyOf(k.name) === keyOf(item.name) && keyOf(k.room ?? '') === keyOf(room);
    try {
      setKit(await api.saveKit([...kit.filter((k) => !same(k)), item]));
      toast.undoable(`${item.count} × ${item.name} added to ${room === '' ? 'the kit room' : room}.`, () =>
        api.saveKit(kit).then(setKit),
      );
    } catch (e) {
      toast.error(`Not added: ${e instanceof Error ? e.message : 'the server cannot be reached'}.`);
    }
  };
  const home = needs.filter((n) => n.standIn !== null);
  return (
    <>
      <p className="flex flex-wrap items-center gap-2 text-small">
        For <HeadsField plan={plan} label="Heads" /> people{room === '' ? '' : ` in ${room}`}.
        {plan.heads === null && ' Until it is said, for one.'}
      </p>
      <BasisNote of={plan} />
      {needs.length === 0 && <p className="py-3">No move of this class is known to want any kit.</p>}
      {needs.length > 0 && (
        <table className="mt-3 w-full border-t text-small">
          <thead className="text-left text-fine text-muted">
            <tr className="border-b">
              <th className="py-1 font-normal">Kit</th>
              <th className="text-right font-normal">each</th>
              <th className="pl-2 text-right font-normal">at once</th>
              <th className="pl-2 text-right font-normal">there are</th>
            </tr>
          </thead>
          <tbody>
            {needs.map((need) => (
              <NeedRow key={need.name} need={need} plan={plan} room={room} onAdd={() => void add(need)} />
            ))}
          </tbody>
        </table>
      )}
      {home.length > 0 && (
        <section className="mt-4">
          <h3 className="text-small text-muted">From home</h3>
          <ul className="text-small">
            {home.map((n) => (
              <li key={n.name} className="border-b py-1">
                {n.name}: {n.perPerson > 1 ? `${n.perPerson} × ` : ''}
                {n.standIn}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function NeedRow({ need, plan, room, onAdd }: { need: ClassKit; plan: Plan; room: string; onAdd: () => void }) {
  const own = plan.kit?.some((k) => keyOf(k.name) === keyOf(need.name)) ?? false;
  const set = (count: number) =>
    edit((p) => {
      const others = (p.kit ?? []).filter((k) => keyOf(k.name) !== keyOf(need.name));
      return { ...p, kit: [...others, { name: need.name, count }] };
    });
  const unset = () =>
    edit(({ kit = [], ...p }) => {
      const others = kit.filter((k) => keyOf(k.name) !== keyOf(need.name));
      return others.length > 0 ? { ...p, kit: others } : p;
    });
  return (
    <tr className="border-b align-top">
      <td className="py-1.5">
        <span className="font-semibold">{need.name}</span>
        <div className="text-fine text-muted">{need.at.map((a) => a.moves.join(', ')).join('; ')}</div>
        {need.short > 0 && (
          <div>
            <b>{need.short} short.</b>{' '}
            {need.standIn === null ? 'Nothing is named that could stand in.' : `To stand in: ${need.standIn}.`}
          </div>
        )}
        <div className="mt-1 flex flex-wrap gap-1">
          {need.short > 0 && (
            <Button className="!min-h-8 !px-2 text-small" onClick={onAdd}>
              {need.item ? 'Have' : 'Add'} {need.pieces} {need.item ? 'in' : 'to'} {room === '' ? 'the kit room' : room}
            </Button>
          )}
          {own && (
            <Button look="quiet" className="!min-h-8 !px-2 text-small" onClick={unset}>
              As the room has it
            </Button>
          )}
        </div>
      </td>
      <td className="digits py-1.5 text-right">{need.perPerson}</td>
      <td className="digits py-1.5 text-right">{need.pieces}</td>
      <td className="py-1 pl-2 text-right">
        <NumberField
          label={`${need.name} for this class`}
          value={need.item?.count ?? 0}
          min={0}
          max={999}
          onChange={set}
        />
        {own && <div className="text-fine text-muted">this class</div>}
      </td>
    </tr>
  );
}
