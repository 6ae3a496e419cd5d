import { X } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { isTyping } from '../../base/index.ts';

/** Keys by which the class is led on while a sheet is open. */
const LEADS_ON = new Set([' ', 'ArrowRight', 'ArrowLeft', 'PageDown', 'PageUp']);

/** A sheet in place of the desk's targets; the time above it goes on, whole. Escape closes it. */
export function DeskSheet({
  title,
  onClose,
  onKey,
  children,
}: {
  title: string;
  onClose: () => void;
  /** A key typed outside a field of the sheet. */
  onKey?: (key: string) => void;
  children: ReactNode;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [opener] = useState(() => document.activeElement);
  useEffect(() => {
    // A field that opens to be typed in has the focus already.
    if (!box.current?.contains(document.activeElement)) box.current?.focus();
    return () => {
      if (opener instanceof HTMLElement && opener.isConnected) opener.focus();
    };
  }, [opener]);
  return (
    <div
      ref={box}
      role="dialog"
      aria-label={title}
      tabIndex={-1}
      className="relative z-40 max-h-[58dvh] shrink-0 overflow-y-auto border-t-2 border-line-strong bg-card px-3 pb-4 text-ink outline-none md:px-6"
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose();
        else if (!isTyping(e.target)) onKey?.(e.key);
        // Letters and digits here are the sheet's; a clicker and the big keys go on to lead the class.
        if (isTyping(e.target) || !LEADS_ON.has(e.key)) e.stopPropagation();
      }}
    >
      <div className="flex items-center">
        <h2 className="digits flex-1 py-2 text-head">{title}</h2>
        <button
          type="button"
          aria-label="Close"
          className="flex h-16 w-16 items-center justify-center rounded-md"
          onClick={onClose}
        >
          <X size={30} />
        </button>
      </div>
      {children}
    </div>
  );
}
