/** A number with a true minus, and no sign on a zero. */
export function figure(value: number, digits: number): string {
  const text = Math.abs(value).toFixed(digits);
  return value < 0 && Number(text) > 0 ? `−${text}` : text;
}

/** A difference, signed both ways: +0.45, −3, 0. */
export function signed(difference: number, digits: number): string {
  const text = figure(difference, digits);
  return difference > 0 && Number(text) > 0 ? `+${text}` : text;
}

/** "It takes up 12 % of the picture." @param share 0..1 */
export const areaInWords = (share: number): string =>
  `It takes up ${share >= 0.01 ? `${Math.round(100 * share)} %` : 'less than 1 %'} of the picture.`;
