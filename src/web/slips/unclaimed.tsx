import { useQuery } from '@tanstack/react-query';
import { call } from '../api/client';
import { plural } from '../words';

const sizeOf = (bytes: number) =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;

/** Files that belong to no painting: told of, never deleted. */
export function Unclaimed() {
  const { data } = useQuery({ queryKey: ['unclaimed'], queryFn: () => call('getUnclaimed') });
  if (!data || data.files === 0) return null;
  const one = data.files === 1;
  return (
    <p className="small mt-6 max-w-3xl">
      {plural(data.files, 'file')} of the originals ({sizeOf(data.bytes)}) {one ? 'belongs' : 'belong'} to no painting
      here, so {one ? 'it was' : 'they were'} set aside in <span className="break-all">{data.folder}</span>. Nothing is
      deleted: look at {one ? 'it' : 'them'}, keep what is yours, and empty the folder when you like.
    </p>
  );
}
