import { unclaimedInWords } from '../../core/words';
import { useQuery } from '@tanstack/react-query';
import { call } from '../api/client';

/** Files that belong to no painting: told of, never deleted. */
export function Unclaimed() {
  const { data } = useQuery({ queryKey: ['unclaimed'], queryFn: () => call('getUnclaimed') });
  if (!data || data.files === 0) return null;
  const { before, after } = unclaimedInWords(data);
  return (
    <p className="small mt-6 max-w-3xl">
      {before}
      <span className="break-all">{data.folder}</span>
      {after}
    </p>
  );
}
