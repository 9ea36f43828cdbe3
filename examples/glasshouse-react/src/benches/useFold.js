import { useCallback, useState } from 'react';

/** Whether something is folded open, and the function that folds it. */
export function useFold(initially) {
  const [open, setOpen] = useState(initially);
  const toggle = useCallback(() => setOpen((before) => !before), []);
  return { open, toggle };
}
