import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, keys } from '../api/client';
import { accountLabel } from '../channels';

/** One line for each channel that nothing can be sent by now, wherever the coordinator is. */
export function ChannelTroubles() {
  const gateways = useQuery({ queryKey: keys.gateways, queryFn: api.gateways, refetchInterval: 60_000 });
  const troubled = gateways.data?.filter((g) => g.trouble) ?? [];
  if (troubled.length === 0) return null;
  return (
    <div className="troubles" role="status">
      {troubled.map((g) => (
        <div key={g.id}>
          <span className="mark bad">waiting</span> {accountLabel(g)}: {g.trouble?.reason}.{' '}
          <Link className="link" to="/setup/gateways">
            Open Gateways
          </Link>
        </div>
      ))}
    </div>
  );
}
