import { Plus, X } from 'lucide-react';
import { type ComponentProps, useEffect, useState } from 'react';
import { WEIGHT_UNIT_WORDS, type WeightUnit } from '../../../core/class/index.ts';
import type { KitItem } from '../../../core/moves/index.ts';
import {
  api,
  Button,
  Form,
  IconButton,
  messageOf,
  NumberField,
  OneOf,
  TextField,
  toast,
  useLibrary,
} from '../../base/index.ts';

/** Kit by its name, and its room where it has one: what tells two rows apart. */
const nameOf = ({ name, room }: KitItem) => (room === undefined ? name : `${name} in ${room}`);

const failed = (e: unknown) => toast.error(`Not saved: ${messageOf(e)}. Nothing was changed.`);

/** The kit room, and what is done to it: what cannot be saved is as it was before. */
function useKitRoom() {
  const { kit, load, setKit, setWeightUnit, state, weightUnit } = useLibrary();
  useEffect(() => void load(), [load]);
  const save = async (items: readonly KitItem[]) => {
    setKit(items);
    await api.saveKit(items).then(setKit, (e) => {
      setKit(kit);
      failed(e);
    });
  };
  const setUnit = async (unit: WeightUnit) => {
    setWeightUnit(unit);
    await api.saveUnits(unit).catch((e) => {
      setWeightUnit(weightUnit);
      failed(e);
    });
  };
  const put = (at: number, item: KitItem) => void save(kit.with(at, item));
  const add = (name: string) => void save([...kit, { name, count: 1, sharedBy: 1 }]);
  const remove = (at: number) => {
    void save(kit.filter((_, k) => k !== at));
    toast.undoable(`${kit[at]?.name} taken off the list.`, () => save(kit));
  };
  return { kit, state, weightUnit, setUnit, put, add, remove };
}

/** What is in the kit room: counts, how many share one, and what can stand in. */
export function KitScreen() {
  const { kit, state, weightUnit, setUnit, put, add, remove } = useKitRoom();
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
              <KitRow
                key={`${item.room}/${item.name}`}
                item={item}
                onChange={(next) => put(k, next)}
                onRemove={() => remove(k)}
              />
            ))}
          </tbody>
        </table>
      </div>
      <NewKit onAdd={add} />
      <p className="mt-6 flex items-center gap-2">
        A weight typed without a unit is in
        <OneOf
          aria-label="Unit of weights"
          of={WEIGHT_UNIT_WORDS}
          value={weightUnit}
          onPick={(unit) => void setUnit(unit)}
        />
      </p>
    </main>
  );
}

interface RowProps {
  item: KitItem;
  onChange: (item: KitItem) => void;
  onRemove: () => void;
}

function KitRow({ item, onChange, onRemove }: RowProps) {
  const words = (key: 'standIn' | 'room', rest: Partial<ComponentProps<typeof TextField>>) => (
    <TextField
      {...rest}
      defaultValue={item[key] ?? ''}
      onBlur={(e) => {
        const said = e.target.value.trim();
        if (said === (item[key] ?? '')) return;
        const { [key]: _, ...others } = item;
        onChange(said === '' ? others : { ...others, [key]: said });
      }}
    />
  );
  const name = nameOf(item);
  return (
    <tr className="border-b">
      <td className="py-1.5 text-lead font-semibold">{item.name}</td>
      <td>
        <NumberField
          label={`How many: ${name}`}
          value={item.count}
          min={0}
          max={999}
          onChange={(count) => onChange({ ...item, count })}
        />
      </td>
      <td>
        <NumberField
          label={`People to one ${name}`}
          value={item.sharedBy}
          min={1}
          max={12}
          onChange={(sharedBy) => onChange({ ...item, sharedBy })}
        />
      </td>
      <td>{words('standIn', { 'aria-label': `In place of ${name}`, className: 'w-full', maxLength: 80 })}</td>
      <td className="pl-2">
        {words('room', { 'aria-label': `Room of ${name}`, className: 'w-32', maxLength: 60, placeholder: 'any room' })}
      </td>
      <td className="w-12">
        <IconButton label={`Take ${name} off the list`} onClick={onRemove}>
          <X size={16} />
        </IconButton>
      </td>
    </tr>
  );
}

function NewKit({ onAdd }: { onAdd: (name: string) => void }) {
  const [name, setName] = useState('');
  const add = () => {
    if (name.trim() === '') return;
    setName('');
    onAdd(name.trim());
  };
  return (
    <Form className="mt-4 flex gap-2" onSubmit={add}>
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
  );
}
