import { Link } from 'react-router';
import type { PaintingDetail } from '../../contract';
import { nextOf } from '../words';

/** A room that has nothing to show of a session: why, and what comes next. */
export function NotHere({ detail, why }: { detail: PaintingDetail; why: string }) {
  const { to, words } = nextOf(detail);
  return (
    <p className="serif mt-6">
      {`${why} `}
      <Link className="line" to={to}>
        {words}
      </Link>
      .
    </p>
  );
}
