/** One target of measurement.md beside the figure reached. */
export interface Row {
  readonly name: string;
  readonly reached: number;
  /** the figure must be below (or with atLeast, at or above) this; null = printed only */
  readonly target: number | null;
  readonly atLeast?: boolean;
  readonly unit: string;
}

export function met({ reached, target, atLeast }: Row): boolean {
  if (target === null) return true;
  if (!Number.isFinite(reached)) return false;
  return atLeast ? reached >= target : reached <= target;
}

export function line(row: Row): string {
  const figure = `${row.reached.toFixed(3)} ${row.unit}`;
  const target =
    row.target === null ? 'no target' : `${row.atLeast ? 'at least' : 'at most'} ${row.target} ${row.unit}`;
  return `${met(row) ? 'met   ' : 'MISSED'}  ${row.name.padEnd(64)} ${figure.padStart(16)}   ${target}`;
}
