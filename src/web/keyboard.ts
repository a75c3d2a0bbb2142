import { useEffect } from 'react';

/** Keys that do something here: by the key's own name, lower case. Typing in a field is never taken for one. */
export function useKeys(actions: Record<string, (() => void) | undefined>): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const target = event.target as HTMLElement;
      if (target.closest('input:not([type=range]), textarea, select, [role=dialog]')) return;
      if ((event.key === 'Enter' || event.key === ' ') && target.closest('button, a')) return;
      const action = actions[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!action) return;
      event.preventDefault();
      action();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
