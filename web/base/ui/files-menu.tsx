import { DropdownMenu } from 'radix-ui';
import { useRef } from 'react';
import { Button } from './button.tsx';

const ITEM = 'flex min-h-11 cursor-pointer items-center px-3 outline-none data-highlighted:bg-ink/10';

interface Props {
  /** What is chosen to bring a file in, and what files those are. */
  bringIn: string;
  accept: string;
  label: string;
  onFile: (file: File) => void;
  /** What goes out: each an address. */
  out: readonly { name: string; href: string }[];
  /** What else there is. */
  more?: readonly { name: string; onSelect: () => void }[];
}

/** Files in and out of a page. */
export function FilesMenu({ bringIn, accept, label, onFile, out, more = [] }: Props) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button>In and out</Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className="z-40 rounded-md border border-line-strong bg-card py-1">
            <DropdownMenu.Item className={ITEM} onSelect={() => field.current?.click()}>
              {bringIn}
            </DropdownMenu.Item>
            {out.map(({ name, href }) => (
              <DropdownMenu.Item key={name} className={ITEM} asChild>
                <a href={href}>{name}</a>
              </DropdownMenu.Item>
            ))}
            {more.map(({ name, onSelect }) => (
              <DropdownMenu.Item key={name} className={ITEM} onSelect={onSelect}>
                {name}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <input
        ref={field}
        type="file"
        accept={accept}
        aria-label={label}
        className="hidden"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
