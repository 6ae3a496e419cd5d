import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import { type ReactNode, useRef } from 'react';
import { IconButton } from './button.tsx';

interface Props {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
  width?: string;
}

const FOCUSED = 'button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea, a[href], [tabindex="0"]';

/** A dialog on paper: title, close, content; Escape and a click outside close it. */
export function Dialog({ title, open, onClose, children, width = 'max-w-2xl' }: Props) {
  const body = useRef<HTMLDivElement>(null);
  return (
    <Radix.Root open={open} onOpenChange={(o) => !o && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/45" />
        <Radix.Content
          aria-describedby={undefined}
          onOpenAutoFocus={(e) => {
            // What the dialog is for comes first, not the way out of it.
            const first = body.current?.querySelector<HTMLElement>(FOCUSED);
            if (!first) return;
            e.preventDefault();
            first.focus();
          }}
          data-over-desk
          className={`fixed top-1/2 left-1/2 z-50 flex max-h-[90dvh] w-[calc(100vw-32px)] ${width} -translate-x-1/2 -translate-y-1/2 flex-col rounded-lg border border-line-strong bg-paper`}
        >
          <div className="flex items-center border-b py-1 pr-2 pl-5">
            <Radix.Title className="digits flex-1 text-title">{title}</Radix.Title>
            <IconButton label="Close" onClick={onClose}>
              <X size={18} />
            </IconButton>
          </div>
          <div ref={body} className="overflow-y-auto p-5">
            {children}
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
