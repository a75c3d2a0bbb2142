/** A number as it is typed, its decimals after a point or a comma; NaN = it is none. */
export const typedNumber = (text: string): number =>
  /^\s*[+-]?(\d+([.,]\d*)?|[.,]\d+)\s*$/.test(text) ? Number(text.replace(',', '.')) : NaN;
