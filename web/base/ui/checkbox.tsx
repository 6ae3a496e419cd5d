import type { ComponentProps, ReactNode } from 'react';

interface BoxProps extends Omit<ComponentProps<'input'>, 'type' | 'onChange' | 'children'> {
  checked: boolean;
  onChange: (checked: boolean) => void;
}

interface Props extends BoxProps {
  /** What is switched on; without it, `aria-label` says so. */
  children?: ReactNode;
}

/** Something that is or is not so, with its words beside it. */
export function Checkbox({ children, className = '', ...box }: Props) {
  if (children === undefined) return <Box {...box} />;
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the box is the control
    <label className={`flex min-h-9 items-center gap-1.5 ${className}`}>
      <Box {...box} />
      {children}
    </label>
  );
}

function Box({ onChange, ...rest }: BoxProps) {
  return (
    <input type="checkbox" className="h-4 w-4 accent-ink" onChange={(e) => onChange(e.target.checked)} {...rest} />
  );
}
