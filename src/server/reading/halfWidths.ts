import type { Finding } from '../../core/kinds';
import { halfWidth } from '../../core/raster';
import { halfWidthsOf, type Account } from '../../core/read';

/** A finding with half-widths for its doubts, as every answer tells them. */
export const findingInHalfWidths = <F extends Finding>(finding: F): F => ({
  ...finding,
  uncertainty: halfWidthsOf(finding.uncertainty),
  ...('edge' in finding && { edge: { ...finding.edge, doubt: halfWidth(finding.edge.doubt) } }),
  ...('missing' in finding && { missing: { ...finding.missing, doubt: halfWidth(finding.missing.doubt) } }),
  ...('unplanned' in finding && { unplanned: { ...finding.unplanned, doubt: halfWidth(finding.unplanned.doubt) } }),
  ...('shift' in finding && { shift: { ...finding.shift, doubt: halfWidth(finding.shift.doubt) } }),
});

/** An account, the same. */
export const accountInHalfWidths = <A extends Pick<Account, 'drawing' | 'relations'>>(account: A): A => ({
  ...account,
  drawing: {
    ...account.drawing,
    masses: account.drawing.masses.map((mass) => ({ ...mass, doubt: halfWidth(mass.doubt) })),
  },
  relations: account.relations.map((one) => ({ ...one, uncertainty: halfWidth(one.uncertainty) })),
});
