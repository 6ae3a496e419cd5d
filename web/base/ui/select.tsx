import type { ComponentProps } from 'react';

type Look = 'quiet' | 'field' | 'bare';

const LOOKS: Record<Look, string> = {
  /** In a sentence. */
  quiet: 'rounded-md border border-line-strong bg-card px-1 py-1 text-ink hover:border-ink',
  /** In a form or a panel. */
  field: 'min-h-10 rounded-md border border-line-strong bg-card px-2',
  /** Over something else that shows what is chosen. */
  bare: '',
};

/** One of a list: the platform's own, which every phone, keyboard and screen reader knows. */
export function Select({ look = 'field', className = '', ...rest }: ComponentProps<'select'> & { look?: Look }) {
  return <select className={`${LOOKS[look]} ${className}`} {...rest} />;
}
