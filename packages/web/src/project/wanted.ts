/** Components that shall read a value although they do not yet: the address holds them, `also` once for each. */
import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';

/** Ids of the components that are wanted, and a way to want others. */
export function useWanted(): [readonly string[], (wanted: readonly string[]) => void] {
  const [query, setQuery] = useSearchParams();
  const wanted = useMemo(() => query.getAll('also'), [query]);
  const want = useCallback(
    (to: readonly string[]) => setQuery((before) => withWanted(before, to), { replace: true }),
    [setQuery],
  );
  return [wanted, want];
}

/** The address of a value’s homes below the project’s, with who is wanted. */
export function homesOf(value: string, wanted: readonly string[]): string {
  return `homes?${withWanted(new URLSearchParams({ value }), wanted).toString()}`;
}

/** A component wanted, or no longer wanted. */
export function toggled(wanted: readonly string[], id: string): string[] {
  return wanted.includes(id) ? wanted.filter((one) => one !== id) : [...wanted, id];
}

function withWanted(before: URLSearchParams, wanted: readonly string[]): URLSearchParams {
  const after = new URLSearchParams(before);
  after.delete('also');
  for (const one of wanted) after.append('also', one);
  return after;
}
