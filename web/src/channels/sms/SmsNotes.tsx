import { Button } from 'antd';
import type { Schemas } from '../../api/client';
import { counted } from '../../words';
import type { PreviewedMessage } from '../types';

/** What makes a text longer or dearer than it need be, with the way out beside it. */
export function SmsNotes({
  details,
  onReplace,
}: PreviewedMessage & { onReplace?: (found: string, use: string) => void }) {
  const sms = details as Schemas['SmsPreview'] | undefined;
  if (!sms) return null;
  const mend = sms.forces.filter((f) => f.inWording && f.use != null);
  return (
    <div className="box">
      <h3>As SMS</h3>
      <div>
        {sms.length.encoding}, {counted(sms.length.segments, 'segment')}, {sms.cost} {sms.currency} each;{' '}
        {counted(sms.length.unitsLeft, 'unit')} left.
      </div>
      {sms.countries.length > 0 && (
        <div className="soft">
          Recent orders by country:{' '}
          {sms.countries
            .slice(0, 6)
            .map((c) => `${c.country} ${c.cost} (${c.orders})`)
            .join(', ')}
          .
        </div>
      )}
      {sms.longest && (
        <div>
          <span className="mark gold">longer</span> With the longest values of recent orders ({sms.longest.number}) it
          takes {sms.longest.segments} segments, {sms.longest.cost} {sms.currency}.
        </div>
      )}
      {!sms.saysWho && (
        <div>
          <span className="mark bad">!</span> It doesn’t say who it’s from. Start it with the brand name.
        </div>
      )}
      {sms.forces.length > 0 && (
        <div>
          <span className="mark bad">long encoding</span> because of{' '}
          {sms.forces.map((f) => (
            <span key={f.found} className="mono">
              {' '}
              {f.found}{' '}
            </span>
          ))}
          {mend.length < sms.forces.length && <span className="soft"> (some come from an order’s data)</span>}
        </div>
      )}
      {onReplace && mend.length > 0 && (
        <div className="actions mt6">
          {mend.map((f) => (
            <Button key={f.found} size="small" onClick={() => onReplace(f.found, f.use!)}>
              {f.found} → {f.use === '' ? 'nothing' : f.use}
            </Button>
          ))}
        </div>
      )}
    </div>
  );
}
