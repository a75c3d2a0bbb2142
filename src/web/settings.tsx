import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { valueScale } from '../core/colour';
import { createContext, useContext, useEffect, type ReactNode } from 'react';
import type { Settings } from '../contract';
import { call } from './api/client';
import { keys } from './api/queries';

const DEFAULTS: Settings = {
  surround: 'middle',
  scale: 'black-is-0',
  scaleSteps: 10,
  units: 'mm',
  textSize: 'usual',
  guessFirst: false,
  cardValues: null,
  cardPaints: null,
};
const Context = createContext<{ settings: Settings; change: (part: Partial<Settings>) => void }>({
  settings: DEFAULTS,
  change: () => undefined,
});

/** The painter's settings; the surround and the size of the words are put on the page. */
export function SettingsProvider({ children }: { children: ReactNode }) {
  const client = useQueryClient();
  const { data: settings = DEFAULTS } = useQuery({ queryKey: keys.settings, queryFn: () => call('getSettings') });
  const put = useMutation({
    mutationFn: (part: Partial<Settings>) => call('putSettings', { body: part }),
    onMutate: (part) => client.setQueryData(keys.settings, { ...settings, ...part }),
    // Sentences of the server speak in the scale's own steps and numbers.
    onSettled: (_kept, _refused, part) =>
      client.invalidateQueries((part.scaleSteps ?? part.scale) === undefined ? { queryKey: keys.settings } : {}),
  });
  useEffect(() => {
    const { dataset } = document.documentElement;
    dataset.surround = settings.surround;
    dataset.text = settings.textSize;
  }, [settings.surround, settings.textSize]);
  return <Context value={{ settings, change: (part) => put.mutate(part) }}>{children}</Context>;
}

export const useSettings = () => useContext(Context);

/** A value as this painter numbers it: direction and number of steps are display settings, never a second unit. */
export function useScale(): {
  show: (value: number) => string;
  /** the painter's steps in one step of a scale of ten */
  per: number;
  name: string;
  number: (value: number) => number;
  /** steps of the painter's scale between two values */
  between: (from: number, to: number) => number;
  /** a number of the painter's scale back as a value */
  value: (number: number) => number;
} {
  const { settings } = useSettings();
  const { per, show } = valueScale(settings);
  const number = (value: number) => ((settings.scale === 'black-is-0' ? value : 10 - value) * settings.scaleSteps) / 10;
  return {
    number,
    per,
    value: (typed) => {
      const value = (typed * 10) / settings.scaleSteps;
      return settings.scale === 'black-is-0' ? value : 10 - value;
    },
    between: (from, to) => Math.abs(number(to) - number(from)),
    show,
    name: `0 ${settings.scale === 'black-is-0' ? 'black' : 'white'} to ${settings.scaleSteps} ${settings.scale === 'black-is-0' ? 'white' : 'black'}`,
  };
}
