/** The project whose view is open, and the address that holds the view's state. */
import type { FlowDocument } from '@vectura/core';
import { useCallback } from 'react';
import { useOutletContext, useSearchParams } from 'react-router';

export interface OpenProject {
  id: string;
  document: FlowDocument;
}

export function useProject(): OpenProject {
  return useOutletContext<OpenProject>();
}

/** The query of the address, and a way to change some of it; null takes a part out. */
export function useAddress(): [URLSearchParams, (changes: Record<string, string | null>, push?: boolean) => void] {
  const [query, setQuery] = useSearchParams();
  const change = useCallback(
    (changes: Record<string, string | null>, push = false) =>
      setQuery(
        (before) => {
          const after = new URLSearchParams(before);
          for (const [name, value] of Object.entries(changes))
            if (value === null) after.delete(name);
            else after.set(name, value);
          return after;
        },
        { replace: !push },
      ),
    [setQuery],
  );
  return [query, change];
}
