import type { Fault, Schemas } from '../api/client';
import { faultsBelow } from './NoticeFields';
import { PartFields } from './NoticePart';
import { isMailed, PARTS } from './parts';

type Props = { draft: Schemas['NoticeBody']; onChange: (draft: Schemas['NoticeBody']) => void; faults: Fault[] };

/** Everything about a notice that can be changed. */
export function NoticeForm({ draft, onChange, faults }: Props) {
  return (
    <div className="form">
      {PARTS.filter((part) => part !== 'sender' || isMailed(draft)).map((part) => (
        <PartFields
          key={part}
          part={part}
          draft={draft}
          set={(change) => onChange({ ...draft, ...change })}
          faults={faults}
        />
      ))}
      {faultsBelow(faults)('wordings')}
    </div>
  );
}
