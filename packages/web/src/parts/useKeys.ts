/** The keys of a view: told of every key that is not typed into a field and not part of a shortcut of the browser's own. */
import { useEffect } from 'react';

export function useKeys(onKey: (event: KeyboardEvent) => void): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      if (!isTyping(event.target) && !event.ctrlKey && !event.metaKey && !event.altKey) onKey(event);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  });
}

/** Whether keys go to a field somebody types into, or to a control that has its own use for them. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  const field = target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
  return field || target.getAttribute('role') === 'slider';
}
