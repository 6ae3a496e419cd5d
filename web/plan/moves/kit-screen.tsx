import { Plus, X } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { WeightUnit } from '../../../core/class/index.ts';
import type { KitItem } from '../../../core/moves/index.ts';
import { api, Button, Form, IconButton, NumberField, Select, TextField, toast, useLibrary } from '../../base/index.ts';

/** Kit by its name, and its room where it has one: what tells two rows apart. */
const nameOf = ({ name, room }: KitItem) => (room === undefined ? name : `${name} in ${room}`);

/** What is in the kit room: counts, how many share one, and what can stand in. */
export function KitScreen() {
  const { kit, load, setKit, setWeightUnit, state, weightUnit } = useLibrary();
  const [name, setName] = useState('');
  useEffect(() => void load(), [load]);
  const save = async (items: readonly KitItem[]) => {
    const before = kit;
    setKit(items);
    try {
      setKit(await api.saveKit(items));
    } catch (e) {
      setKit(before);
      toast.error(`Not saved: ${e instanceof Error ? e.message : 'something failed'}. Nothing was changed.`);
    }
  };
  const setUnit = async (unit: WeightUnit) => {
    const before = weightUnit;
    setWeightUnit(unit);
    try {
      await api.saveUnits(unit);
    } catch (e) {
      setWeightUnit(before);
      toast.error(`Not saved: ${e instanceof Error ? e.message : 'something failed'}.`);
    }
  };
  const change = (at: number, patch: Partial<KitItem>) =>
    void save(kit.map((item, k) => (k === at ? { ...item, ...patch } : item)));
  const add = () => {
    const trimmed = name.trim();
    if (trimmed === '') return;
    setName('');
    void save([...kit, { name: trimmed, count: 1, sharedBy: 1 }]);
  };
  const remove = (at: number) => {
    const before = kit;
    void save(kit.filter((_, k) => k !== at));
    toast(`${kit[at]?.name} taken off the list.`, { action: { label: 'Undo', onClick: () => void save(before) } });
  };
  return (
    <main id="content" className="mx-auto w-full max-w-[900px] px-5 py-6">
      <title>Kit room · Odd Round</title>
      <h1 className="digits mb-1 text-big">Kit room</h1>
      <p className="mb-5 text-muted">
        What is there, in any room or in one of them, and what could stand in when it runs short. The checks count with
        it.
      </p>
      {state === 'failed' && <p>The kit room cannot be reached. Nothing was changed.</p>}
      <div className="overflow-x-auto">
        <table className="w-full min-w-[640px] border-t border-line-strong">
          <thead className="text-left text-small text-muted">
            <tr className="border-b">
              <th className="py-2 font-normal">Kit</th>
              <th className="font-normal">There are</th>
              <th className="font-normal">People to one</th>
              <th className="font-normal">Could stand in</th>
              <th className="font-normal">In</th>
              <th>
                <span className="sr-only">Take off</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {kit.map((item, k) => (
              <tr key={`${item.room}/${item.name}`} className="border-b">
                <td className="py-1.5 text-lead font-semibold">{item.name}</td>
                <td>
                  <NumberField
                    label={`How many: ${nameOf(item)}`}
                    value={item.count}
                    min={0}
                    max={999}
                    onChange={(count) => change(k, { count })}
                  />
                </td>
                <td>
                  <NumberField
                    label={`People to one ${nameOf(item)}`}
                    value={item.sharedBy}
                    min={1}
                    max={12}
                    onChange={(sharedBy) => change(k, { sharedBy })}
                  />
                </td>
                <td>
                  <TextField
                    aria-label={`In place of ${nameOf(item)}`}
                    className="w-full"
                    defaultValue={item.standIn ?? ''}
                    maxLength={80}
                    onBlur={(e) => {
                      const standIn = e.target.value.trim();
                      if (standIn === (item.standIn ?? '')) return;
                      const { standIn: _, ...rest } = item;
                      void save(kit.map((x, j) => (j === k ? (standIn === '' ? rest : { ...rest, standIn }) : x)));
                    }}
                  />
                </td>
                <td className="pl-2">
                  <TextField
                    aria-label={`Room of ${nameOf(item)}`}
                    className="w-32"
                    placeholder="any room"
                    defaultValue={item.room ?? ''}
                    maxLength={60}
                    onBlur={(e) => {
                      const room = e.target.value.trim();
                      if (room === (item.room ?? '')) return;
                      const { room: _, ...rest } = item;
                      void save(kit.map((x, j) => (j === k ? (room === '' ? rest : { ...rest, room }) : x)));
                    }}
                  />
                </td>
                <td className="w-12">
                  <IconButton label={`Take ${nameOf(item)} off the list`} onClick={() => remove(k)}>
                    <X size={16} />
                  </IconButton>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Form className="mt-4 flex gap-2" onSubmit={() => add()}>
        <input
          aria-label="New kit"
          placeholder="Add kit"
          maxLength={40}
          className="h-11 w-64 rounded-md border border-dashed border-line-strong bg-transparent px-3 placeholder:text-muted"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <Button onClick={add}>
          <Plus size={16} aria-hidden="true" /> Add
        </Button>
      </Form>
      <p className="mt-6 flex items-center gap-2">
        A weight typed without a unit is in
        <Select
          aria-label="Unit of weights"
          value={weightUnit}
          onChange={(e) => void setUnit(e.target.value === 'lb' ? 'lb' : 'kg')}
        >
          <option value="kg">kilograms</option>
          <option value="lb">pounds</option>
        </Select>
      </p>
    </main>
  );
}
