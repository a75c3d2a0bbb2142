import { useEffect } from 'react';

/**
 * Keys that do something here: by the key's own name, lower case. Typing in a field is never taken for one.
 * @param outer what stands around other rooms: a key that does something inside them is theirs
 */
export function useKeys(actions: Record<string, (() => void) | undefined>, { outer = false } = {}): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      const target = event.target as HTMLElement;
      if (target.closest('input:not([type=range]), textarea, select, [role=dialog]')) return;
      if ((event.key === 'Enter' || event.key === ' ') && target.closest('button, a, summary, [role=button]')) return;
      const action = actions[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!action) return;
      event.preventDefault();
      action();
    };
    // A key that is pressed reaches the document first and the window last.
    const place = outer ? window : document;
    const listen = (event: Event) => onKey(event as KeyboardEvent);
    place.addEventListener('keydown', listen);
    return () => place.removeEventListener('keydown', listen);
  });
}

/** Enter does the one black button of the page, wherever no room has a use of its own for it. */
export function useBlackButton(): void {
  useKeys(
    {
      Enter: () => {
        const black = [...document.querySelectorAll<HTMLElement>('.btn.act:not(:disabled)')];
        if (black.length === 1) black[0]?.click();
      },
    },
    { outer: true },
  );
}
