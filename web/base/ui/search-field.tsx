import { Search } from 'lucide-react';
import { useEffect, useState } from 'react';

const QUIET_MS = 200;

interface Props {
  label: string;
  placeholder: string;
  onSearch: (query: string) => void;
}

/** A search that asks a moment after the typing stops. */
export function SearchField({ label, placeholder, onSearch }: Props) {
  const [typed, setTyped] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => onSearch(typed.trim()), QUIET_MS);
    return () => clearTimeout(timer);
  }, [typed, onSearch]);
  return (
    <label className="flex min-h-11 w-72 max-w-full items-center gap-2 rounded-md border border-line-strong bg-card px-3 focus-within:outline-2 focus-within:outline-(--focus)">
      <Search size={16} className="text-muted" aria-hidden="true" />
      <input
        type="search"
        aria-label={label}
        placeholder={placeholder}
        className="w-full bg-transparent outline-none"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
      />
    </label>
  );
}
