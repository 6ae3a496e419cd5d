import type { ComponentProps } from 'react';

/** A form that does something here, in place of going to another page; Enter in any of its fields does it. */
export function Form({ onSubmit, ...rest }: Omit<ComponentProps<'form'>, 'onSubmit'> & { onSubmit: () => void }) {
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        onSubmit();
      }}
      {...rest}
    />
  );
}
