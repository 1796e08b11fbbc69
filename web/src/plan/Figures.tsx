import type { Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { counted, eventWords } from '../words';

type Props = {
  notice: Schemas['NoticeBody'];
  reach: Schemas['Reached'] | undefined;
  sent: Schemas['NoticeView']['sent'] | undefined;
};

/** What the notice sent, and what it would have sent as it stands now: they differ where it was paused or changed. */
export function Figures({ notice, reach, sent }: Props) {
  const channels = notice.channels ?? [];
  const noun = eventWords(notice.stage ?? '').includes('order') ? 'order' : 'parcel';
  return (
    <div className="box">
      {sent && (
        <>
          <h3>Sent in the last 30 days</h3>
          {byChannel(channels.map((c) => [c, sent[c]?.count ?? 0]))}
        </>
      )}
      {reach && (
        <>
          <h3 className={sent && 'mt12'}>Estimated reach, based on the last 30 days</h3>
          {reach.reached} of {counted(reach.moments, noun)}
          {Object.keys(reach.byChannel).length > 0 && `: ${byChannel(Object.entries(reach.byChannel))}`}
          {reach.moved > 0 && ` · ${reach.moved} moved to the allowed hours`}
          {reach.reasons.slice(0, 3).map((r) => (
            <div key={r.reason} className="soft">
              {r.count} skipped: {r.reason}
            </div>
          ))}
        </>
      )}
    </div>
  );
}

function byChannel(counts: [string, number][]) {
  return counts.map(([channel, count]) => `${count} by ${channelLabel(channel)}`).join(' · ');
}
