import { type KeyboardEvent, useEffect, useRef, useState } from 'react';

const HOLD_MS = 1000;

interface Props {
  name: string;
  disabled?: boolean;
  onHeld: () => void;
}

/**
 * A target that acts only when it is held for a second, by a finger, a pointer or a key: what cannot be done by a slip. A press without
 * pointer or key, as a screen reader makes, is taken at its second time.
 */
export function HeldTarget({ name, disabled = false, onHeld }: Props) {
  const [held, setHeld] = useState(false);
  const [told, setTold] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const pressedAt = useRef(0);
  const stop = () => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = null;
    setHeld(false);
  };
  useEffect(
    () => () => {
      if (timer.current) clearTimeout(timer.current);
    },
    [],
  );
  const begin = () => {
    if (disabled || timer.current) return;
    pressedAt.current = performance.now();
    setHeld(true);
    timer.current = setTimeout(() => {
      stop();
      onHeld();
    }, HOLD_MS);
  };
  const isPress = (e: KeyboardEvent) => e.key === ' ' || e.key === 'Enter';
  return (
    <button
      type="button"
      disabled={disabled}
      aria-description="Hold for a second"
      className="relative flex min-h-16 touch-none select-none items-center justify-center overflow-hidden rounded-md border-2 border-current px-1 text-small leading-tight disabled:opacity-40 md:text-lead"
      onPointerDown={begin}
      onPointerUp={stop}
      onPointerLeave={stop}
      onPointerCancel={stop}
      onContextMenu={(e) => e.preventDefault()}
      onKeyDown={(e) => {
        if (!isPress(e)) return;
        e.preventDefault();
        if (!e.repeat) begin();
      }}
      onKeyUp={(e) => isPress(e) && stop()}
      onBlur={stop}
      onClick={() => {
        const byPointer = performance.now() - pressedAt.current < HOLD_MS * 2;
        if (!byPointer && told) onHeld();
        setTold(true);
      }}
    >
      <span
        aria-hidden="true"
        className="absolute inset-y-0 left-0 bg-current/25"
        style={{ width: held ? '100%' : 0, transition: held ? `width ${HOLD_MS}ms linear` : 'none' }}
      />
      <span className="relative text-center">
        {name}
        <span className="block text-fine" role={told ? 'status' : undefined}>
          {told ? 'keep holding it' : 'hold'}
        </span>
      </span>
    </button>
  );
}
