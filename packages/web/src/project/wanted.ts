/** Components that shall read a value although they do not yet: the address holds them, `also` once for each. */
import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';

/** Ids of the components that are wanted, and a way to want others. */
export function useWanted(): [readonly string[], (wanted: readonly string[]) => void] {
  return useListed('also');
}

/** What the address holds under a name, as often as it is there, and a way to have it hold something else. */
export function useListed(name: string): [readonly string[], (listed: readonly string[]) => void] {
  const [query, setQuery] = useSearchParams();
  const listed = useMemo(() => query.getAll(name), [query, name]);
  const list = useCallback(
    (to: readonly string[]) => setQuery((before) => withListed(before, name, to), { replace: true }),
    [setQuery, name],
  );
  return [listed, list];
}

/** The address of a value’s homes below the project’s, with who is wanted. */
export function homesOf(value: string, wanted: readonly string[]): string {
  return `homes?${withListed(new URLSearchParams({ value }), 'also', wanted).toString()}`;
}

/** A component wanted, or no longer wanted. */
export function toggled(wanted: readonly string[], id: string): string[] {
  return wanted.includes(id) ? wanted.filter((one) => one !== id) : [...wanted, id];
}

function withListed(before: URLSearchParams, name: string, listed: readonly string[]): URLSearchParams {
  const after = new URLSearchParams(before);
  after.delete(name);
  for (const one of listed) after.append(name, one);
  return after;
}
