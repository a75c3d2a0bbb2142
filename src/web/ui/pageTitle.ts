import { useEffect } from 'react';
import { pageInWords } from '../../core/words';

/** Names the page in the window's title. @param where from the nearest to the furthest; what is empty is left out */
export function usePageTitle(...where: readonly (string | undefined)[]): void {
  const title = pageInWords(where.filter((one) => one !== undefined && one !== '') as string[]);
  useEffect(() => {
    document.title = title;
  }, [title]);
}
