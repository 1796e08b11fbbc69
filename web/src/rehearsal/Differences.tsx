import { useInfiniteQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { Failed } from '../shell/Failed';
import { counted } from '../words';
import { changeWords, lowered } from './figures';

type Props = {
  id: string;
  /** How many orders there are in all. */
  differing: number;
  noticeNames: Record<string, string>;
  /** What it is compared with. */
  beside: string;
  toOrder: (order: Schemas['OrderRef']) => string;
};

/** Orders whose customers would have been sent something different. */
export function Differences({ id, differing, noticeNames, beside, toOrder }: Props) {
  const pages = useInfiniteQuery({
    queryKey: keys.rehearsalDifferences(id),
    queryFn: ({ pageParam }) => api.rehearsalDifferences(id, pageParam),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next ?? undefined,
  });
  if (pages.isError) return <Failed error={pages.error} again={() => pages.refetch()} />;
  const found = pages.data?.pages.flatMap((p) => p.orders) ?? [];
  return (
    <>
      <h2>
        <span>What differs</span>
      </h2>
      <p className="under">
        {differing === 0
          ? 'Nothing: every customer would have been sent the same.'
          : `Compared with ${lowered(beside)}, the customers of ${counted(differing, 'order')} would have been sent something different.`}
      </p>
      <ul className="differing">
        {found.map((d) => (
          <li key={d.orderId}>
            <Link className="mono" to={toOrder(d)}>
              {d.number}
            </Link>
            {d.changes.map((c) => (
              <div key={c.kind + c.noticeId + c.channel + c.parcel + c.after + c.before}>
                {changeWords(c.kind)}: {noticeNames[c.noticeId] ?? c.noticeId}, {channelLabel(c.channel)}
              </div>
            ))}
          </li>
        ))}
      </ul>
      {pages.hasNextPage && (
        <Button loading={pages.isFetchingNextPage} onClick={() => pages.fetchNextPage()}>
          More
        </Button>
      )}
      {!pages.hasNextPage && found.length > 0 && found.length < differing && (
        <p className="soft">The first {found.length.toLocaleString('en-GB')} orders are listed.</p>
      )}
    </>
  );
}
