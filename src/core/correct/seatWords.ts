import { weakDark, type Seat, type SeatSign } from '../read';
import { stepsInWords } from '../words';

/** What is missing, as a noun. */
export const SIGN_NAMES: Record<SeatSign, string> = {
  foot: 'the place of its foot',
  accent: 'the dark at its foot',
  shadow: 'its shadow',
  gap: 'the step to its surface',
};

const GONE = 0.1; // of the planned shadow

const SAYS: Record<SeatSign, (seat: Seat, per: number) => string> = {
  foot: ({ foot }) =>
    `its foot sits ${Math.max(1, Math.round(Math.abs(foot?.by[1] ?? 0)))} mm too ${(foot?.by[1] ?? 0) > 0 ? 'low' : 'high'}`,
  accent: (seat, per) => `the dark at its foot is ${stepsInWords(weakDark(seat), per)} too weak`,
  shadow: ({ shadow: { planned, painted }, open }, per) => {
    const share = painted.areaMm2 / planned.areaMm2;
    if (share < GONE) return 'the shadow it casts is missing';
    if (share < 0.6 || share > 1.67)
      return `the shadow it casts covers ${Math.round(100 * share)} % of what is planned`;
    const off = open.painted - (painted.value ?? 0) - (open.planned - (planned.value ?? 0));
    return `the shadow it casts is ${stepsInWords(off, per)} too ${off > 0 ? 'dark' : 'light'} against the surface`;
  },
  gap: ({ gap: { planned, painted } }, per) =>
    Math.sign(planned) !== Math.sign(painted) && Math.abs(planned) > 0.3 && Math.abs(painted) > 0.3
      ? 'at its foot thing and surface have changed sides: the darker is the lighter'
      : `at its foot it parts from the surface by ${Math.abs(painted * per).toFixed(1)} steps, planned ${Math.abs(planned * per).toFixed(1)}`,
};

/** How a thing sits, in one sentence. @param per the painter's steps in one of ten */
export function seatInWords(seat: Seat, per = 1): string {
  if (seat.missing.length === 0) return 'Foot, dark, shadow and step to the surface are as planned.';
  const said = seat.missing.map((sign) => SAYS[sign](seat, per));
  const list = [...said.slice(0, -2), said.slice(-2).join(' and ')].join(', ');
  return `${list.slice(0, 1).toUpperCase()}${list.slice(1)}.`;
}
