/** A line drawn twice, black on white, so that it is seen on every picture. */
export function Onpic({
  d,
  width = 1.4,
  dash,
  rim,
  fill = 'none',
}: {
  d: string;
  width?: number;
  dash?: string;
  /** dashes of the white rim; a whole line where left out */
  rim?: string;
  fill?: string;
}) {
  return (
    <g fillRule="evenodd" strokeLinejoin="round">
      <path
        d={d}
        fill={fill}
        stroke="#fff"
        strokeWidth={width + 2.2}
        strokeOpacity=".85"
        strokeDasharray={rim}
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={d}
        fill="none"
        stroke="#000"
        strokeWidth={width}
        strokeDasharray={dash}
        vectorEffect="non-scaling-stroke"
      />
    </g>
  );
}
