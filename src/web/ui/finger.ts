import { useSyncExternalStore } from 'react';

const coarse = () => window.matchMedia('(pointer: coarse)');
const listen = (onChange: () => void) => {
  const media = coarse();
  media.addEventListener('change', onChange);
  return () => media.removeEventListener('change', onChange);
};

/** Whether the page is pointed at with a finger: a phone or a tablet, with a camera of its own. */
export const useFinger = (): boolean => useSyncExternalStore(listen, () => coarse().matches);
