import { useSearchParams } from 'react-router';

/** Opens a panel beside the sheet by its name in the address. */
export function useOpenPanel(): (name: string) => void {
  const [, setParams] = useSearchParams();
  return (name) =>
    setParams((p) => {
      p.set('panel', name);
      return p;
    });
}
