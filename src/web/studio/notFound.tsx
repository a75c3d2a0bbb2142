import { usePageTitle } from '../ui/pageTitle';
import { Link } from 'react-router';
import { STUDIO_TEXT } from '../../core/words';

export function NotFound() {
  usePageTitle('Nothing here');
  return (
    <main className="page">
      <h1>There is nothing here</h1>
      <p className="serif my-3">{STUDIO_TEXT.otherFolder}</p>
      <p>
        <Link className="btn act" to="/">
          Back to the studio
        </Link>
      </p>
    </main>
  );
}

/** Shown when a screen fails: nothing kept is lost, and there is a way on. */
export function Oops() {
  return (
    <main className="page">
      <h1>This screen failed</h1>
      <p className="serif my-3">{STUDIO_TEXT.everythingKept}</p>
      <p>
        <a className="btn act" href="/">
          Open the studio
        </a>
      </p>
    </main>
  );
}
