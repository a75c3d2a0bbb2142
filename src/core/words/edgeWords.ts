/** How wide an edge is, as it is read aloud: "2.4 mm wide", "at most 0.6 mm wide". */
export const edgeWidthInWords = ({ widthMm, atMost }: { widthMm: number; atMost: boolean }): string =>
  `${atMost ? 'at most ' : ''}${widthMm < 10 ? widthMm.toFixed(1) : Math.round(widthMm)} mm wide`;

/** An edge as it was seen: "soft, 6.1 mm wide, over 1.2 steps"; "lost". */
export function seenEdgeInWords({
  widthMm,
  atMost,
  contrast,
  class: is,
}: {
  widthMm: number | null;
  atMost: boolean;
  contrast: number;
  class: string;
}): string {
  const over = `over ${Math.abs(contrast).toFixed(1)} steps`;
  // What hardly differs has no width worth telling.
  return widthMm === null || is === 'lost'
    ? `${is}, ${over}`
    : `${is}, ${edgeWidthInWords({ widthMm, atMost })}, ${over}`;
}
